import { isRef, isTyped, type Part21, type Value } from './part21'

export interface StepUnit {
  /** As a maker calls it. */
  name: string
  /** Millimetres in one of it. */
  mm: number
  /** How it is known. */
  from: string
}

/** SI prefixes as ISO 10303-41 spells them. */
const PREFIX: Record<string, number> = {
  KILO: 1e3,
  HECTO: 100,
  DECA: 10,
  DECI: 0.1,
  CENTI: 0.01,
  MILLI: 1e-3,
  MICRO: 1e-6,
  NANO: 1e-9,
}
const NAMES: [number, string][] = [
  [1, 'mm'],
  [10, 'cm'],
  [1000, 'm'],
  [25.4, 'in'],
  [304.8, 'ft'],
  [0.001, 'µm'],
  [0.0254, 'thou'],
]

/** What a file that declares none is read in: a guess. */
export const ASSUMED_UNIT: StepUnit = { name: 'mm', mm: 1, from: 'assumed: the file declares no unit' }

/** The length unit of a representation context, or undefined if it declares none. */
export function lengthUnitOf(file: Part21, context: number): StepUnit | undefined {
  const units = file.args(context, 'GLOBAL_UNIT_ASSIGNED_CONTEXT')?.[0]
  for (const unit of Array.isArray(units) ? units : []) {
    if (!isRef(unit) || !file.parts(unit.ref).some((p) => p.type === 'LENGTH_UNIT')) continue
    const mm = millimetres(file, unit.ref, 0)
    if (mm === undefined) continue
    const name = NAMES.find(([size]) => Math.abs(size - mm) < size * 1e-6)?.[1] ?? `${mm} mm`
    return { name, mm, from: 'declared in the file' }
  }
  return undefined
}

function millimetres(file: Part21, unit: number, depth: number): number | undefined {
  const si = file.args(unit, 'SI_UNIT')
  if (si) return 1000 * (typeof si[0] === 'string' ? (PREFIX[si[0]] ?? 1) : 1)
  const conversion = file.args(unit, 'CONVERSION_BASED_UNIT')?.[1]
  if (!isRef(conversion) || depth > 4) return undefined
  const measure = file.parts(conversion.ref).flatMap((p) => p.args)
  const base = measure.find(isRef)
  const factor = measure.map(plainNumber).find((n) => n !== undefined)
  const baseMm = base ? millimetres(file, base.ref, depth + 1) : undefined
  return factor !== undefined && baseMm !== undefined ? factor * baseMm : undefined
}

function plainNumber(value: Value): number | undefined {
  if (typeof value === 'number') return value
  return isTyped(value) && typeof value.args[0] === 'number' ? value.args[0] : undefined
}
