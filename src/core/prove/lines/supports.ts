import { apply } from '../../geometry/placement'
import { boxOfPositions, type Vec3 } from '../../geometry/vec'
import { EMPTY } from '../cells/cells'
import { reachOf } from '../cells/reach'
import { formatArea } from '../../units/length'
import { CLEAN } from '../overhangs'
import { stepsUnder } from '../steps-under'
import { usableSpan } from './bridges'
import type { Line, ProofInput } from '../line'

/** What supports are taken out with is so wide, mm: the jaws of small pliers. */
const PLIERS = 4
/** What hangs at one side sags but holds to this without supports, mm (trade figure). */
const SAGS = 3
const MOST = 6

/** Whether supports under what cannot be printed without could be taken out again. */
export const supports: Line = (input) => {
  const { lies, say } = input
  const spots = needing(input)
  const told = input.project.parts[input.part.id]?.slicing?.supports === 'none'
  const leaning = input.leans.area > LITTLE
  if (told && (spots.length > 0 || leaning)) return without(input, spots)
  const shut = spots.length === 0 ? [] : outOfReach(input, spots)
  return {
    id: 'supports',
    about: 'Supports',
    says:
      spots.length === 0
        ? leaning ? 'Nothing hangs in the air; what leans out may come out rough.' : 'It needs none.'
        : shut.length === 0
          ? 'Where it needs some, they can be reached and taken out.'
          : `${shut.length === 1 ? 'One place' : `${shut.length} places`} would need supports that cannot be taken out: the ways to them are narrower than ${say(PLIERS)}.`, // prettier-ignore
    verdict: shut.length > 0 ? 'look' : 'fine',
    ...(shut.length > 0 ? { mends: 'Bevel what is over them by 45°, lay the part another way, open the room, or divide the part there.' } : {}), // prettier-ignore
    places: shut.slice(0, MOST).map((at) => ({ says: `${say(at[2])} up`, at: apply(lies.back, at) })),
    ...(told || spots.length > 0 || leaning ? { without: told } : {}),
  }
}

/** Less that leans out does no harm, mm2. */
const LITTLE = 10

/** What stands in the way of a part that is to be printed without supports. */
function without({ lies, part, say, leans, project }: ProofInput, spots: readonly Vec3[]): ReturnType<Line> {
  const all = [...spots, ...(leans.area > LITTLE && leans.place ? [leans.place] : [])]
  const of = stepsUnder(part, lies, all)
  const said = [
    ...(spots.length > 0 ? [`${spots.length === 1 ? 'one place hangs' : `${spots.length} places hang`} in the air`] : []), // prettier-ignore
    ...(leans.area > LITTLE ? [`${formatArea(leans.area, project.unit)} lean out by more than ${project.printer.lean ?? CLEAN}°`] : []), // prettier-ignore
  ]
  return {
    id: 'supports',
    about: 'Supports',
    says: `It is to print without supports, and ${said.join('; ')}.`,
    verdict: 'look',
    mends: 'Lying holes with a tip upwards, bevels instead of rounds under what hangs over, another way to lie, or a cut there do without.', // prettier-ignore
    places: all.slice(0, MOST).map((at) => ({ says: `${say(at[2])} up`, at: apply(lies.back, at) })),
    ...(of.length > 0 ? { of } : {}),
    without: true,
  }
}

/** Where something cannot be printed without support, on the bed's frame. */
const needing = ({ layers, project: { printer } }: ProofInput): Vec3[] =>
  layers.flatMap(
    (l) =>
    [...l.islands, ...l.hangs.filter((h) => h.size > SAGS), ...l.bridges.filter((b) => b.size > usableSpan(printer))].map(({ at }): Vec3 => [at[0], at[1], l.from]), // prettier-ignore
  )

/** Those under which the air cannot be reached with pliers. */
function outOfReach({ lies }: ProofInput, spots: readonly Vec3[]): Vec3[] {
  const { cells, reached } = reachOf(lies, boxOfPositions(lies.positions), PLIERS)
  const [x, y] = cells.count
  return spots.filter((spot) => {
    const above = cells.at(spot)
    if (above === undefined) return false
    // Down from what hangs there to the first air under it.
    let under = above
    while (under >= x * y && cells.labels[under] !== EMPTY) under -= x * y
    return cells.labels[under] === EMPTY && !reached[under]
  })
}
