import type { Equation } from './equation'
import { worth } from './linear'
import { emptyFactors, factor, type Factors, type Pattern, patternOf, slotOf, solved } from './sparse'

/** Equations with what they change, worked out once: the first quantities are unknown, those behind them are sizes. */
export interface System {
  unknowns: number
  rows: readonly Row[]
  pattern: Pattern
  factors: Factors
  /** For each unknown, the rows it stands in: row and entry. */
  touched: readonly Int32Array[]
  /** For each unknown, where the products of its entries are added up: column and slot, column -1 for the diagonal. */
  products: readonly Int32Array[]
  residuals: Float64Array
  /** How easily each unknown moves: what only follows from others costs little. */
  ease: Float64Array
}

interface Row {
  equation: Equation
  unknowns: Int32Array
  /** What the unknowns change it by, at the values it was last looked at. */
  change: Float64Array
  /** For each sum: entry and factor of each unknown in it. */
  entries: readonly (readonly (readonly [entry: number, factor: number])[])[]
  values: Float64Array
  slopes: Float64Array
}

export function systemOf(equations: readonly Equation[], ease: Float64Array): System {
  const unknowns = ease.length
  const rows = equations.map((equation): Row => {
    const own = [...new Set(equation.of.flatMap((l) => l.terms.map(([q]) => q).filter((q) => q < unknowns)))]
    return {
      equation,
      unknowns: Int32Array.from(own),
      change: new Float64Array(own.length),
      entries: equation.of.map((l) => l.terms.filter(([q]) => q < unknowns).map(([q, f]) => [own.indexOf(q), f])),
      values: new Float64Array(equation.of.length),
      slopes: new Float64Array(equation.of.length),
    }
  })
  const touched: number[][] = Array.from({ length: unknowns }, () => [])
  for (const [i, row] of rows.entries()) row.unknowns.forEach((u, entry) => touched[u]!.push(i, entry))
  const neighbours = rows.map(() => new Set<number>())
  for (const list of touched)
    for (let a = 0; a < list.length; a += 2)
      for (let b = 0; b < list.length; b += 2) if (a !== b) neighbours[list[a]!]!.add(list[b]!)
  const pattern = patternOf(neighbours)
  const products = touched.map((list) => {
    const out: number[] = []
    for (let a = 0; a < list.length; a += 2)
      for (let b = a; b < list.length; b += 2)
        out.push(...(a === b ? [-1, pattern.place[list[a]!]!] : slotOf(pattern, list[a]!, list[b]!)))
    return Int32Array.from(out)
  })
  return {
    unknowns,
    rows,
    pattern,
    factors: emptyFactors(pattern),
    touched: touched.map((l) => Int32Array.from(l)),
    products,
    residuals: new Float64Array(rows.length),
    ease,
  }
}

/** Looks at all rows where the quantities are; gives the largest residual, mm. */
export function look({ rows, residuals }: System, z: Float64Array): number {
  let largest = 0
  for (let i = 0; i < rows.length; i++) {
    const { equation, values, slopes, change, entries } = rows[i]!
    for (let k = 0; k < values.length; k++) values[k] = worth(equation.of[k]!, z)
    slopes.fill(0)
    change.fill(0)
    residuals[i] = equation.residual(values, slopes)
    for (let k = 0; k < slopes.length; k++)
      for (const [entry, f] of entries[k]!) change[entry] = change[entry]! + f * slopes[k]!
    largest = Math.max(largest, Math.abs(residuals[i]!))
  }
  return largest
}

/** Factors J D J' + mu at what was last looked at. @param ease how easily each unknown moves, if not as it says */
export function weigh(system: System, mu: number, ease = system.ease): void {
  const { rows, touched, products, factors } = system
  factors.diagonal.fill(0)
  for (const column of factors.columns) column.fill(0)
  for (let u = 0; u < touched.length; u++) {
    const [list, to] = [touched[u]!, products[u]!]
    const d = ease[u]!
    let at = 0
    for (let a = 0; a < list.length; a += 2) {
      const first = d * rows[list[a]!]!.change[list[a + 1]!]!
      for (let b = a; b < list.length; b += 2) {
        const product = first * rows[list[b]!]!.change[list[b + 1]!]!
        const [column, slot] = [to[at]!, to[at + 1]!]
        at += 2
        const target = column === -1 ? factors.diagonal : factors.columns[column]!
        target[slot] = target[slot]! + product
      }
    }
  }
  if (mu > 0) for (let k = 0; k < factors.diagonal.length; k++) factors.diagonal[k] = factors.diagonal[k]! * (1 + mu)
  factor(system.pattern, factors)
}

/** What the unknowns have to change by so that the rows change by `right`: D J' (J D J' + mu)^-1 right. */
export function moveFor(system: System, right: Float64Array, ease = system.ease): Float64Array {
  const by = solved(system.pattern, system.factors, right)
  const out = new Float64Array(system.unknowns)
  for (const [i, row] of system.rows.entries())
    for (let k = 0; k < row.unknowns.length; k++) {
      const u = row.unknowns[k]!
      out[u] = out[u]! + row.change[k]! * by[i]! * ease[u]!
    }
  return out
}

/** What rows come to for a move of the unknowns. */
export function changeBy({ rows }: System, move: Float64Array): Float64Array {
  const out = new Float64Array(rows.length)
  for (const [i, row] of rows.entries())
    for (let k = 0; k < row.unknowns.length; k++) out[i] = out[i]! + row.change[k]! * move[row.unknowns[k]!]!
  return out
}
