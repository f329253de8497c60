import type { RowSpec, Selector } from '../../built/rows'
import { nameOf } from '../../faces/resolve'
import type { RimPiece } from '../../fields/rim'
import { turn } from '../../geometry/placement'
import { dot, type Vec3 } from '../../geometry/vec'
import type { SurfaceName, SurfaceTag } from '../../kernel/surface'
import { raise } from '../../result'
import type { Run } from '../closed-run'

/** A gap may be off by so much, mm: what chords and meshes are kept to, and a bit. */
const TOLERANCE = 0.02

/** The row that watches the gap: the sides of what was picked against the sides of what was made for it. */
export function fitRow(
  id: string,
  { of, gap, way }: { of: readonly RimPiece[]; gap: number; way: 'around' | 'inside' },
  run: Pick<Run, 'frame'>,
  made: readonly { id: string; name: string }[],
): RowSpec {
  const { owner } = of[0]!
  const others = made.map((p) => p.name).join(', ')
  const sides: Selector = { of: 'parts', parts: made.map((p) => p.id), surfaces: { step: id, role: 'side' } }
  const picked: Selector = 'part' in owner ? { of: 'parts', parts: [owner.part], ...namesOf(of, run) } : { of: 'items', reference: owner.reference, items: [owner.item] } // prettier-ignore
  return {
    id: `${id}:fit`,
    step: id,
    between: way === 'around' ? `${owner.name} in ${others}` : `${others} in ${owner.name}`,
    wanted: gap,
    tolerance: TOLERANCE,
    rule: 'exact',
    a: picked,
    b: sides,
    along: turn(run.frame, [0, 0, 1]),
  }
}

/** The row for what fits a drawing: what would stand up from it, as far as what is made for it goes. */
export function drawnRow(
  id: string,
  { gap, way }: { gap: number; way: 'around' | 'inside' },
  drawn: Extract<Selector, { of: 'drawn' }>,
  made: readonly { id: string; name: string }[],
): RowSpec {
  const others = made.map((p) => p.name).join(', ')
  return {
    id: `${id}:fit`,
    step: id,
    between: way === 'around' ? `What is drawn in ${others}` : `${others} in what is drawn`,
    wanted: gap,
    tolerance: TOLERANCE,
    rule: 'exact',
    a: drawn,
    b: { of: 'parts', parts: made.map((p) => p.id), surfaces: { step: id, role: 'side' } },
  }
}

/** The surfaces that stand up from a run of edges, on either side of it. */
function namesOf(
  of: readonly RimPiece[],
  { frame }: Pick<Run, 'frame'>,
): { surfaces: SurfaceName; also: SurfaceName[] } {
  const out = turn(frame, [0, 0, 1])
  const tags = of.flatMap(({ on, border }) => border.regions.map((r) => on.mesh.surfaces[on.topology.surfaceOf[r]!]!))
  const [first, ...more] = tags.filter((t) => stands(t, out)).map(nameOf)
  return first ? { surfaces: first, also: more } : raise('no-side', 'Nothing stands up from these edges that could be fitted.', 'of') // prettier-ignore
}

const stands = ({ shape }: SurfaceTag, out: Vec3): boolean =>
  shape.kind === 'plane' ? Math.abs(dot(shape.normal, out)) < 0.7 : 'axis' in shape ? Math.abs(dot(shape.axis, out)) > 0.7 : true // prettier-ignore
