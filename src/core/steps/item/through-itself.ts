import { crossingOf } from '../../fit/crossing'
import type { Check } from '../../checks/finding'
import type { Vec3 } from '../../geometry/vec'
import type { TaggedMesh } from '../../kernel/surface'

/** Finer meshes are not looked at: what is said of them would come too late. */
const MOST = 100_000

const known = new WeakMap<TaggedMesh, { at: Vec3 | undefined }>()

function crossedAt(mesh: TaggedMesh): Vec3 | undefined {
  const before = known.get(mesh)
  if (before) return before.at
  const every = Array.from(mesh.triangleSurface.keys())
  const at = every.length > MOST ? undefined : crossingOf(Float64Array.from(mesh.positions), mesh.indices, [], { all: every, anew: every }) // prettier-ignore
  known.set(mesh, { at })
  return at
}

/** What was taken over from a file may go through itself, so that nobody knows what is inside of it. */
export const throughItself: Check = ({ project, build }) =>
  build.parts.flatMap((part) => {
    const step = project.steps.find((s) => s.id === part.id && s.kind === 'item')
    const at = step && crossedAt(part.mesh)
    if (!at) return []
    return [
      {
        check: 'through-itself',
        weight: 'look' as const,
        title: `${part.name} goes through itself.`,
        text: `Its faces cross at ${at.map((v) => v.toFixed(1)).join(', ')}, as they came in the file, so that what lies inside there is anybody's guess: its volume, what is cut from it and how it is sliced may be wrong. A mesh that was mended where it was made does; or cut that place away and build it anew.`,
        parts: [part.id],
        place: at,
      },
    ]
  })
