import { CLOSURE } from '../../enclosures/closure'
import { cornersOf, cornerTowers } from '../../enclosures/corners'
import { type Enclosure, stood } from '../../enclosures/enclosure'
import { leastThread, nominal, sizeOf, UNDER_INSERT, usualScrew } from '../../fit/screws'
import { compose, FLIPPED, type Placement, translation } from '../../geometry/placement'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import { raise } from '../../result'
import { holeAcross, type HoleShape, holeTool, mouthAcross, mouthDepth, PLAIN_HOLE } from '../hole-shape'
import { leaving, type StepContext, type StepOutput } from '../step-kind'
import type { TowersValues } from './fields'

/** What carries a head that is let in, and what closes a hole at its end, at least, mm. */
const LEAST_SEAT = 1.2

/** The holes of a tower: through the lid, and in the base from its rim or from underneath. */
interface Bores {
  lid: HoleShape
  base: HoleShape
  /** How deep the base's is, mm; `under` it comes from underneath. */
  deep: number
  under: boolean
  /** The widest of all of them, from the middle. */
  radius: number
  /** From the seat of the head to where the thread begins, and to its end. */
  thread: readonly [number, number]
  sinkable: number
}

export function buildTowers(v: TowersValues, context: StepContext): StepOutput {
  const { kernel, printer } = context
  const e = v.case.data
  const bores = boresOf(v, e)
  // A lip stands between the room and the screw.
  const keep = Math.max(2 * printer.line, v.round) + bores.radius
  const places = cornersOf(e, keep, v.at)
  const radius = bores.radius + v.round
  const { long, sink } = screwFor(v, bores)
  const towers = cornerTowers(e, places, radius, context)
  const put = (solid: Solid, frame: Placement) =>
    places.map(({ at, name }) => stood(e, kernel, copied(kernel, solid, compose(translation([...at, 0]), frame), name)))
  const lidHole = holeTool({ ...bores.lid, sink }, e.parting - e.top - 1, context)
  const baseHole = holeTool(bores.base, -bores.deep - (bores.under ? 1 : 0), context)
  const from = bores.under ? compose(translation([0, 0, e.bottom]), FLIPPED) : translation([0, 0, e.parting])
  const base = kernel.subtract(
    kernel.union([v.case.parts.get(e.base)!, stood(e, kernel, towers.base)]),
    put(baseHole, from),
  )
  const lid = kernel.subtract(
    kernel.union([v.case.parts.get(e.lid)!, stood(e, kernel, towers.lid)]),
    put(lidHole, translation([0, 0, e.top])),
  )
  const sunk = sink > 0 ? `, their heads ${sink.toFixed(1)} mm under the top` : ''
  return {
    parts: [
      { id: e.base, solid: base },
      { id: e.lid, solid: lid },
    ],
    published: [leaving(CLOSURE, true, e.reference)],
    rows: [],
    notes: [`${places.length} screws ${v.screw} x ${long}${sunk}.`],
  }
}

/** Errors: no-size, head, into (what there is no room for in height, with what would do) */
function boresOf(v: TowersValues, e: Enclosure): Bores {
  const lid: HoleShape = { ...PLAIN_HOLE, for: 'clear', screw: v.screw, head: v.head, room: v.room }
  const [above, below] = [e.top - e.parting, e.parting - e.bottom]
  const mouth = v.head === 'plain' ? 0 : mouthDepth(lid)
  const sinkable = above - LEAST_SEAT - mouth
  if (sinkable < 0) raise('head', `A head let in is ${mouth.toFixed(1)} mm deep, and the lid is ${above.toFixed(1)} mm high: ${(-sinkable).toFixed(1)} mm more would do, or a head on top.`, 'head') // prettier-ignore
  const own: HoleShape = { ...PLAIN_HOLE, screw: v.screw, room: v.room, reach: 'deep' }
  const head = v.head === 'bore' ? (sizeOf('cap', v.screw)?.[1] ?? 0) : 0
  const way = above - head
  const widest = (base: HoleShape, across: number) => Math.max(across, holeAcross(lid), v.head === 'plain' ? 0 : mouthAcross(lid), holeAcross(base)) / 2 // prettier-ignore
  if (v.into === 'nut') {
    const base: HoleShape = { ...own, for: 'clear', head: 'nut', reach: 'through' }
    const pocket = mouthDepth(base)
    if (pocket > below - LEAST_SEAT) raise('into', `A pocket for a nut is ${pocket.toFixed(1)} mm deep, and the base is ${below.toFixed(1)} mm high; ${(pocket + LEAST_SEAT - below).toFixed(1)} mm more would do.`, 'into') // prettier-ignore
    return { lid, base, deep: below, under: true, radius: widest(base, (mouthAcross(base) * 2) / Math.sqrt(3)), thread: [way + below - pocket, way + below], sinkable } // prettier-ignore
  }
  const base: HoleShape = { ...own, for: v.into }
  const deep = v.into === 'insert' ? v.insert + UNDER_INSERT : Math.min(below - LEAST_SEAT, 4 * nominal(v.screw))
  if (deep > below - LEAST_SEAT) raise('insert', `An insert ${v.insert.toFixed(1)} mm long needs a hole ${deep.toFixed(1)} mm deep, and the base is ${below.toFixed(1)} mm high; up to ${Math.max(0, below - LEAST_SEAT - UNDER_INSERT).toFixed(1)} mm would do, or a higher parting.`, 'insert') // prettier-ignore
  return { lid, base, deep, under: false, radius: widest(base, 0), thread: [way, way + deep], sinkable }
}

/** The screw of a usual length, and how much deeper its head goes for it. Errors: screw */
function screwFor(v: TowersValues, { thread: [from, to], sinkable }: Bores): { long: number; sink: number } {
  const hold = Math.min(leastThread(v.screw, v.into === 'pilot'), to - from)
  const usual = usualScrew(from + hold, to, v.head === 'plain' ? 0 : sinkable)
  return usual ?? raise('screw', `No usual ${v.screw} screw is between ${(from + hold).toFixed(1)} and ${to.toFixed(1)} mm long, and the head has no room to go deeper; another screw, or another height of the parting, would do.`, 'screw') // prettier-ignore
}
