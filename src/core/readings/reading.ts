import { fail, ok, type Result } from '../result'
import { evaluateFormula } from '../units/formula'

/** What repeats of one measurement come to, mm. */
export interface ReadingFacts {
  mean: number
  /** Largest less smallest. */
  spread: number
  count: number
  /** Said where the repeats disagree by more than the instrument's resolution explains. */
  warning?: string
}

/** Two readings of one length may differ by this many steps of the display: half a step each way, and the hand. */
const STEPS = 3

/**
 * Works out a reading from its repeats.
 * @param repeats lengths as written, `62.4`, `2 7/16 in`; plain numbers are mm
 * @param resolution the smallest step of the instrument, mm
 * Errors: empty, and those of a formula, naming the repeat
 */
export function readingFacts(repeats: readonly string[], resolution: number): Result<ReadingFacts> {
  if (repeats.length === 0) return fail('empty', 'Nothing has been measured yet.')
  const values: number[] = []
  for (const [i, text] of repeats.entries()) {
    const value = evaluateFormula(text, 'length', { unit: 'mm', lookup: () => undefined })
    if (!value.ok) return fail(value.problem.kind, `Repeat ${i + 1}: ${value.problem.message}`)
    values.push(value.value)
  }
  const spread = Math.max(...values) - Math.min(...values)
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length
  const allowed = STEPS * resolution
  return ok({
    mean,
    spread,
    count: values.length,
    ...(spread > allowed + 1e-9
      ? {
          warning: `The repeats differ by ${spread.toFixed(2)} mm; an instrument that shows ${resolution} mm explains ${allowed.toFixed(2)}. Measure again, at the same place.`,
        }
      : {}),
  })
}
