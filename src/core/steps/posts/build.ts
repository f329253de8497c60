import { columnSolid, level, round } from '../../enclosures/column'
import type { Upright } from '../../enclosures/beside'
import { boardOf, type Enclosure, stood } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'
import { POSTS, type Posts } from '../../enclosures/posts'
import { compose, FLIPPED, translation } from '../../geometry/placement'
import type { Solid } from '../../kernel/kernel'
import { copied } from '../../kernel/retagged'
import type { TurnedEdge } from '../../kernel/mesh-builder'
import { INSERT_WALL, pilotHole, SCREWS, UNDER_INSERT } from '../../fit/screws'
import type { Hole } from '../../references/board'
import { raise } from '../../result'
import { besideItems, rowsBeside } from '../around-items'
import { gussetSolids, reachOf } from '../gussets'
import { holeAcross, type HoleShape, holeTool, mouthAcross, mouthDepth, PLAIN_HOLE } from '../hole-shape'
import { leaving, type StepContext, type StepOutput } from '../step-kind'
import type { PostsValues } from './fields'

/** Free length a pin keeps to the roof, mm. */
const ROOF_ROOM = 0.1
/** What is left of the floor under a hole or over a pocket, at least, mm. */
const LEAST_FLOOR = 0.8
/** Least wall round other holes, mm. */
const LEAST_WALL = 0.4

export function buildPosts(v: PostsValues, context: StepContext): StepOutput {
  const { kernel, id } = context
  const e = v.case.data
  if (v.holes.length === 0)
    return { parts: [], rows: [], notes: ['The board has no mounting holes, so there are no posts.'] }
  const height = e.board.under - e.floor
  if (height < 0.05) raise('no-room', 'There is no room for posts between the floor and the board; more clearance below would make some.', 'case') // prettier-ignore
  if (v.foot > height) raise('foot', `A ${v.foot.toFixed(2)} mm fillet does not fit on a ${height.toFixed(2)} mm post; up to ${height.toFixed(2)} mm would.`, 'foot') // prettier-ignore
  const bore = boreOf(v, e, height)
  const posts = v.holes.map((hole) => placedPost(v, context, e, hole, height))
  const columns = v.holes.map((hole): Upright => ({ at: hole.centre, radius: reachOf(v.across / 2, v), from: e.floor, to: e.board.under })) // prettier-ignore
  // Of pins what comes out of the board may meet what lies over the hole.
  const pins = v.top === 'pin' ? v.holes.map((hole): Upright => ({ at: hole.centre, radius: hole.diameter / 2 - v.gap, from: e.board.under, to: e.board.under + v.reach })) : [] // prettier-ignore
  const uprights = [...columns, ...pins]
  const standing = kernel.union([
    v.case.parts.get(e.base)!,
    besideItems(kernel.union(posts), uprights, v, e, context, 'above'),
  ])
  const solid = bore ? kernel.subtract(standing, bored(bore, v.holes, e, context)) : standing
  return {
    parts: [{ id: e.base, solid }],
    published: [leaving(POSTS, postsLeft(id, v, e, bore), e.reference)],
    rows: [...(v.top === 'pin' ? [pinRow(v, e, id)] : []), ...rowsBeside(id, e, e.base, uprights, v)],
    notes: bore ? [`${v.holes.length === 1 ? 'One hole' : `${v.holes.length} holes`} of Ø ${holeAcross(bore.shape).toFixed(2)} mm for ${v.screw}.`] : [], // prettier-ignore
  }
}

const pinRow = (v: PostsValues, e: Enclosure, id: string) =>
  gapRow(id, 'pins', 'Pins in board holes', v.gap, 'exact', boardOf(e), { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'pin' } }) // prettier-ignore

/** A hole that is bored into the posts once they stand: from their top, or from underneath. */
interface Bore {
  shape: HoleShape
  from: 'top' | 'underside'
  /** How long it is, mm. */
  deep: number
}

/**
 * The hole for an insert, or for a bolt that goes right through.
 * Errors: no-size, insert or under (too deep for what is there), across (too little wall round it)
 */
function boreOf(v: PostsValues, e: Enclosure, height: number): Bore | undefined {
  const there = e.board.under - e.bottom - LEAST_FLOOR
  if (v.top === 'insert') {
    const shape: HoleShape = { ...PLAIN_HOLE, for: 'insert', screw: v.screw, reach: 'deep' }
    const deep = v.insert + UNDER_INSERT
    if (deep > there + 1e-9) {
      const most = there - UNDER_INSERT
      raise('insert', `An insert ${v.insert.toFixed(1)} mm long needs a hole ${deep.toFixed(1)} mm deep, and from the board to the underside there is room for ${there.toFixed(1)} mm. ${most >= 2 ? `One of up to ${most.toFixed(1)} mm fits, or ` : ''}${(deep - there).toFixed(1)} mm more clearance below would do.`, 'insert') // prettier-ignore
    }
    wallRound(v, holeAcross(shape), INSERT_WALL, `An insert for ${v.screw}`)
    return { shape, from: 'top', deep }
  }
  if (v.top !== 'bolt') return undefined
  const shape: HoleShape = { ...PLAIN_HOLE, for: 'clear', screw: v.screw, head: v.under, room: v.room }
  const pocket = mouthDepth(shape)
  if (pocket > there) raise('under', `The pocket is ${pocket.toFixed(1)} mm deep, and from the board to the underside there is room for ${there.toFixed(1)} mm; ${(pocket - there).toFixed(1)} mm more clearance below would do.`, 'under') // prettier-ignore
  const reaches = pocket > e.floor - e.bottom - LEAST_FLOOR
  const round = v.under === 'nut' ? mouthAcross(shape) * (2 / Math.sqrt(3)) : mouthAcross(shape)
  wallRound(v, reaches ? round : holeAcross(shape), LEAST_WALL, reaches ? 'The pocket underneath' : `A bolt ${v.screw}`)
  return { shape, from: 'underside', deep: height + e.floor - e.bottom }
}

