import { CLOSURE } from '../../enclosures/closure'
import { type Enclosure, stood } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'
import { strainOf } from '../../enclosures/snap'
import { placesOnSides, wallFrame } from '../../enclosures/wall-places'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import { polygonProfile } from '../../profile/shapes'
import { raise } from '../../result'
import { leaving, type StepContext, type StepOutput } from '../step-kind'
import { springNote, UPRIGHT } from '../bent-arms'
import type { SnapsValues } from './fields'

/** An arm stands so deep in the wall of the lid, mm. */
const ROOT = 0.2
/** Height of a catch behind its slope, mm. */
const CATCH = 0.8
/** Room round a catch in its pocket: behind its tip, below it, and beside it, mm. */
const POCKET = { behind: 0.15, below: 0.2, beside: 0.3 }
/** What is left of the base below an arm, mm. */
const LEAST_BELOW = 1.1
/** How much wider a thickened wall is than the pocket, on each side, mm. */
const PAD_BESIDE = 1.2

/** Heights and depths of an arm; depths are outwards from the outside of the wall, mm. */
interface Arm {
  /** How far the wall is thickened. */
  pad: number
  inner: number
  outer: number
  tip: number
  catchTop: number
  root: number
  /** Where its slope at the top runs into the lid. */
  top: number
  lead: number
}

export function buildSnaps(v: SnapsValues, context: StepContext): StepOutput {
  const { kernel, id, printer } = context
  const e = v.case.data
  const places = placesOnSides(e, v, v.wide + 2 * (POCKET.beside + PAD_BESIDE))
  const arm = armOf(v, e, printer.line)
  const each = (one: Solid | undefined) => (one ? places.map((place) => stood(e, kernel, copied(kernel, one, wallFrame(place), place.name))) : []) // prettier-ignore
  const arms = each(armSolid(v, arm, context))
  const pads = each(padSolid(v, arm, e, context))
  const pockets = each(pocketSolid(v, arm, context))
  const base = kernel.subtract(kernel.union([v.case.parts.get(e.base)!, ...pads]), pockets)
  const lid = kernel.union([v.case.parts.get(e.lid)!, ...arms])
  return {
    parts: [
      { id: e.base, solid: base },
      { id: e.lid, solid: lid },
    ],
    published: [leaving(CLOSURE, true, e.reference)],
    facts: { strain: strainOf(v) * 100 },
    rows: rowsOf(v, e, id),
    notes: [springNote(v, printer.filament, `Closing bends each of ${places.length} arms`, UPRIGHT)],
  }
}

/** Where an arm is at what height. Errors: long (with how long it can be), overlap */
function armOf(v: SnapsValues, e: Enclosure, line: number): Arm {
  const pad = Math.max(0, v.overlap + POCKET.behind + 2 * line - e.wall)
  const inner = pad + v.gap
  const outer = inner + v.thick
  const lead = (v.gap + v.overlap) / Math.tan((v.lead * Math.PI) / 180)
  const catchTop = e.bottom + LEAST_BELOW + lead + CATCH
  const root = catchTop + v.long
  const top = root + v.thick + outer + ROOT
  // Its root is in the lid, and there is room above it for a slope that prints without supports.
  const [least, most] = [Math.max(0, e.parting - catchTop), v.long - (top - e.top)]
  if (most < least) raise('thick', `There is no room for an arm of this thickness on this case; a thinner one, or a higher case, would have some.`, 'thick') // prettier-ignore
  if (v.long < least - 1e-9 || v.long > most + 1e-9)
    raise('long', `An arm ${v.long.toFixed(1)} mm long does not go from the lid to the foot of the base; between ${least.toFixed(1)} and ${most.toFixed(1)} mm would.`, 'long') // prettier-ignore
  return { pad, inner, outer, tip: pad - v.overlap, catchTop, root, top, lead }
}

function across(
  points: readonly Vec2[],
  names: readonly string[],
  wide: number,
  role: string,
  { kernel, id, tolerance }: StepContext,
): Solid {
  const ends = { step: id, top: role, bottom: role, side: role }
  return kernel.extrude(polygonProfile(points, names), -wide / 2, wide / 2, { names: ends, tolerance })
}

function armSolid(v: SnapsValues, a: Arm, context: StepContext): Solid {
  const low = a.catchTop - CATCH
  const points: Vec2[] = [
    [a.tip, a.catchTop],
    [a.tip, low],
    [a.inner, low - a.lead],
    [a.outer, low - a.lead],
    [a.outer, a.root + v.thick],
    [-ROOT, a.top],
    [-ROOT, a.root],
    [a.inner, a.root],
    [a.inner, a.catchTop],
  ]
  return across(points, ['tip', 'lead', 'end', 'outside', 'slope', 'in', 'root', 'inside', 'catch'], v.wide, 'arm', context) // prettier-ignore
}

function padSolid(v: SnapsValues, { pad }: Arm, e: Enclosure, context: StepContext): Solid | undefined {
  if (pad < 1e-6) return undefined
  const points: Vec2[] = [[-ROOT, e.bottom], [pad, e.bottom], [pad, e.parting], [-ROOT, e.parting]] // prettier-ignore
  return across(points, ['under', 'outside', 'top', 'in'], v.wide + 2 * (POCKET.beside + PAD_BESIDE), 'pad', context)
}

function pocketSolid(v: SnapsValues, a: Arm, context: StepContext): Solid {
  const [back, roof] = [a.tip - POCKET.behind, a.catchTop + v.play]
  const floor = a.catchTop - CATCH - a.lead - POCKET.below
  const points: Vec2[] = [[back, floor], [a.pad + 1, floor], [a.pad + 1, roof], [back, roof]] // prettier-ignore
  return across(points, ['floor', 'out', 'hold', 'back'], v.wide + 2 * POCKET.beside, 'pocket', context)
}

function rowsOf(v: SnapsValues, e: Enclosure, id: string): StepOutput['rows'] {
  const arm = (segment: string) =>
    ({ of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'arm', segment } }) as const
  const hold = { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'pocket', segment: 'hold' } } as const
  const wall = { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'pad' }, also: [{ step: v.case.step, role: 'wall' }] } as const // prettier-ignore
  const beside = gapRow(id, 'arm', 'Snap arms beside the base', v.gap, 'exact', arm('inside'), wall)
  return [
    gapRow(id, 'catch', 'Catch of the snap arms under its edge', v.play, 'exact', arm('catch'), hold),
    { ...beside, bends: { step: id, role: 'arm' } },
  ]
}
