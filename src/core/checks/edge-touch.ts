import { oppositeSides, TANGLED } from '../mesh/half-edges'
import { welded } from '../mesh/weld'
import type { TaggedMesh } from '../kernel/surface'
import { placeAt, type Vec3 } from '../geometry/vec'
import type { Check } from './finding'

const known = new WeakMap<TaggedMesh, { at: Vec3 | undefined }>()

/** Where an edge of a closed mesh has four facets or more: there it touches itself, or its bodies each other, by nothing. */
function touchingAt(mesh: TaggedMesh): Vec3 | undefined {
  const before = known.get(mesh)
  if (before) return before.at
  const { positions, indices } = welded(mesh.positions, mesh.indices)
  const side = oppositeSides(indices).indexOf(TANGLED)
  const at = side < 0 ? undefined : placeAt(positions, indices[side]!)
  known.set(mesh, { at })
  return at
}

/** A part that hangs together by an edge alone. */
export const edgeTouch: Check = ({ build }) =>
  build.parts.flatMap((part) => {
    const at = touchingAt(part.mesh)
    if (!at) return []
    return [
      {
        check: 'edge-touch',
        weight: 'look' as const,
        title: `${part.name} touches itself in an edge alone.`,
        text: `At ${at.map((v) => v.toFixed(1)).join(', ')} material meets material in an edge without any thickness. It prints joined or parted, as it happens: let them overlap by a line at least, or leave a gap between them.`,
        parts: [part.id],
        place: at,
      },
    ]
  })
