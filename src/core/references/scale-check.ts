/** A length measured on a reference held against what it measures on the real thing. */
export interface ScaleCheck {
  agrees: boolean
  /** What the reference must be multiplied by to agree. */
  factor: number
  /** How far off it is, mm. */
  off: number
  /** The mistake the factor looks like, in a maker's words. */
  mistake?: string
  /** No known mistake, and more than a misprint of a scale would be: other places may have been measured. */
  odd: boolean
}

/** Factors that come from a mistaken unit. */
const UNITS: readonly (readonly [factor: number, words: string])[] = [
  [25.4, 'it is in inches and was read as millimetres'],
  [1 / 25.4, 'it is in millimetres and was read as inches'],
  [10, 'it is in centimetres and was read as millimetres'],
  [1 / 10, 'it is in millimetres and was read as centimetres'],
  [1000, 'it is in metres and was read as millimetres'],
  [1 / 1000, 'it is in thousandths of a millimetre'],
  [2.54, 'it is in inches and was read as centimetres'],
  [0.0254, 'it is in thousandths of an inch'],
]
/** Other familiar factors: they may be chance, so what was measured is kept. */
const OTHERS: typeof UNITS = [
  [2, 'a radius was taken for a diameter'],
  [0.5, 'a diameter was taken for a radius'],
]
/** A scale nobody can name a mistake for is believed up to this many times, either way. */
const BELIEVED = 1.3
/** How near a factor must be to count as one of them. */
const NEAR = 0.02
const like = (factor: number, list: typeof UNITS) => list.find(([f]) => Math.abs(factor / f - 1) < NEAR)

/**
 * Compares a length on a reference with a reading.
 * @param measured on the reference, mm, above 0
 * @param reading on the real thing, mm, above 0
 * @param allowed what reading and print may be off by, mm
 */
export function checkScale(measured: number, reading: number, allowed: number): ScaleCheck {
  const factor = reading / measured
  const off = measured - reading
  const mistake = like(factor, [...UNITS, ...OTHERS])?.[1]
  return {
    agrees: Math.abs(off) <= allowed,
    factor,
    off,
    odd: !mistake && Math.max(factor, 1 / factor) > BELIEVED,
    ...(mistake ? { mistake } : {}),
  }
}

/** The exact factor of a mistaken unit where it is one, or else what was measured. */
export const cleanFactor = (factor: number): number => like(factor, UNITS)?.[0] ?? factor
