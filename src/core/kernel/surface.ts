import type { Placement } from '../geometry/placement'
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

/** What a surface is called, for as long as its step makes it. No part of a name is an index of something counted anew. */
export interface SurfaceName {
  step: string
  /** Its part in that step: `floor`, `cavity`, `pin`. */
  role: string
  /** The piece of the outline that it was drawn out of. */
  segment?: string | undefined
  /** Which copy it is, by what placed it: a hole's id, a position in a ring. */
  copy?: readonly string[] | undefined
}

/** What a face of a solid is: its name and its exact shape. */
export interface SurfaceTag extends SurfaceName {
  shape: SurfaceShape
  /** Takes the frame in which its solid was made to where it is now; the same one if absent. */
  frame?: Placement
}

export const nameKey = ({ step, role, segment = '', copy = [] }: SurfaceName): string =>
  [step, role, segment, ...copy].join('\n')

export const sameName = (a: SurfaceName, b: SurfaceName): boolean => nameKey(a) === nameKey(b)

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
