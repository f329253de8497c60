import type { Reach, Travel } from '../document/items-schema'
import { apply, fromFrame, type Placement, turn } from '../geometry/placement'
import { anySquareTo, cross, normalize, scale, type Vec3 } from '../geometry/vec'
import { ok, type Result } from '../result'
import { blockShape } from './block-shape'
import type { Motion } from '../sweep/swept-space'
import type { ImportedShape } from './model'
import type { PlacingContext } from './placing'

/**
 * How an item moves, in the file's frame.
 * @param sized what the file's lengths are multiplied by
 */
export function motionOf(travel: Travel, sized: number, value: PlacingContext['value']): Result<Motion> {
  if (travel.kind === 'turn') return ok({ ...travel, point: scale(travel.point, sized) })
  const length = value(travel.length)
  return length.ok ? ok({ kind: 'slide', by: scale(normalize(travel.direction), length.value) }) : length
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
