import { ok, type Result } from '../result'
import { evaluateFormula, type FormulaContext, type Known } from './formula'
import type { LengthUnit } from './length'

/** Names with what they stand for, mm for lengths. */
export type KnownNames = Readonly<Record<string, Known>>

/**
 * Formulas with names whose values are known.
 * @param unit of plain numbers: mm in documents, the project's where a maker types
 */
export const knownContext = (names: KnownNames, unit: LengthUnit = 'mm'): FormulaContext => ({
  unit,
  names: () => Object.keys(names),
  lookup: (name) => (Object.hasOwn(names, name) ? ok(names[name]!) : undefined),
})

/** Works out lengths with names whose values are known. */
export function knownLengths(names: KnownNames, unit: LengthUnit = 'mm'): (formula: string) => Result<number> {
  const context = knownContext(names, unit)
  return (formula) => evaluateFormula(formula, 'length', context)
}
