import type { Kernel, Solid } from '../../kernel/kernel'
import type { SurfaceShape, SurfaceTag } from '../../kernel/surface'
import { OPEN, oppositeSides } from '../../mesh/half-edges'
import { weldIndex } from '../../mesh/weld'
import type { RecognisedFace } from '../../recognise/recognised-face'
import { shapeFacts } from '../../references/shape-facts'
import type { ImportedShape } from '../../references/model'
import { expectOk, type Result } from '../../result'
import { add, scale } from '../../geometry/vec'
import { thickened } from '../../walls/sheet'

interface Joined {
  corners: number[]
  faceOf: number[]
}
const known = new WeakMap<ImportedShape, Joined>()

/** The triangles of a shape of a file, their corners joined: three vertices each, and the face that each is of. */
function joinedTriangles(shape: ImportedShape): Joined {
  const before = known.get(shape)
  if (before) return before
  const { positions, indices } = shape
  const { faceOfTriangle } = shapeFacts(shape)
  const first = weldIndex(positions, WELD)
  const [corners, faceOf]: [number[], number[]] = [[], []]
  for (let t = 0; t < indices.length / 3; t++) {
    const [a, b, c] = [0, 1, 2].map((i) => first[indices[3 * t + i]!]!) as [number, number, number]
    if (a === b || b === c || c === a) continue
    corners.push(a, b, c)
    faceOf.push(faceOfTriangle[t]!)
  }
  const joined = { corners, faceOf }
  known.set(shape, joined)
  return joined
}

/** True of a shape with open edges: a sheet that encloses nothing. */
export const isSheet = (shape: ImportedShape): boolean => oppositeSides(joinedTriangles(shape).corners).includes(OPEN)

/**
 * An open sheet of a file as a solid of a thickness, in its own frame: what lies in front and behind is named by the faces
 * of the file.
 * @param front how far it goes to where its facets look, back how far to the other side, mm
 * Errors: tangled, thick
 */
export function solidOfSheet(
  kernel: Kernel,
  shape: ImportedShape,
  { front, back }: { front: number; back: number },
  step: string,
): Solid {
  // prettier-ignore
  const { corners, faceOf } = joinedTriangles(shape)
  const used = [...new Set(corners)]
  const number = new Map(used.map((v, i) => [v, i]))
  const positions = used.flatMap((v) => [0, 1, 2].map((k) => shape.positions[3 * v + k]!))
  const made = thickened({ positions, indices: corners.map((v) => number.get(v)!), faces: faceOf }, front, back)
  const shapes = shapeFacts(shape).faces.map(shapeOf)
  const tags: SurfaceTag[] = []
  const known = new Map<string, number>()
  const faces = made.at.map(({ lies, face }) => {
    const key = lies === 'rim' ? lies : `${lies} ${face}`
    const own = shapes[face]!
    const tag: SurfaceTag = lies === 'rim' ? { step, role: 'rim', shape: { kind: 'free' } } : { step, role: lies, segment: `${face + 1}`, shape: lies === 'front' ? alongBy(own, front) : alongBy(own, -back) } // prettier-ignore
    const found = known.get(key) ?? tags.push(tag) - 1
    known.set(key, found)
    return found
  })
  return expectOk(kernel.fromFaces(made.positions, made.indices, faces, tags))
}

/** A flat face moved along its normal; others are as their triangles say. */
const alongBy = (shape: SurfaceShape, by: number): SurfaceShape =>
  shape.kind === 'plane'
    ? {
        ...shape,
        normal: by < 0 ? scale(shape.normal, -1) : shape.normal,
        point: add(shape.point, scale(shape.normal, by)),
      }
    : { kind: 'free' }

/**
 * A shape of a file as a solid in its own frame, each face named by its place in the file and with what it stands for, so
 * that it can be picked and drawn on.
 * Errors: not-closed
 */
export function solidOfShape(kernel: Kernel, shape: ImportedShape, step: string): Result<Solid> {
  const { corners, faceOf } = joinedTriangles(shape)
  const tags = shapeFacts(shape).faces.map((face, i): SurfaceTag => ({
    step,
    role: 'face',
    segment: `${i + 1}`,
    shape: shapeOf(face),
  }))
  return kernel.fromFaces(shape.positions, corners, faceOf, tags)
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
