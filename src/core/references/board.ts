import type { Box3, Vec2 } from '../geometry/vec'
import { areaOf, boundsOf, contains, distanceToEdges } from '../profile/measure'
import type { Profile } from '../profile/segment'
import type { BoardHole, BoardShape } from './board-shape'

/** A hole of the board, with whether and why it is taken for a mounting hole. */
export interface Hole extends BoardHole {
  /** `hole 1`, `hole 2`, ... anticlockwise from the front left. */
  name: string
  mounting: boolean
  why: string
}

/** The side of a case something faces, as on the printer. */
export type Side = 'front' | 'back' | 'left' | 'right'

/** An item that reaches over the board's edge. */
export interface Overhang {
  item: string
  name: string
  side: Side
  /** How far it reaches past the edge, mm. */
  reach: number
  /** It reaches past two edges, at their corner: an opening in one wall alone does not let it out. */
  corner?: true
}

export interface Board {
  item: string
  name: string
  outline: Profile
  outlineArea: number
  /** The box of the outline: [min x, min y, max x, max y], mm. */
  bounds: [number, number, number, number]
  thickness: number
  under: number
  top: number
  holes: Hole[]
  /** Highest and lowest point of all fitted items, the board with them, mm. */
  tallest: { name: string; z: number }
  lowest: { name: string; z: number }
  overhangs: Overhang[]
}

/** A fitted item as the board sees it. Positions packed x y z, mm. */
export interface SeatedItem {
  id: string
  name: string
  positions: ArrayLike<number>
  bounds: Box3
}

/** Mounting holes take M2 to M6 screws, with their play. */
const MOUNTING_LEAST = 1.9
const MOUNTING_MOST = 7.2
/** Reaching over the edge by less than this is drawing noise, mm. */
const OVER = 0.02

/** All that a case needs to know of a board, from its shape and the fitted items. */
export function describeBoard(
  item: { id: string; name: string },
  shape: BoardShape,
  fitted: readonly SeatedItem[],
): Board {
  const bounds = boundsOf(shape.outline)
  const others = fitted.filter((f) => f.id !== item.id)
  let tallest = { name: item.name, z: shape.top }
  let lowest = { name: item.name, z: shape.under }
  for (const f of others) {
    if (f.bounds.max[2] > tallest.z) tallest = { name: f.name, z: f.bounds.max[2] }
    if (f.bounds.min[2] < lowest.z) lowest = { name: f.name, z: f.bounds.min[2] }
  }
  return {
    item: item.id,
    name: item.name,
    outline: shape.outline,
    outlineArea: areaOf(shape.outline),
    bounds,
    thickness: shape.top - shape.under,
    under: shape.under,
    top: shape.top,
    holes: describeHoles(shape, others, bounds),
    tallest,
    lowest,
    overhangs: others.flatMap((f) => overhang(f, shape.outline) ?? []),
  }
}

function describeHoles(shape: BoardShape, others: readonly SeatedItem[], bounds: Board['bounds']): Hole[] {
  const [mx, my] = [(bounds[0] + bounds[2]) / 2, (bounds[1] + bounds[3]) / 2]
  const turnOf = ([x, y]: Vec2) => (Math.atan2(y - my, x - mx) + 2 * Math.PI + 1e-9) % (2 * Math.PI)
  const fromFrontLeft = (p: Vec2) => (turnOf(p) - Math.PI + 2 * Math.PI) % (2 * Math.PI)
  const holes = shape.holes.map((h) => ({ ...h, ...judge(h, shape, others, bounds) }))
  return holes
    .sort((a, b) => Number(b.mounting) - Number(a.mounting) || fromFrontLeft(a.centre) - fromFrontLeft(b.centre))
    .map((h, i) => ({ ...h, name: `hole ${i + 1}` }))
}

function judge(hole: BoardHole, shape: BoardShape, others: readonly SeatedItem[], bounds: Board['bounds']) {
  const size = `${hole.diameter.toFixed(2)} mm`
  if (!hole.through) return { mounting: false, why: `${size}, but it does not go through` }
  if (hole.diameter < MOUNTING_LEAST) return { mounting: false, why: `${size} is too small for a screw` }
  if (hole.diameter > MOUNTING_MOST) return { mounting: false, why: `${size} is larger than a screw needs` }
  const standing = others.find((o) => standsIn(o, hole, shape))
  if (standing) return { mounting: false, why: `${standing.name} stands in it` }
  const alike = shape.holes.filter((h) => h.through && Math.abs(h.diameter - hole.diameter) < 0.05).length
  const edge = distanceToEdges(shape.outline.loops, hole.centre)
  const nearEdge = edge < Math.max(10, 0.2 * Math.min(bounds[2] - bounds[0], bounds[3] - bounds[1]))
  const parts = [
    `${size} through`,
    alike > 1 ? `${alike} of one size` : '',
    nearEdge ? `${edge.toFixed(1)} mm from the edge` : '',
    'nothing stands in it',
  ]
  return { mounting: nearEdge || alike > 1, why: parts.filter(Boolean).join(', ') }
}

/** True if an item fills the middle of a hole at the board's height. */
function standsIn(item: SeatedItem, hole: BoardHole, shape: BoardShape): boolean {
  const { min, max } = item.bounds
  const [x, y] = hole.centre
  const small = Math.max(max[0] - min[0], max[1] - min[1]) < 3 * hole.diameter
  const covers = min[0] < x && max[0] > x && min[1] < y && max[1] > y
  return covers && small && min[2] < shape.top - 0.1 && max[2] > shape.under + 0.1
}

function overhang(item: SeatedItem, outline: Profile): Overhang | undefined {
  const { min, max } = item.bounds
  const middle: Vec2 = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2]
  const half = Math.hypot(max[0] - min[0], max[1] - min[1]) / 2
  const wellInside = contains(outline, middle) && distanceToEdges(outline.loops, middle) > half
  if (wellInside) return undefined
  const box = boundsOf(outline)
  let reach = OVER
  let far: Vec2 | undefined
  for (let i = 0; i < item.positions.length; i += 3) {
    const p: Vec2 = [item.positions[i]!, item.positions[i + 1]!]
    if (contains(outline, p)) continue
    const d = distanceToEdges(outline.loops, p)
    if (d > reach) {
      reach = d
      far = p
    }
  }
  return far ? { item: item.id, name: item.name, side: sideOf(middle, far, box), reach, ...(isOverCorner(item.bounds, box) ? { corner: true } : {}) } : undefined // prettier-ignore
}

function isOverCorner({ min, max }: Box3, [x0, y0, x1, y1]: Board['bounds']): boolean {
  const isOver = (least: number, most: number, from: number, to: number) => least < from - OVER || most > to + OVER
  return isOver(min[0], max[0], x0, x1) && isOver(min[1], max[1], y0, y1)
}

/** The side an item faces: where it leaves the outline's box furthest, or else where it points from its own middle. */
function sideOf(middle: Vec2, far: Vec2, [x0, y0, x1, y1]: Board['bounds']): Side {
  const out: [Side, number][] = [
    ['front', y0 - far[1]],
    ['back', far[1] - y1],
    ['left', x0 - far[0]],
    ['right', far[0] - x1],
  ]
  const best = out.reduce((a, b) => (b[1] > a[1] ? b : a))
  if (best[1] > 0) return best[0]
  const [dx, dy] = [far[0] - middle[0], far[1] - middle[1]]
  if (Math.abs(dx) > Math.abs(dy)) return dx > 0 ? 'right' : 'left'
  return dy > 0 ? 'back' : 'front'
}
