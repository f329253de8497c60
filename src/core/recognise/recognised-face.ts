import type { Vec3 } from '../geometry/vec'

/** What a face's triangles stand for. Lengths in mm. */
export type RecognisedFace =
  | { kind: 'plane'; normal: Vec3; point: Vec3; area: number }
  /** `hole`: the material is outside the radius. */
  | { kind: 'cylinder'; axis: Vec3; point: Vec3; radius: number; hole: boolean; area: number }
  /** `radius` at `point`, the wide end; the axis points from the tip to it; `halfAngle` between axis and side, radians. */
  | { kind: 'cone'; axis: Vec3; point: Vec3; radius: number; halfAngle: number; hole: boolean; area: number }
  | { kind: 'sphere'; point: Vec3; radius: number; hole: boolean; area: number }
  /** `radius` from the axis to the middle of the tube, `tube` that of the tube itself. */
  | { kind: 'torus'; axis: Vec3; point: Vec3; radius: number; tube: number; hole: boolean; area: number }
  | { kind: 'free'; area: number }

/** Counts faces by what they were recognised as. */
export function countKinds(faces: readonly RecognisedFace[]): Record<RecognisedFace['kind'], number> {
  const counts = { plane: 0, cylinder: 0, cone: 0, sphere: 0, torus: 0, free: 0 }
  for (const f of faces) counts[f.kind] += 1
  return counts
}
