import { placePositions } from '../geometry/placement'
import { longestWay, poseAt, type Travel } from '../geometry/travel'
import { scale, sub, type Vec3 } from '../geometry/vec'
import type { Triangles } from '../mesh/unpack'
import { type Gap, smallestGap, TriangleTree } from './gap'
import { gapOnSlide } from './gap-on-slide'

/** Something that moves, and how. */
export interface Mover {
  triangles: Triangles
  travel: Travel
}

/** The gap at one place on a way, from 0 to 1. */
interface Seen {
  share: number
  gap: Gap
}

/** The least gap found is right to this, mm, unless that would take more than `MOST` looks. */
const EXACT = 0.005
const MOST = 90

/**
 * The least gap between something that moves and all it passes, on the whole of its way.
 * @param others what moves with it, each to the same share of its own way
 */
export function gapOnTravel(own: Mover, others: readonly Mover[], rest: TriangleTree): Gap | undefined {
  const slides = others.flatMap((o) => (o.travel.kind === 'slide' ? [{ ...o, by: o.travel.by }] : []))
  if (own.travel.kind !== 'slide' || slides.length < others.length) return gapByLooking(own, others, rest)
  const { by, stands } = own.travel
  // Seen from what slides as well, the way leads from where both are now.
  const onWay = (way: Vec3, other: TriangleTree) => gapOnSlide(own.triangles, scale(way, -stands), way, other) ?? []
  const gaps = [onWay(by, rest), ...slides.map((o) => onWay(sub(by, o.by), new TriangleTree(o.triangles)))].flat()
  return gaps.sort((a, b) => a.distance - b.distance)[0]
}

/**
 * The same on any way. No point comes nearer by more than it moves, so between two places where the gap is known nothing
 * can be nearer than both less the way between them: it is looked where that leaves room for less than the least so far,
 * until nothing is left.
 */
function gapByLooking(own: Mover, others: readonly Mover[], rest: TriangleTree): Gap | undefined {
  const fastest = longestWay(own.travel, own.triangles) + Math.max(0, ...others.map((o) => longestWay(o.travel, o.triangles))) // prettier-ignore
  const look = (share: number): Seen | undefined => {
    const tree = placed(own, share)
    const gaps = [rest, ...others.map((o) => placed(o, share))].flatMap((t) => smallestGap(tree, t) ?? [])
    const gap = gaps.sort((a, b) => a.distance - b.distance)[0]
    return gap && { share, gap }
  }
  const seen: Seen[] = []
  for (const share of [own.travel.stands, 0, 1, 0.5]) {
    // Where it stands may lie before its way: closed, a lid lies on its rim.
    if (share < 0 || share > 1) continue
    if (seen.some((s) => s.share === share)) continue
    const found = look(share)
    if (!found) return undefined
    seen.push(found)
  }
  seen.sort((a, b) => a.share - b.share)
  while (seen.length < MOST) {
    const least = Math.min(...seen.map((s) => s.gap.distance))
    if (least === 0) break
    const next = seen
      .slice(1)
      .map((b, i) => ({ at: i + 1, low: lowest(seen[i]!, b, fastest), share: between(seen[i]!, b, fastest) }))
      .sort((p, q) => p.low - q.low)[0]
    if (!next || next.low > least - EXACT) break
    const found = look(next.share)
    if (!found) break
    seen.splice(next.at, 0, found)
  }
  return seen.reduce((a, b) => (b.gap.distance < a.gap.distance ? b : a)).gap
}

const placed = ({ triangles, travel }: Mover, share: number): TriangleTree =>
  new TriangleTree(Float32Array.from(placePositions(poseAt(travel, share), triangles)))

/** The least that the gap can be between two places. */
const lowest = (a: Seen, b: Seen, fastest: number): number =>
  (a.gap.distance + b.gap.distance - fastest * (b.share - a.share)) / 2

/** Where it would be that. */
function between(a: Seen, b: Seen, fastest: number): number {
  const middle = (a.share + b.share) / 2
  const share = middle + (a.gap.distance - b.gap.distance) / (2 * Math.max(fastest, 1e-9))
  const room = (b.share - a.share) / 8
  return Math.min(b.share - room, Math.max(a.share + room, share))
}
