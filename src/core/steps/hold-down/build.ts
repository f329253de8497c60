import type { Upright } from '../../enclosures/beside'
import { CLOSURE } from '../../enclosures/closure'
import { columnSolid, level, round } from '../../enclosures/column'
import { boardOf, type Enclosure, stood } from '../../enclosures/enclosure'
import { withinWalls } from '../../enclosures/within-walls'
import { gapRow } from '../../built/gap-row'
import type { Posts } from '../../enclosures/posts'
import { leastThread, nominal, sizeOf, usualScrew } from '../../fit/screws'
import { compose, FLIPPED, translation } from '../../geometry/placement'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import type { TurnedEdge } from '../../kernel/mesh-builder'
import type { Hole } from '../../references/board'
import { raise } from '../../result'
import { besideItems, rowsBeside } from '../around-items'
import { gussetSolids, reachOf } from '../gussets'
import { holeAcross, type HoleShape, holeTool, mouthAcross, mouthDepth, PLAIN_HOLE } from '../hole-shape'
import { leaving, type StepContext, type StepOutput } from '../step-kind'
import type { HoldDownValues } from './fields'

/** What carries a head that is let in, and is left of the roof over a hole for a pin, at least, mm. */
const LEAST_SEAT = 1.2
/** Room over the end of a pin, mm. */
const OVER_PIN = 0.4
/** Least wall round a hole, mm. */
const LEAST_WALL = 0.4

export function buildHoldDown(v: HoldDownValues, context: StepContext): StepOutput {
  const { kernel, id } = context
  const e = v.case.data
  const posts = v.posts?.data
  if (v.holes.length === 0) return { parts: [], rows: [], notes: ['The board has no mounting holes to hold it down at.'] } // prettier-ignore
  const end = e.board.top + v.gap
  const height = e.roof - end
  if (height < 0.05) raise('no-room', 'There is no room for posts between the board and the roof; more clearance above would make some.', 'case') // prettier-ignore
  const foot = Math.min(v.foot, height)
  const uprights = v.holes.map((hole): Upright => ({
    at: hole.centre,
    radius: reachOf(v.across / 2, v),
    from: end,
    to: e.roof,
  }))
  const columns = v.holes.map((hole) => {
    const column = columnSolid({ radius: v.across / 2, height, foot, top: topOf(v, e, posts, hole, height) }, { step: id, copy: [hole.id] }, context) // prettier-ignore
    const gussets = gussetSolids(v, { radius: v.across / 2, height }, hole.id, context)
    return kernel.place(kernel.union([column, ...gussets]), compose(translation([...hole.centre, e.roof]), FLIPPED))
  })
  const joined = kernel.union([
    v.case.parts.get(e.lid)!,
    besideItems(withinWalls(e, kernel.union(columns), uprights, id, context), uprights, v, e, context, 'below'),
  ])
  const screws = v.end === 'screw' ? screwed(v, e, posts, height) : undefined
  return {
    parts: [{ id: e.lid, solid: screws ? kernel.subtract(joined, bored(screws.shape, v, e, context)) : joined }],
    published: screws?.holds ? [leaving(CLOSURE, true, e.reference)] : [],
    rows: [pressRow(v, e, id), ...(v.end === 'pin' && reachOver(v, e, posts) > 0 ? [pinRow(v, e, posts, id)] : []), ...rowsBeside(id, e, e.lid, uprights, v)], // prettier-ignore
    notes: screws ? [screws.note] : [],
  }
}

/** How far pins reach into the posts that come down to the board, mm. */
const reachOver = (v: HoldDownValues, e: Enclosure, posts: Posts | undefined): number =>
  posts?.pin ? e.board.under + posts.pin.over - (e.board.top + v.gap) : 0

/** How the outline of a post goes on from the outside of its end to the axis. Errors: across, reach */
function topOf(v: HoldDownValues, e: Enclosure, posts: Posts | undefined, hole: Hole, height: number): TurnedEdge[] {
  if (v.end !== 'pin') return [level([0, height], 'seat', 1)]
  if (!posts?.pin) return raise('no-pins', 'There are no posts with pins below to go into; plain ones, or ones for screws, would do.', 'end') // prettier-ignore
  const socket = hole.diameter / 2 - posts.pin.gap + v.pin
  if (socket > v.across / 2 - LEAST_WALL) raise('across', `A hole for the pin, Ø ${(2 * socket).toFixed(2)} mm, leaves no wall; posts from ${(2 * (socket + LEAST_WALL)).toFixed(1)} mm on would.`, 'across') // prettier-ignore
  const over = reachOver(v, e, posts)
  if (over <= 0) return [level([0, height], 'seat', 1)]
  const deep = Math.min(over + OVER_PIN, height + e.top - e.roof - LEAST_WALL)
  return [level([socket, height], 'seat', 1), round([socket, height - deep], 'socket', socket, true), level([0, height - deep], 'socket:end', 1)] // prettier-ignore
}

