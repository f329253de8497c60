import type { RowSpec, Selector } from '../../built/rows'
import { nameOf } from '../../faces/resolve'
import type { RimPiece } from '../../fields/rim'
import { type Placement, turn } from '../../geometry/placement'
import { dot, type Vec3 } from '../../geometry/vec'
import type { SurfaceName, SurfaceTag } from '../../kernel/surface'
import { raise } from '../../result'

/** A gap may be off by so much, mm: what chords and meshes are kept to, and a bit. */
const TOLERANCE = 0.02

/** What is fitted: which triangles it is in the ledger, what it is called, and the way it goes in along, where it is there to be put in. */
export interface FittedThing {
  selector: Selector
  name: string
  along?: Vec3
}

/** What ends in a run of edges, or the opening that it is the rim of. */
export const pickedThing = (of: readonly RimPiece[], frame: Placement): FittedThing => {
  const { owner } = of[0]!
  const along = turn(frame, [0, 0, 1])
  const selector: Selector = 'part' in owner ? { of: 'parts', parts: [owner.part], ...namesOf(of, along) } : { of: 'items', reference: owner.reference, items: [owner.item] } // prettier-ignore
  return { selector, name: owner.name, along }
}

/** The row that watches the gap: the sides of what is fitted against the sides of what was made for it. */
export function fitRow(
  id: string,
  { gap, way }: { gap: number; way: 'around' | 'inside' },
  { selector, name, along }: FittedThing,
  made: readonly { id: string; name: string }[],
): RowSpec {
  const others = made.map((p) => p.name).join(', ')
  return {
    id: `${id}:fit`,
    step: id,
    between: way === 'around' ? `${name} in ${others}` : `${others} in ${name}`,
    wanted: gap,
    tolerance: TOLERANCE,
    rule: 'exact',
    a: selector,
    b: { of: 'parts', parts: made.map((p) => p.id), surfaces: { step: id, role: 'side' } },
    ...(along ? { along } : {}),
  }
}

/** The surfaces that stand up from a run of edges, on either side of it. */
function namesOf(of: readonly RimPiece[], out: Vec3): { surfaces: SurfaceName; also: SurfaceName[] } {
  const tags = of.flatMap(({ on, border }) => border.regions.map((r) => on.mesh.surfaces[on.topology.surfaceOf[r]!]!))
  const [first, ...more] = tags.filter((t) => stands(t, out)).map(nameOf)
  return first ? { surfaces: first, also: more } : raise('no-side', 'Nothing stands up from these edges that could be fitted.', 'of') // prettier-ignore
}

const stands = ({ shape }: SurfaceTag, out: Vec3): boolean =>
  shape.kind === 'plane' ? Math.abs(dot(shape.normal, out)) < 0.7 : 'axis' in shape ? Math.abs(dot(shape.axis, out)) > 0.7 : true // prettier-ignore
