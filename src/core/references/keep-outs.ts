import type { Reach, Travel } from '../document/items-schema'
import {
  apply,
  compose,
  fromFrame,
  placePositions,
  type Placement,
  translation,
  turn,
  turnAbout,
} from '../geometry/placement'
import { anySquareTo, cross, normalize, scale, type Vec3 } from '../geometry/vec'
import { ok, type Result } from '../result'
import { blockShape } from './block-shape'
import type { ImportedShape } from './model'

/** Between two poses of a turn at most this angle, degrees, and of a slide this length, mm. */
const STEP = { turn: 5, slide: 1 } as const
/** The most triangles a swept space is made of. */
const MOST = 400_000

export interface Space {
  positions: Float64Array
  indices: Uint32Array
}

/**
 * The space an item needs on its way: itself in close poses one after the other.
 * @param own the item where it stands
 * @param placement takes the file's frame to the project's
 */
export function sweptSpace(
  own: Space,
  travel: Travel,
  placement: Placement,
  sized: number,
  value: (formula: string) => Result<number>,
): Result<Space> {
  const poses = posesOf(travel, placement, sized, value)
  if (!poses.ok) return poses
  const fewer = Math.max(2, Math.floor(MOST / Math.max(1, own.indices.length / 3)))
  const taken = thinned(poses.value, fewer)
  const positions = new Float64Array(own.positions.length * taken.length)
  const indices = new Uint32Array(own.indices.length * taken.length)
  for (const [k, pose] of taken.entries()) {
    positions.set(placePositions(pose, own.positions), k * own.positions.length)
    const first = (k * own.positions.length) / 3
    for (let i = 0; i < own.indices.length; i++) indices[k * own.indices.length + i] = own.indices[i]! + first
  }
  return ok({ positions, indices })
}

const thinned = <T>(list: readonly T[], most: number): T[] =>
  list.length <= most
    ? [...list]
    : Array.from({ length: most }, (_, i) => list[Math.round((i * (list.length - 1)) / (most - 1))]!)

function posesOf(
  travel: Travel,
  placement: Placement,
  sized: number,
  value: (formula: string) => Result<number>,
): Result<Placement[]> {
  if (travel.kind === 'slide') {
    const length = value(travel.length)
    if (!length.ok) return length
    const along = normalize(turn(placement, travel.direction))
    const count = Math.max(1, Math.ceil(Math.abs(length.value) / STEP.slide))
    return ok(Array.from({ length: count + 1 }, (_, i) => translation(scale(along, (length.value * i) / count))))
  }
  const axis = normalize(turn(placement, travel.axis))
  const point = apply(placement, scale(travel.point, sized))
  const about = (degrees: number) =>
    compose(translation(point), compose(turnAbout(axis, (degrees * Math.PI) / 180), translation(scale(point, -1))))
  const span = travel.to - travel.from
  const count = Math.max(1, Math.ceil(Math.abs(span) / STEP.turn))
  return ok(Array.from({ length: count + 1 }, (_, i) => about(travel.from + (span * i) / count)))
}

/** The straight space that an item must be reached through: a rod as wide as what comes. */
export function reachSpace(
  reach: Reach,
  placement: Placement,
  sized: number,
  value: (formula: string) => Result<number>,
): Result<{ shape: ImportedShape; placement: Placement }> {
  const rod = blockShape({ kind: 'cylinder', diameter: reach.width, height: reach.length }, value, NO_PROFILE)
  if (!rod.ok) return rod
  const z = normalize(turn(placement, reach.direction))
  const x = anySquareTo(z)
  const foot: Vec3 = apply(placement, scale(reach.point, sized))
  return ok({ shape: rod.value, placement: fromFrame(x, cross(z, x), z, foot) })
}

const NO_PROFILE = () => undefined
