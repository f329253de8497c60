import { type SavedShape, shapeSchema } from '../../src/core/fields/shapes'
import { tied } from '../../src/core/fields/tied-shapes'
import { SHAPE_KINDS } from '../../src/core/steps/drawing/shapes'
import { evaluateFormula } from '../../src/core/units/formula'
import { knownContext } from '../../src/core/units/known-lengths'

export const kindOf = (s: { kind: string }) => SHAPE_KINDS.find((k) => k.kind === s.kind)!
export const workOut = (formula: string, as: 'length' | 'number') => evaluateFormula(formula, as, knownContext({}))

/** Shapes with their defaults filled in. */
export const complete = (list: readonly object[]): SavedShape[] =>
  (list as SavedShape[]).map((s) => ({ ...s, fields: shapeSchema(kindOf(s)).parse(s.fields) }))

/** A drawing's shapes with their free figures as its ties have them, and all of those figures in a row. */
export function solvedTies(list: readonly object[], settled: Record<string, number> = {}) {
  const { saved, problems } = tied(complete(list), kindOf, workOut, settled)
  return { saved, problems, figures: saved.flatMap(freeFigures) }
}

/** The numbers of a shape that are free. */
const freeFigures = (s: SavedShape): number[] =>
  Object.values(s.fields).flatMap((v): number[] =>
    typeof v === 'number'
      ? [v]
      : typeof v === 'object' && v !== null
        ? Object.values(v).filter((c) => typeof c === 'number')
        : [],
  )

/** How far apart two solutions are, mm. */
export const moved = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((most, v, i) => Math.max(most, Math.abs(v - b[i]!)), 0)
