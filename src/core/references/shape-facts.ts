import type { MeshFacts } from '../mesh/facts'
import { meshFacts } from '../mesh/facts'
import { recogniseFace } from '../recognise/faces'
import type { RecognisedFace } from '../recognise/recognised-face'
import { type RoundFeature, roundFeatures } from '../recognise/holes'
import { type Traits, traitsOf } from '../recognise/traits'
import { add, cross, dot, length, scale, sub, type Vec3 } from '../geometry/vec'
import type { ImportedShape } from './model'

/** What is known of a shape wherever it is placed; worked out once for each imported shape. */
export interface ShapeFacts extends MeshFacts {
  faces: RecognisedFace[]
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
    const face = shape.faces?.[f] ?? recogniseFace(positions, indices, faceStarts[f]!, faceStarts[f + 1]!)
    faces.push(pointedAtMiddle(face, shape, faceStarts[f]!, faceStarts[f + 1]!))
    faceOfTriangle.fill(f, faceStarts[f]!, faceStarts[f + 1]!)
  }
  const facts = { ...meshFacts(positions, indices), ...shape.exact, faces, faceOfTriangle }
  known.set(shape, facts)
  return facts
}

/**
 * A flat face with its point in the middle of its own triangles, on the same plane: of several faces of one plane each is
 * told from the others by it.
 */
function pointedAtMiddle(
  face: RecognisedFace,
  { positions, indices }: ImportedShape,
  from: number,
  to: number,
): RecognisedFace {
  // prettier-ignore
  if (face.kind !== 'plane' || to === from) return face
  let [area, middle] = [0, [0, 0, 0] as Vec3]
  for (let t = from; t < to; t++) {
    const [a, b, c] = [0, 1, 2].map((k): Vec3 => {
      const v = 3 * indices[3 * t + k]!
      return [positions[v]!, positions[v + 1]!, positions[v + 2]!]
    }) as [Vec3, Vec3, Vec3]
    const own = length(cross(sub(b, a), sub(c, a)))
    area += own
    middle = add(middle, scale(add(a, add(b, c)), own / 3))
  }
  if (area === 0) return face
  const there = scale(middle, 1 / area)
  return { ...face, point: add(there, scale(face.normal, dot(face.normal, sub(face.point, there)))) }
}

const knownTraits = new WeakMap<ImportedShape, Traits>()

/** Rounded edges, symmetry, underside and the like, in the shape's own coordinates; worked out for those who ask, once. */
export function shapeTraits(shape: ImportedShape): Traits {
  const before = knownTraits.get(shape)
  if (before) return before
  const traits = traitsOf({ ...shape, ...shapeFacts(shape) })
  knownTraits.set(shape, traits)
  return traits
}

const knownRounds = new WeakMap<ImportedShape, RoundFeature[]>()

/** Round holes and pins, in the shape's own coordinates; worked out for those who ask, once. */
export function shapeRounds(shape: ImportedShape): RoundFeature[] {
  const before = knownRounds.get(shape)
  if (before) return before
  const rounds = roundFeatures(shape.positions, shape.indices, shape.faceStarts, shapeFacts(shape).faces)
  knownRounds.set(shape, rounds)
  return rounds
}
