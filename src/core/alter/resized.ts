import type { Pointable } from '../faces/resolve'
import { dot, normalize, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceShape, SurfaceTag } from '../kernel/surface'
import { raise } from '../result'

/**
 * A solid made larger or smaller from a place.
 * @param by how many times along x, y and z
 * Errors: not-closed
 */
export function resized(kernel: Kernel, { mesh }: Pointable, by: Vec3, from: Vec3): Solid {
  const place = (p: Vec3): Vec3 => [0, 1, 2].map((k) => from[k]! + (p[k]! - from[k]!) * by[k]!) as unknown as Vec3
  const positions = Float64Array.from(mesh.positions, (v, i) => from[i % 3]! + (v - from[i % 3]!) * by[i % 3]!)
  const tags = mesh.surfaces.map((tag): SurfaceTag => ({ ...tag, shape: resizedShape(tag.shape, by, place) }))
  const made = kernel.fromFaces(positions, mesh.indices, Array.from(mesh.triangleSurface), tags)
  return made.ok ? made.value : raise('not-closed', 'What would come out is not closed.')
}

/** What a surface is then: what would be oval has no exact shape any more. */
function resizedShape(shape: SurfaceShape, by: Vec3, place: (p: Vec3) => Vec3): SurfaceShape {
  if (shape.kind === 'free') return shape
  const point = place(shape.point)
  if (shape.kind === 'plane') {
    const n = shape.normal
    return { ...shape, point, normal: normalize([n[0] / by[0], n[1] / by[1], n[2] / by[2]]) }
  }
  const even = by.every((b) => Math.abs(b - by[0]) < 1e-12)
  if (even) return sized(shape, point, by[0])
  if (shape.kind !== 'cylinder') return { kind: 'free' }
  const across = acrossOf(shape.axis, by)
  return across === undefined ? { kind: 'free' } : { ...shape, point, radius: shape.radius * across }
}

function sized(shape: Exclude<SurfaceShape, { kind: 'free' | 'plane' }>, point: Vec3, by: number): SurfaceShape {
  if (shape.kind === 'torus') return { ...shape, point, radius: shape.radius * by, tube: shape.tube * by }
  return { ...shape, point, radius: shape.radius * by }
}

/** How many times larger a round about an axis is all round; none where it is not the same to all sides. */
function acrossOf(axis: Vec3, by: Vec3): number | undefined {
  const along = [0, 1, 2].find(
    (k) => Math.abs(dot(axis, [k === 0 ? 1 : 0, k === 1 ? 1 : 0, k === 2 ? 1 : 0])) > 1 - 1e-9,
  )
  if (along === undefined) return undefined
  const [a, b] = [0, 1, 2].filter((k) => k !== along).map((k) => by[k]!) as [number, number]
  return Math.abs(a - b) < 1e-12 ? a : undefined
}
