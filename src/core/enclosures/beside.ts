import type { RowSpec } from '../built/rows'
import { clipped } from '../geometry/clip'
import type { Vec2, Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { contains, distanceToEdges } from '../profile/measure'
import { offsetProfile } from '../profile/offset'
import type { Profile } from '../profile/segment'
import { expectOk } from '../result'
import type { CasedItem, Enclosure } from './enclosure'
import { gapRow } from '../built/gap-row'
import { hullFromAbove } from './item-outline'

/** Something upright and round, from one height to another, where the board lies flat, mm. */
export interface Upright {
  at: Vec2
  radius: number
  from: number
  to: number
}

/** Items farther from all posts than their room and this have no row, mm. */
const WORTH_A_ROW = 1

/** The items that stand beside some uprights, nearer than a distance, mm. */
export const itemsBeside = (e: Enclosure, uprights: readonly Upright[], near: number): CasedItem[] =>
  e.items.filter((item) => uprights.some((u) => roomBeside(item, u, near) < near))

/**
 * How far an item keeps from an upright, seen from above, at the heights that both are at; 0 where it reaches into it.
 * @param near what is farther off need not be told
 */
export function roomBeside(item: CasedItem, { at, radius, from, to }: Upright, near: number): number {
  const { min, max } = item.box
  if (min[2] > to + near || max[2] < from - near) return Infinity
  const [x, y] = [0, 1].map((k) => Math.max(min[k]! - at[k]!, at[k]! - max[k]!, 0)) as [number, number]
  if (Math.hypot(x, y) > radius + near) return Infinity
  const outline = outlineWithin(item, from - near, to + near)
  if (outline.loops.length === 0) return Infinity
  return contains(outline, at) ? 0 : Math.max(0, distanceToEdges(outline.loops, at) - radius)
}

/** The convex outline, seen from above, of what of an item lies between two heights. */
function outlineWithin({ positions, indices }: CasedItem, low: number, high: number): Profile {
  const points: number[] = []
  for (let t = 0; t < indices.length; t += 3) {
    const corners = [0, 1, 2].map((k): Vec3 => {
      const i = 3 * indices[t + k]!
      return [positions[i]!, positions[i + 1]!, positions[i + 2]!]
    })
    for (const p of clipped(clipped(corners, ([, , z]) => z - low), ([, , z]) => high - z)) points.push(...p) // prettier-ignore
  }
  return points.length < 9 ? { loops: [] } : hullFromAbove(points)
}

/** Nothing thinner than this is left of a column at its ends, mm. */
const PAST = 0.4

/**
 * What a column loses so that items have their room: their outlines, grown, over its height.
 * @param from where items come in along the column: nothing of it is left on their way
 */
export const roomFor = (
  items: readonly CasedItem[],
  span: readonly [number, number],
  room: number,
  step: string,
  { kernel, tolerance }: { kernel: Kernel; tolerance: number },
  from?: 'above' | 'below',
): Solid[] =>
  items.flatMap((item) => {
    const outline = outlineWithin(item, span[0] - room, span[1] + room)
    if (outline.loops.length === 0) return []
    const [low, high] = [item.box.min[2] - room, item.box.max[2] + room]
    // Past an end of the column it goes on: cut along its very face a film would be left.
    const z0 = from === 'below' || low < span[0] + PAST ? span[0] - PAST : low
    const z1 = from === 'above' || high > span[1] - PAST ? span[1] + PAST : high
    const names = { step, top: 'cut', bottom: 'cut', side: 'cut' }
    return z1 > z0 ? [kernel.extrude(expectOk(offsetProfile(outline, room)), z0, z1, { names, tolerance })] : []
  })

/** A row for each item that stands beside posts: it has its room. */
export const besideRows = (
  step: string,
  e: Enclosure,
  part: string,
  uprights: readonly Upright[],
  room: number,
): RowSpec[] =>
  itemsBeside(e, uprights, room + WORTH_A_ROW).map(
    (item) =>
    gapRow(step, `beside:${item.id}`, `${item.name} beside the posts`, room, 'at-least', item.of, { of: 'parts', parts: [part], surfaces: { step, role: 'post' }, also: ['cut', 'pin', 'foot', 'gusset'].map((role) => ({ step, role })) }), // prettier-ignore
  )
