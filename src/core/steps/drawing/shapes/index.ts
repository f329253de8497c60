import type { ShapeKind } from '../../../fields/shapes'
import { mirrorShape, ringShape, rowShape } from './again'
import { bandShape, cornersShape, hullShape, offsetShape } from './around'
import { edgesShape } from './edges'
import { arcShape, circleShape, circleThroughShape } from './round'
import { lettersShape } from './letters'
import { curveShape, runShape } from './run'
import { lineShape, polygonShape, rectangleShape, slotShape } from './straight'
import { takenShape } from './taken'
import { teethShape } from './teeth'

/** Every kind of shape there is, in the order in which they are offered. A new one is one file and one line here. */
export const SHAPE_KINDS: readonly ShapeKind[] = [
  lineShape,
  arcShape,
  circleShape,
  rectangleShape,
  slotShape,
  polygonShape,
  runShape,
  curveShape,
  circleThroughShape,
  teethShape,
  lettersShape,
  takenShape,
  edgesShape,
  offsetShape,
  bandShape,
  cornersShape,
  hullShape,
  ringShape,
  rowShape,
  mirrorShape,
]
