import type { Draft } from './draft'
import { SIZES } from './draft'
import type { Equation } from './equation'
import type { Linear } from './linear'
import { type System, systemOf } from './system'

/** Unknowns that hang on each other, with their equations. */
export interface TiedPart {
  system: System
  /** The draft's unknowns, in the order of the system's. */
  unknowns: readonly number[]
  /** The draft's sizes, in the order behind them. */
  sizes: readonly number[]
  ties: readonly string[]
  /** Which tie each equation is of. */
  tieOf: readonly string[]
}

/** A drawing's ties in parts that have nothing to do with each other. */
export function tiedParts(draft: Draft): TiedPart[] {
  const { unknowns, equations } = draft
  const head = unknowns.map((_, i) => i)
  const find = (i: number): number => {
    while (head[i] !== i) i = head[i] = head[head[i]!]!
    return i
  }
  const own = equations.map(({ equation }) => equation.of.flatMap((l) => l.terms.map(([q]) => q).filter((q) => q < SIZES))) // prettier-ignore
  for (const list of own) for (const q of list) head[find(q)] = find(list[0]!)
  const groups = new Map<number, typeof equations>()
  equations.forEach((one, i) => {
    const key = own[i]!.length > 0 ? find(own[i]![0]!) : -1 - i
    groups.set(key, [...(groups.get(key) ?? []), one])
  })
  return [...groups.values()].map((those) => partOf(draft, those))
}

/** What follows from points, as the middle of an arc does, moves so much more easily than they do. */
const FOLLOWS = 100

export function partOf(draft: Draft, equations: readonly { equation: Equation; tie: string }[]): TiedPart {
  const all = [...new Set(equations.flatMap(({ equation }) => equation.of.flatMap((l) => l.terms.map(([q]) => q))))].sort((a, b) => a - b) // prettier-ignore
  const unknowns = all.filter((q) => q < SIZES)
  const place = new Map(all.map((q, i) => [q, i]))
  const here = ({ terms, plus }: Linear): Linear => ({ terms: terms.map(([q, f]) => [place.get(q)!, f]), plus })
  const moved = equations.map(({ equation }) => ({ ...equation, of: equation.of.map(here) }))
  return {
    system: systemOf(
      moved,
      Float64Array.from(unknowns, (u) => (draft.unknowns[u]!.owner ? 1 : FOLLOWS)),
    ),
    unknowns,
    sizes: all.filter((q) => q >= SIZES).map((q) => q - SIZES),
    ties: [...new Set(equations.map((e) => e.tie))],
    tieOf: equations.map((e) => e.tie),
  }
}
