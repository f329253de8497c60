import type { Material } from '../units/materials'

/** A snap arm: a cantilever of one rectangular section. Lengths mm. */
export interface SnapArm {
  /** Across the way it bends. */
  thick: number
  wide: number
  /** From its root to its catch. */
  long: number
  /** How far its catch reaches under what it holds: so far it bends on the way. */
  overlap: number
  /** Between the slope that leads it in and the way it goes in, degrees. */
  lead: number
}

/** Strain at the root while the catch passes, as a share. Source: e = 1.5 t y / L², constant rectangular section. */
export const strainOf = ({ thick, overlap, long }: SnapArm): number => (1.5 * thick * overlap) / (long * long)

/** Force that bends one arm so far, N, for a modulus in N/mm². Source: P = b t² E e / (6 L). */
export const bendingForce = (arm: SnapArm, modulus: number): number =>
  (arm.wide * arm.thick * arm.thick * modulus * strainOf(arm)) / (6 * arm.long)

/** Of filament on filament. */
const FRICTION = 0.3

/** Force that pushes one arm in, N. Source: W = P (mu + tan a) / (1 - mu tan a). Infinite where it jams. */
export function matingForce(arm: SnapArm, modulus: number): number {
  const slope = Math.tan((arm.lead * Math.PI) / 180)
  const free = 1 - FRICTION * slope
  return free <= 0 ? Infinity : (bendingForce(arm, modulus) * (FRICTION + slope)) / free
}

/** What filaments bear again and again along their layers, and how stiff they are (N/mm²). Source: trade figures; TPU has no limit. */
const FILAMENTS: Partial<Record<Material, { strain: number; modulus: number }>> = {
  PLA: { strain: 0.01, modulus: 3300 },
  PETG: { strain: 0.02, modulus: 2100 },
  ABS: { strain: 0.02, modulus: 2000 },
  ASA: { strain: 0.02, modulus: 2000 },
  nylon: { strain: 0.04, modulus: 1500 },
}
export const springOf = (material: Material | undefined) => material && FILAMENTS[material]

/** Arms that stand up from the bed bend across their layers: they bear half. */
export const ACROSS_LAYERS = 0.5

/** A catch that reaches under by less than this slips off as the print varies, mm. */
export const LEAST_OVERLAP = 0.3
