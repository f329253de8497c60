import {
  apply,
  compose,
  fromFrame,
  IDENTITY,
  invert,
  type Placement,
  quarterTurn,
  translation,
} from '../geometry/placement'
import { anySquareTo, cross, dot, normalize, scale, type Vec2, type Vec3 } from '../geometry/vec'
import { boundsOf } from '../profile/measure'
import { toPolygon } from '../profile/polygon'
import { hullIndices } from '../profile/shapes'
import { boardShape } from './board-shape'
import type { FlatItem } from './find-board'
import type { ImportedModel } from './model'

/** A turn by quarters about a main axis, done after the ones before it. */
export interface QuarterTurn {
  axis: 'x' | 'y' | 'z'
  quarters: number
}

/**
 * Where a board is put: the middle of its outline's box at the origin, its longer side along x, its
 * underside on z = 0, and the side with the taller items up.
 * @returns what takes file coordinates there
 */
export function boardSeat(model: ImportedModel, board: FlatItem): Placement {
  const up = upwards(model, board)
  const rough = frameAlong(up, towardsFileAxis(up))
  const shape = boardShape(board.item, model.shapes[board.item.shape]!, rough)
  if (!shape) return rough
  const points = shape.outline.loops.flatMap((loop) => toPolygon(loop, 0.01).points)
  const direction = longSide(points)
  const x = apply(invert(rough), [direction[0], direction[1], 0])
  const turned = frameAlong(up, facingFileAxes(normalize(x)))
  return onGround(model, board, turned)
}

/** Further quarter turns, after each of which the board is put back with its middle over the origin and its lowest point on z = 0. */
export function turnedSeat(
  model: ImportedModel,
  board: FlatItem,
  seat: Placement,
  turns: readonly QuarterTurn[],
): Placement {
  const all = turns.reduce((m: Placement, t) => compose(quarterTurn(t.axis, t.quarters), m), IDENTITY)
  return turns.length === 0 ? seat : onGround(model, board, compose(all, seat))
}

/** Moves a placement so that the board's box stands with its middle over the origin, on the ground. */
function onGround(model: ImportedModel, board: FlatItem, placement: Placement): Placement {
  const whole = compose(placement, board.item.placement)
  const shape = boardShape(board.item, model.shapes[board.item.shape]!, placement)
  const { min, max } = placedBox(model.shapes[board.item.shape]!.positions, whole)
  let middle: Vec2 = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2]
  let ground = min[2]
  if (shape) {
    const [x0, y0, x1, y1] = boundsOf(shape.outline)
    middle = [(x0 + x1) / 2, (y0 + y1) / 2]
    ground = shape.under
  }
  return compose(translation([-middle[0], -middle[1], -ground]), placement)
}

function placedBox(positions: ArrayLike<number>, placement: Placement) {
  const min = [Infinity, Infinity, Infinity]
  const max = [-Infinity, -Infinity, -Infinity]
  for (let i = 0; i < positions.length; i += 3) {
    const p = apply(placement, [positions[i]!, positions[i + 1]!, positions[i + 2]!])
    for (let k = 0; k < 3; k++) {
      min[k] = Math.min(min[k]!, p[k]!)
      max[k] = Math.max(max[k]!, p[k]!)
    }
  }
  return { min: min as unknown as Vec3, max: max as unknown as Vec3 }
}

const frameAlong = (up: Vec3, x: Vec3): Placement => invert(fromFrame(x, cross(up, x), up, [0, 0, 0]))

/** The direction square to the board on whose side items reach further; a draw goes to the file's own upward sense. */
function upwards(model: ImportedModel, board: FlatItem): Vec3 {
  const n = board.normal
  const extent = (id: string | undefined) => {
    let [low, high] = [Infinity, -Infinity]
    for (const item of model.items) {
      if ((item.id === board.item.id) !== (id !== undefined)) continue
      const { positions } = model.shapes[item.shape]!
      for (let i = 0; i < positions.length; i += 3) {
        const h = dot(apply(item.placement, [positions[i]!, positions[i + 1]!, positions[i + 2]!]), n)
        if (h < low) low = h
        if (h > high) high = h
      }
    }
    return { low, high }
  }
  const own = extent(board.item.id)
  const others = extent(undefined)
  const above = Math.max(0, others.high - own.high)
  const below = Math.max(0, own.low - others.low)
  if (Math.abs(above - below) > 1e-3) return above > below ? n : scale(n, -1)
  return facingFileAxes(n, [2, 1, 0])
}

/** The sense of a direction that points along the file's axes rather than against them. */
function facingFileAxes(d: Vec3, order: readonly number[] = [0, 1, 2]): Vec3 {
  for (const k of order) if (Math.abs(d[k]!) > 0.1) return d[k]! > 0 ? d : scale(d, -1)
  return d
}

function towardsFileAxis(up: Vec3): Vec3 {
  for (const axis of [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ] as const) {
    const along = dot(axis, up)
    if (Math.abs(along) < 0.8)
      return normalize([axis[0] - along * up[0], axis[1] - along * up[1], axis[2] - along * up[2]])
  }
  return anySquareTo(up)
}

/** A side is at least this much of the board's width. */
const SIDE = 0.1

/** The direction of the longer side of the smallest rectangle round points; a draw goes to the frame's own x. */
function longSide(points: readonly Vec2[]): Vec2 {
  const hull = hullIndices(points).map((i) => points[i]!)
  const tries: Vec2[] = [[1, 0]]
  const x = hull.map((p) => p[0])
  const width = Math.max(...x) - Math.min(...x)
  for (const [i, p] of hull.entries()) {
    const q = hull[(i + 1) % hull.length]!
    const l = Math.hypot(q[0] - p[0], q[1] - p[1])
    // The chords of a round board are no sides.
    if (l > 0.5 && l > SIDE * width) tries.push([(q[0] - p[0]) / l, (q[1] - p[1]) / l])
  }
  let best: { area: number; direction: Vec2 } | undefined
  for (const d of tries) {
    const along = hull.map((p) => p[0] * d[0] + p[1] * d[1])
    const across = hull.map((p) => p[1] * d[0] - p[0] * d[1])
    const [w, h] = [Math.max(...along) - Math.min(...along), Math.max(...across) - Math.min(...across)]
    if (best && w * h > best.area * (1 - 1e-5)) continue
    best = { area: w * h, direction: w >= h - 1e-4 ? d : [-d[1], d[0]] }
  }
  return best?.direction ?? [1, 0]
}
