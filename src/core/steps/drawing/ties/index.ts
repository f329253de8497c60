import type { ShapeKind } from '../../../fields/shape-kind'
import { angleTie, equalTie, longTie, parallelTie, squareTie } from './lines'
import { apartTie, levelTie, middleTie, mirroredTie, onTie, togetherTie, uprightTie } from './points'
import { acrossTie, touchingTie } from './rounds'

/** Every kind of tie there is, in the order in which they are offered. */
export const TIE_KINDS: readonly ShapeKind[] = [
  levelTie,
  uprightTie,
  togetherTie,
  onTie,
  middleTie,
  squareTie,
  parallelTie,
  angleTie,
  longTie,
  apartTie,
  touchingTie,
  equalTie,
  acrossTie,
  mirroredTie,
]