interface Screwed {
  shape: HoleShape
  holds: boolean
  note: string
}

/**
 * The screw through lid and board: its hole, whether anything below holds it, and how long it is. Heads that are let in
 * go as deep as a screw of a usual length asks for.
 * Errors: no-size, screw (it does not go through the board), across, head
 */
function screwed(v: HoldDownValues, e: Enclosure, posts: Posts | undefined, height: number): Screwed {
  const plain: HoleShape = { ...PLAIN_HOLE, for: 'clear', screw: v.screw, head: v.head, room: v.room }
  const narrow = v.holes.find((h) => h.diameter < nominal(v.screw))
  if (narrow) raise('screw', `The board's hole of Ø ${narrow.diameter.toFixed(2)} mm lets no ${v.screw} through; a smaller screw goes.`, 'screw') // prettier-ignore
  const whole = height + e.top - e.roof
  const mouth = v.head === 'plain' ? 0 : mouthDepth(plain)
  const deepest = whole - LEAST_SEAT
  if (mouth > deepest) raise('head', `A head let in is ${mouth.toFixed(1)} mm deep, and lid and post are ${whole.toFixed(1)} mm thick; ${(mouth - deepest).toFixed(1)} mm more clearance above would do, or a head on top.`, 'head') // prettier-ignore
  const length = lengthOf(v, e, posts, v.head === 'plain' ? 0 : deepest - mouth)
  const shape = { ...plain, sink: 'sink' in length ? length.sink : 0 }
  const wide = mouth + shape.sink > e.top - e.roof - LEAST_WALL && v.head !== 'plain' ? mouthAcross(shape) : holeAcross(shape) // prettier-ignore
  if (v.across < wide + 2 * LEAST_WALL) raise('across', `Posts of ${v.across.toFixed(1)} mm have no wall round a hole of Ø ${wide.toFixed(1)} mm; from ${(wide + 2 * LEAST_WALL).toFixed(1)} mm on they have.`, 'across') // prettier-ignore
  if ('why' in length) return { shape, holds: false, note: length.why }
  const sunk = shape.sink > 0 ? `, their heads ${shape.sink.toFixed(1)} mm under the top` : ''
  return { shape, holds: true, note: `${v.holes.length} ${v.holes.length === 1 ? 'screw' : 'screws'} ${v.screw} x ${length.long}${sunk}.` } // prettier-ignore
}

/** The screw of a usual length that holds, with how much deeper its head goes, mm; or why there is none. */
function lengthOf(
  v: HoldDownValues,
  e: Enclosure,
  posts: Posts | undefined,
  mostSink: number,
): { long: number; sink: number } | { why: string } {
  const help = `posts with inserts, pilot holes or bolts for ${v.screw} at the same holes would.`
  if (!posts?.thread) return { why: `Nothing below takes the screws: ${help}` }
  if (posts.screw !== v.screw) return { why: `The posts below take ${posts.screw}, not ${v.screw}: ${help}` }
  // A countersunk screw is measured with its head.
  const head = v.head === 'bore' ? (sizeOf('cap', v.screw)?.[1] ?? 0) : 0
  const way = e.top - head - e.board.under
  const { from, deep } = posts.thread
  const hold = Math.min(leastThread(v.screw, posts.top === 'pilot'), deep - from)
  const least = way + from + hold
  const usual = usualScrew(least, way + deep, mostSink)
  return usual ?? { why: `No usual ${v.screw} screw is between ${least.toFixed(1)} and ${(way + deep).toFixed(1)} mm long, and the head has no room to go deeper.` } // prettier-ignore
}

function bored(shape: HoleShape, v: HoldDownValues, e: Enclosure, context: StepContext): Solid[] {
  const { kernel } = context
  const tool = holeTool(shape, e.board.top - e.top - 1, context)
  return v.holes.map((hole) => stood(e, kernel, copied(kernel, tool, translation([...hole.centre, e.top]), hole.id)))
}

const pressRow = (v: HoldDownValues, e: Enclosure, id: string) =>
  gapRow(id, 'press', 'Board under the posts of the lid', v.gap, 'exact', boardOf(e), { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'seat' } }) // prettier-ignore

function pinRow(v: HoldDownValues, e: Enclosure, posts: Posts | undefined, id: string) {
  const pins = { of: 'parts', parts: [e.base], surfaces: { step: posts?.step ?? '', role: 'pin' } } as const
  return gapRow(id, 'pins', 'Pins in the posts of the lid', v.pin, 'exact', pins, { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'socket' } }) // prettier-ignore
}
