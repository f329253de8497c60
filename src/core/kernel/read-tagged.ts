import type { Mesh } from 'manifold-3d'
import { compose, type Placement } from '../geometry/placement'
import { cross, dot, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import { fromColumns } from './placed-shape'
import type { SurfaceShape, SurfaceTag, TaggedMesh, TagTable } from './surface'

const UNKNOWN: SurfaceTag = { step: '', role: 'unknown', shape: { kind: 'free' } }

/**
 * Reads the kernel's mesh. Its triangles come in runs, each the part of one solid as made, under
 * one placement:
 *
 *   runIndex        [0, 36, 84]          triVerts of run r: runIndex[r] to runIndex[r + 1] - 1
 *   runOriginalID   [12, 15]             the solid it was made as
 *   runTransform    [12 floats, 12 ...]  columns of its placement, translation last
 *   faceID          one a triangle       the face number it had when made
 */
export function readTagged(
  mesh: Mesh,
  tags: TagTable,
  place: (shape: SurfaceShape, m: Placement) => SurfaceShape,
): TaggedMesh {
  const surfaces: SurfaceTag[] = []
  const triangleSurface = new Uint32Array(mesh.triVerts.length / 3)
  for (let run = 0; run < mesh.runOriginalID.length; run++) {
    const table = tags.get(mesh.runOriginalID[run]!)
    const placement = mesh.runTransform.length >= 12 * (run + 1) ? fromColumns(mesh.runTransform, 12 * run) : undefined
    const known = new Map<number, number>()
    for (let t = mesh.runIndex[run]! / 3; t < mesh.runIndex[run + 1]! / 3; t++) {
      const face = mesh.faceID[t] ?? 0
      let index = known.get(face)
      if (index === undefined) {
        const tag = table?.[face] ?? table?.[0] ?? UNKNOWN
        const shape = placement ? place(tag.shape, placement) : tag.shape
        const frame = placement ? { frame: tag.frame ? compose(placement, tag.frame) : placement } : {}
        index = surfaces.push({ ...tag, ...frame, shape: facingOut(shape, mesh, t, mesh.runIndex[run + 1]! / 3) }) - 1
        known.set(face, index)
      }
      triangleSurface[t] = index
    }
  }
  const positions = mesh.numProp === 3 ? mesh.vertProperties : firstThree(mesh.vertProperties, mesh.numProp)
  return { positions, indices: mesh.triVerts, triangleSurface, surfaces }
}

/** A triangle that looks no more than this (cosine) along the way that its surface does says nothing about that. */
const CLEAR = 0.5

/** A surface left by what was taken away faces the other way than on the tool: a pin's wall becomes a hole's. */
function facingOut(
  shape: SurfaceShape,
  { vertProperties: p, numProp, triVerts, faceID }: Mesh,
  t: number,
  end: number,
): SurfaceShape {
  if (shape.kind !== 'plane' && shape.kind !== 'cylinder' && shape.kind !== 'sphere') return shape
  let clearest = 0
  // A sliver between chords may look anywhere: another triangle of the face is asked.
  for (let u = t; u < end && Math.abs(clearest) < CLEAR; u++) {
    if (faceID[u] !== faceID[t]) continue
    const [a, b, c] = [0, 1, 2].map((k) => {
      const i = triVerts[3 * u + k]! * numProp
      return [p[i]!, p[i + 1]!, p[i + 2]!] as Vec3
    }) as [Vec3, Vec3, Vec3]
    const along = dot(normalize(cross(sub(b, a), sub(c, a))), normalize(outAt(shape, a)))
    if (Math.abs(along) > Math.abs(clearest)) clearest = along
  }
  if (shape.kind === 'plane') return clearest < 0 ? { ...shape, normal: scale(shape.normal, -1) } : shape
  return { ...shape, hole: clearest < 0 }
}

function outAt(shape: Extract<SurfaceShape, { kind: 'plane' | 'cylinder' | 'sphere' }>, p: Vec3): Vec3 {
  if (shape.kind === 'plane') return shape.normal
  const across = sub(p, shape.point)
  return shape.kind === 'sphere' ? across : sub(across, scale(shape.axis, dot(across, shape.axis)))
}

function firstThree(values: Float32Array, stride: number): Float32Array {
  const out = new Float32Array((values.length / stride) * 3)
  for (let i = 0; i < out.length / 3; i++) for (let k = 0; k < 3; k++) out[3 * i + k] = values[stride * i + k]!
  return out
}
