import type { MeshFacts } from '../mesh/facts'
import { meshFacts } from '../mesh/facts'
import { recogniseFace } from '../recognise/faces'
import type { RecognisedFace } from '../recognise/recognised-face'
import { type RoundFeature, roundFeatures } from '../recognise/holes'
import type { ImportedShape } from './model'

/** What is known of a shape wherever it is placed; worked out once for each imported shape. */
export interface ShapeFacts extends MeshFacts {
  faces: RecognisedFace[]
  /** Round holes and pins, in the shape's own coordinates. */
  rounds: RoundFeature[]
  /** For each triangle its face. */
  faceOfTriangle: Uint32Array
}

const known = new WeakMap<ImportedShape, ShapeFacts>()

export function shapeFacts(shape: ImportedShape): ShapeFacts {
  const before = known.get(shape)
  if (before) return before
  const { positions, indices, faceStarts } = shape
  const faceOfTriangle = new Uint32Array(indices.length / 3)
  const faces: RecognisedFace[] = []
  for (let f = 0; f + 1 < faceStarts.length; f++) {
    faces.push(shape.faces?.[f] ?? recogniseFace(positions, indices, faceStarts[f]!, faceStarts[f + 1]!))
    faceOfTriangle.fill(f, faceStarts[f]!, faceStarts[f + 1]!)
  }
  const facts = {
    ...meshFacts(positions, indices),
    ...shape.exact,
    faces,
    faceOfTriangle,
    rounds: roundFeatures(positions, indices, faceStarts, faces),
  }
  known.set(shape, facts)
  return facts
}
