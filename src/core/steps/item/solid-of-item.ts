import type { Kernel, Solid } from '../../kernel/kernel'
import type { SurfaceShape, SurfaceTag } from '../../kernel/surface'
import { weldIndex } from '../../mesh/weld'
import type { RecognisedFace } from '../../recognise/recognised-face'
import { shapeFacts } from '../../references/shape-facts'
import type { ImportedShape } from '../../references/model'
import type { Result } from '../../result'

/**
 * A shape of a file as a solid in its own frame, each face named by its place in the file and with what it stands for, so
 * that it can be picked and drawn on.
 * Errors: not-closed
 */
export function solidOfShape(kernel: Kernel, shape: ImportedShape, step: string): Result<Solid> {
  const { positions, indices } = shape
  const { faces, faceOfTriangle } = shapeFacts(shape)
  const first = weldIndex(positions, WELD)
  const [corners, faceOf]: [number[], number[]] = [[], []]
  for (let t = 0; t < indices.length / 3; t++) {
    const [a, b, c] = [0, 1, 2].map((i) => first[indices[3 * t + i]!]!) as [number, number, number]
    if (a === b || b === c || c === a) continue
    corners.push(a, b, c)
    faceOf.push(faceOfTriangle[t]!)
  }
  const tags = faces.map((face, i): SurfaceTag => ({ step, role: 'face', segment: `${i + 1}`, shape: shapeOf(face) }))
  return kernel.fromFaces(positions, corners, faceOf, tags)
}

/** Vertices this near to each other are one, mm. */
const WELD = 1e-5

function shapeOf(face: RecognisedFace): SurfaceShape {
  switch (face.kind) {
    case 'plane':
      return { kind: 'plane', normal: face.normal, point: face.point }
    case 'cylinder':
      return { kind: 'cylinder', axis: face.axis, point: face.point, radius: face.radius, hole: face.hole }
    case 'cone':
      return { kind: 'cone', axis: face.axis, point: face.point, radius: face.radius, halfAngle: face.halfAngle }
    case 'sphere':
      return { kind: 'sphere', point: face.point, radius: face.radius, hole: face.hole }
    case 'torus':
      return { kind: 'torus', axis: face.axis, point: face.point, radius: face.radius, tube: face.tube }
    default:
      return { kind: 'free' }
  }
}
