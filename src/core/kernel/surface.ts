import type { Vec3 } from '../geometry/vec'

/** The exact shape a surface's triangles stand for. Lengths in mm, directions of length 1, angles in radians. */
export type SurfaceShape =
  | { kind: 'plane'; normal: Vec3; point: Vec3 }
  /** `hole`: the material is outside the radius. */
  | { kind: 'cylinder'; axis: Vec3; point: Vec3; radius: number; hole: boolean }
  | { kind: 'cone'; axis: Vec3; point: Vec3; radius: number; halfAngle: number }
  | { kind: 'sphere'; point: Vec3; radius: number; hole: boolean }
  | { kind: 'torus'; axis: Vec3; point: Vec3; radius: number; tube: number }
  | { kind: 'free' }

/** What a face of a solid is: which step made it, as what, and its exact shape. */
export interface SurfaceTag {
  step: string
  /** Its part in that step: `floor`, `cavity:3`, `hole`. */
  role: string
  /** Which copy it is, for mirrored and patterned solids. */
  instance?: string
  shape: SurfaceShape
}

/** Triangles that remember their surfaces: how a solid leaves the kernel. */
export interface TaggedMesh {
  /** Packed x y z, mm. */
  positions: Float32Array
  /** Three vertices a triangle, anticlockwise from outside; neighbours share vertices. */
  indices: Uint32Array
  /** For each triangle its index into `surfaces`. */
  triangleSurface: Uint32Array
  surfaces: SurfaceTag[]
}

/** Surfaces by the kernel's number of the solid they were made in, then by face number. */
export type TagTable = ReadonlyMap<number, readonly SurfaceTag[]>
