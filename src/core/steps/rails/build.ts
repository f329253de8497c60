import type { RowSpec } from '../../built/rows'
import { boardOf, type Enclosure, laidParts, stood } from '../../enclosures/enclosure'
import { gapRow, wayRow } from '../../built/gap-row'
import { inOne } from '../../enclosures/in-one'
import { comesBy } from '../../enclosures/way-row'
import { wallFrame } from '../../enclosures/wall-places'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { polygonProfile, rectangle } from '../../profile/shapes'
import { OUTWARDS } from '../../references/sides'
import { raise } from '../../result'
import type { StepContext, StepOutput } from '../step-kind'
import type { RailsValues } from './fields'
import { type Rail, railsOf, runOf } from './places'

/** Rails stand so deep in wall and floor, mm. */
const ROOT = 0.2
/** Smaller bodies are dust, mm3. */
const DUST = 1e-3
const FAR = 1e3

export function buildRails(v: RailsValues, context: StepContext): StepOutput {
  const { kernel, id } = context
  const e = v.case.data
  if (e.board.under - e.floor < 0.2) raise('no-room', 'There is no room for a rail between the floor and the board; more clearance below would make some.', 'case') // prettier-ignore
  const rails = railsOf(v, e)
  const run = runOf(v, e, rails)
  const [base, lid] = laidParts(e, kernel, v.case.parts)
  const whole = inOne(e, [base, lid], [], context)
  const cap = kernel.intersect(whole, beyond(v, run.open + v.apart, e.floor + v.apart, context))
  if (kernel.bodies(cap).filter((b) => b.volume() > DUST).length > 1) raise('stands', 'Something stands on the floor where the wall goes with the lid: posts or ledges of that side do not let the board slide in. Switched off, or another side, would do.', 'side') // prettier-ignore
  const opened = kernel.subtract(base, [beyond(v, run.open, e.floor, context)])
  const made = rails.flatMap((rail) => railSolids(rail, v, e, run, context))
  return {
    parts: [
      { id: e.base, solid: stood(e, kernel, kernel.union([opened, ...made])) },
      { id: e.lid, solid: stood(e, kernel, kernel.union([lid, cap])) },
    ],
    undone: [`${v.case.step}:in${e.contents[0]!.mark}`],
    rows: rowsOf(v, e, id, run),
    notes: [
      `The ${v.side} wall goes with the lid: the board slides in under it, and it keeps the board from sliding out.`,
    ],
  }
}

/** All that is farther out than a place on the way in, above a height. */
function beyond({ side }: RailsValues, from: number, height: number, { kernel, id, tolerance }: StepContext): Solid {
  const [dx, dy] = OUTWARDS[side]
  const corners = ([along, aside]: Vec2): Vec2 => [dx * along - dy * aside, dy * along + dx * aside]
  const [a, b] = [corners([from, -FAR]), corners([from + FAR, FAR])]
  const box = rectangle(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1]))
  return kernel.extrude(box, height, FAR, { names: { step: id, top: 'seam', bottom: 'seam', side: 'seam' }, tolerance })
}

/** A rail under the board's edge, down to the floor, and one over it. */
function railSolids(
  { place, deep, slope, top }: Rail,
  { side }: RailsValues,
  e: Enclosure,
  { closed, open }: { closed: number; open: number },
  { kernel, id, tolerance }: StepContext,
): Solid[] {
  const frame = wallFrame(place)
  // Along the wall, from the place in its middle.
  const [dx, dy] = OUTWARDS[side]
  const way = dx * place.out[1] - dy * place.out[0]
  const span = [closed - ROOT, open].map((at) => way * (at - dx * place.at[0] - dy * place.at[1])).sort((p, q) => p - q)
  const rail = (role: string, points: readonly Vec2[]) => {
    const names = { step: id, top: role, bottom: role, side: role }
    const profile = polygonProfile(points.map(([depth, z]): Vec2 => [-e.wall - depth, z]).reverse(), [
      '1',
      '2',
      '3',
      '4',
    ])
    return kernel.place(kernel.extrude(profile, span[0]!, span[1]!, { names, tolerance }), frame)
  }
  return [
    rail('rest', [[-ROOT, e.floor - ROOT], [deep, e.floor - ROOT], [deep, e.board.under], [-ROOT, e.board.under]]),
    rail('rail', [[-ROOT, slope - ROOT], [deep, slope + deep], [deep, top], [-ROOT, top]]),
  ] // prettier-ignore
}

function rowsOf(
  v: RailsValues,
  e: Enclosure,
  id: string,
  { closed, open }: { closed: number; open: number },
): RowSpec[] {
  // prettier-ignore
  const [x, y] = OUTWARDS[v.side]
  const far = open - closed + 2 * e.wall + 1
  const of = (part: string, role: string) => ({ of: 'parts', parts: [part], surfaces: { step: id, role } }) as const
  const { items, name } = e.contents[0]!
  return [
    gapRow(id, 'rail', 'Board under its rails', v.gap, 'exact', boardOf(e), of(e.base, 'rail')),
    gapRow(id, 'seam', 'Wall of the lid beside the base', v.apart, 'exact', of(e.lid, 'seam'), of(e.base, 'seam')),
    { ...wayRow(id, 'in', `${name} sliding into the base`, { ...items, own: true }, { of: 'whole', part: e.base, firm: true }), ...comesBy(e, [x * far, y * far, 0]) }, // prettier-ignore
  ]
}
