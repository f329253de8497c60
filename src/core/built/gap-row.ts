import type { RowSpec, Selector } from './rows'

/** How far a measured gap may be off the wanted one, mm: what a good printer repeats. */
const TOLERANCE = 0.05

/** A row that a step writes into the ledger; its id is the step's and a name of its own. */
export const gapRow = (
  step: string,
  name: string,
  between: string,
  wanted: number,
  rule: RowSpec['rule'],
  a: Selector,
  b: Selector,
): RowSpec => ({ id: `${step}:${name}`, step, between, wanted, tolerance: TOLERANCE, rule, a, b })

/** How far what comes past is to keep off, mm. */
export const PAST = 0.02
/** What lies on something at rest is looked at from so far off it on, mm. */
export const LIFTED = 0.05
/** A row that has the least gap on the whole of a way; which way that is, is said besides. */
export const wayRow = (step: string, name: string, between: string, a: Selector, b: Selector): RowSpec => ({ id: `${step}:${name}`, step, between, wanted: PAST, tolerance: PAST / 2, rule: 'at-least', a, b }) // prettier-ignore
