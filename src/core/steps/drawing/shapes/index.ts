import type { ShapeKind } from '../../../fields/shape-kind'
import { alongShape, mirrorShape, ringShape, rowShape } from './again'
import { bandShape } from './band'
import { combinedShape, roomShape } from './combined'
import { sectionShape, silhouetteShape } from './bodies'
import { cornersShape, hullShape, offsetShape } from './around'
import { edgesShape } from './edges'
import { arcShape, bowShape, circleOverShape, circleShape, circleThroughShape } from './round'
import { lettersShape } from './letters'
import { curveShape, runShape } from './run'
import { lineShape, polygonShape, rectangleShape, slotShape } from './straight'
import { takenShape } from './taken'
import { trimmedShape } from './trimmed'
import { teethShape } from './teeth'
import { TIE_KINDS } from '../ties'

/** Every kind of shape there is, in the order in which they are offered. A new one is one file and one line here. */
export const SHAPE_KINDS: readonly ShapeKind[] = [
  lineShape,
  arcShape,
  bowShape,
  circleShape,
  rectangleShape,
  slotShape,
  polygonShape,
  runShape,
  curveShape,
  circleOverShape,
  circleThroughShape,
  teethShape,
  lettersShape,
  takenShape,
  edgesShape,
  sectionShape,
  silhouetteShape,
  offsetShape,
  bandShape,
  trimmedShape,
  cornersShape,
  hullShape,
  combinedShape,
  roomShape,
  ringShape,
  rowShape,
  alongShape,
  mirrorShape,
  ...TIE_KINDS,
]
