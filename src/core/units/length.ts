/** Lengths: everything inside is millimetres; a maker sees the project's unit. */
export type LengthUnit = 'mm' | 'in'

/** Millimetres in one of each unit a formula may name. 1 in = 25.4 mm exactly (ISO 31-1). */
export const MM_PER: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  inch: 25.4,
  thou: 0.0254,
  mil: 0.0254,
  ft: 304.8,
}

/** Drops the zeros a fixed number of decimals leaves at the end, and the sign of zero. */
function trimmed(value: number, decimals: number): string {
  const text = value.toFixed(decimals)
  const short = text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text
  return short === '-0' ? '0' : short
}

/**
 * A length for the maker, in the project's unit, without the unit's name.
 * Millimetres carry at most 2 decimals (3 below 0.1 mm), inches at most 4.
 * @param mm length in millimetres
 */
export function formatLength(mm: number, unit: LengthUnit = 'mm'): string {
  if (!Number.isFinite(mm)) return '?'
  if (unit === 'in') return trimmed(mm / 25.4, 4)
  return trimmed(mm, Math.abs(mm) < 0.1 ? 3 : 2)
}

/** The same with the unit's name behind it. */
export const withUnit = (mm: number, unit: LengthUnit = 'mm'): string => `${formatLength(mm, unit)} ${unit}`

/**
 * A volume for the maker, in the cube of the project's unit, to four figures.
 * @param mm3 cubic millimetres
 */
export const formatCubed = (mm3: number, unit: LengthUnit = 'mm'): string =>
  `${Number((unit === 'in' ? mm3 / 25.4 ** 3 : mm3).toPrecision(4))} ${unit}³`

/** Both units, for a hint beside a field. */
export const inBothUnits = (mm: number): string => `${withUnit(mm, 'mm')} · ${withUnit(mm, 'in')}`

/** A gap is always shown with two decimals in mm, so that a column of them can be compared. */
export const formatGap = (mm: number, unit: LengthUnit = 'mm'): string =>
  unit === 'in' ? (mm / 25.4).toFixed(4) : mm.toFixed(2)

/** An area in the square of the project's unit, to five figures. */
export const formatArea = (mm2: number, unit: LengthUnit = 'mm'): string =>
  `${Number((unit === 'in' ? mm2 / 25.4 ** 2 : mm2).toPrecision(5))} ${unit}²`

/** A volume in cubic centimetres, as filament is thought of. */
export const formatVolume = (mm3: number): string => `${trimmed(mm3 / 1000, 2)} cm³`
