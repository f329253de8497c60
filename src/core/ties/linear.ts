/**
 * A sum of unknowns and sizes, each with a factor, and a constant: what a coordinate or a radius is in a drawing with
 * ties. Lengths mm.
 */
export interface Linear {
  /** Which of the system's quantities, and how often. */
  terms: readonly (readonly [quantity: number, factor: number])[]
  plus: number
}

export const constant = (plus: number): Linear => ({ terms: [], plus })
export const ZERO = constant(0)
export const quantity = (index: number): Linear => ({ terms: [[index, 1]], plus: 0 })

export const times = (a: Linear, by: number): Linear => ({
  terms: by === 0 ? [] : a.terms.map(([q, f]) => [q, f * by]),
  plus: a.plus * by,
})

export function sum(...all: readonly Linear[]): Linear {
  const terms = new Map<number, number>()
  let plus = 0
  for (const one of all) {
    plus += one.plus
    for (const [q, f] of one.terms) terms.set(q, (terms.get(q) ?? 0) + f)
  }
  return { terms: [...terms].filter(([, f]) => f !== 0), plus }
}

export const minus = (a: Linear, b: Linear): Linear => sum(a, times(b, -1))

export function worth({ terms, plus }: Linear, z: ArrayLike<number>): number {
  let value = plus
  for (const [q, f] of terms) value += f * z[q]!
  return value
}

/** A point whose coordinates are such sums. */
export type Spot = readonly [Linear, Linear]

export const spotSum = (...all: readonly Spot[]): Spot => [sum(...all.map((s) => s[0])), sum(...all.map((s) => s[1]))]
export const spotTimes = (a: Spot, by: number): Spot => [times(a[0], by), times(a[1], by)]
export const spotMiddle = (a: Spot, b: Spot): Spot => spotTimes(spotSum(a, b), 0.5)
/** Turned about the origin, by the cosine and sine of an angle. */
export const spotTurned = ([x, y]: Spot, c: number, s: number): Spot => [
  minus(times(x, c), times(y, s)),
  sum(times(x, s), times(y, c)),
]

/** True if two sums are the same for any quantities. */
const same = (a: Linear, b: Linear): boolean => {
  const d = minus(a, b)
  return Math.abs(d.plus) < 1e-12 && d.terms.every(([, f]) => Math.abs(f) < 1e-12)
}
export const sameSpot = (a: Spot, b: Spot): boolean => same(a[0], b[0]) && same(a[1], b[1])