function wallRound(v: PostsValues, hole: number, wall: number, what: string): void {
  const least = hole + 2 * wall
  if (v.across < least - 1e-9) raise('across', `${what} is Ø ${hole.toFixed(2)} mm with ${wall.toFixed(1)} mm of wall round it: posts from ${least.toFixed(1)} mm on hold it.`, 'across') // prettier-ignore
}

function bored({ shape, from, deep }: Bore, holes: readonly Hole[], e: Enclosure, context: StepContext): Solid[] {
  const { kernel } = context
  const tool = holeTool(shape, -deep - (from === 'underside' ? 1 : 0), context)
  const way = from === 'top' ? translation([0, 0, e.board.under]) : compose(translation([0, 0, e.bottom]), FLIPPED)
  return holes.map((hole) => stood(e, kernel, copied(kernel, tool, compose(translation([...hole.centre, 0]), way), hole.id))) // prettier-ignore
}

/** A pilot hole may be narrower by this than the table's, mm. */
const PILOT_SLACK = 0.05

function postsLeft(step: string, v: PostsValues, e: Enclosure, bore: Bore | undefined): Posts {
  const { top, gap, reach } = v
  const screw = top === 'pilot' ? (SCREWS.findLast((s) => pilotHole(s) <= v.pilot + PILOT_SLACK) ?? 'M1.6') : v.screw
  const thread = (): Posts['thread'] => {
    if (top === 'pilot') return { from: 0, deep: e.board.under - e.floor }
    if (top === 'insert') return { from: 0, deep: v.insert + UNDER_INSERT }
    if (top === 'bolt' && v.under === 'nut') return { from: bore!.deep - mouthDepth(bore!.shape), deep: bore!.deep }
    return undefined
  }
  return { step, top, screw, thread: thread(), pin: top === 'pin' ? { over: reach, gap } : undefined }
}

function placedPost(v: PostsValues, context: StepContext, e: Enclosure, hole: Hole, height: number): Solid {
  const { kernel, id } = context
  const column = { radius: v.across / 2, height, foot: v.foot, top: topOf(v, e, height, hole) }
  const post = columnSolid(column, { step: id, copy: [hole.id] }, context)
  const gussets = gussetSolids(v, column, hole.id, context)
  return kernel.place(kernel.union([post, ...gussets]), translation([hole.centre[0], hole.centre[1], e.floor]))
}

/** How the outline of a post goes on from the outside of its top to the axis. */
function topOf(v: PostsValues, e: Enclosure, height: number, hole: Hole): TurnedEdge[] {
  const radius = v.across / 2
  if (v.top === 'pin') {
    const pin = hole.diameter / 2 - v.gap
    if (pin < 0.3) raise('gap', `A pin with ${v.gap.toFixed(2)} mm round it in a ${hole.diameter.toFixed(2)} mm hole would be ${Math.max(0, 2 * pin).toFixed(2)} mm across; a smaller gap or a pilot hole would do.`, 'gap') // prettier-ignore
    if (pin >= radius) raise('across', `Posts of ${v.across.toFixed(2)} mm are no wider than their pins of ${(2 * pin).toFixed(2)} mm; from ${(2 * pin + 1.6).toFixed(1)} mm on they carry the board.`, 'across') // prettier-ignore
    const most = e.roof - e.floor - height - ROOF_ROOM
    if (v.reach > most) raise('reach', `Pins ${v.reach.toFixed(2)} mm long would meet the roof; up to ${most.toFixed(2)} mm fit.`, 'reach') // prettier-ignore
    const end = height + v.reach
    return [level([pin, height], 'seat', 1), round([pin, end], 'pin', pin), level([0, end], 'tip', 1)]
  }
  if (v.top === 'pilot') {
    const pilot = v.pilot / 2
    if (pilot > radius - LEAST_WALL) raise('pilot', `A ${v.pilot.toFixed(2)} mm pilot hole leaves no wall in a ${v.across.toFixed(2)} mm post; up to ${Math.max(0, v.across - 2 * LEAST_WALL).toFixed(2)} mm would.`, 'pilot') // prettier-ignore
    return [level([pilot, height], 'seat', 1), round([pilot, 0], 'pilot', pilot, true), level([0, 0], 'pilot:end', 1)]
  }
  return [level([0, height], 'seat', 1)]
}
