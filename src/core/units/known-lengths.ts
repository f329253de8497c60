import { ok, type Result } from '../result'
import { evaluateFormula } from './formula'
import type { LengthUnit } from './length'

/**
 * Works out lengths with names whose values are known.
 * @param names values, mm for lengths
 * @param unit of plain numbers: mm in documents, the project's where a maker types
 */
export const knownLengths =
  (names: Readonly<Record<string, number>>, unit: LengthUnit = 'mm') =>
  (formula: string): Result<number> =>
    evaluateFormula(formula, 'length', {
      unit,
      names: Object.keys(names),
      lookup: (name) => (Object.hasOwn(names, name) ? ok({ value: names[name]!, dimension: 'length' }) : undefined),
    })
