import type { Draft, Size } from './draft'
import { SIZES } from './draft'
import type { Linear } from './linear'
import { partOf, type TiedPart, tiedParts } from './parts'
import { follow, settle } from './solve'
import { look } from './system'

/** Why ties cannot all be met. */
export type Fight =
  | { kind: 'ties'; /** That cannot be had together; each is needed for it. */ ties: string[] }
  /** The sizes that were changed, and how far each could go. */
  | { kind: 'sizes'; reached: { size: Size; value: number }[]; ties: string[] }

export interface Solution {
  parts: TiedPart[]
  /** What the draft's unknowns come to. */
  unknowns: Float64Array
  fights: Fight[]
}

const sizesOf = (draft: Draft, part: TiedPart, when: 'now' | 'settled'): Float64Array =>
  Float64Array.from(part.sizes, (s) => draft.sizes[s]![when])

const seedsOf = (draft: Draft, part: TiedPart, when: 'now' | 'settled'): Float64Array =>
  Float64Array.from([...part.unknowns.map((u) => draft.unknowns[u]!.seed), ...sizesOf(draft, part, when)])

/** Solves a drawing's ties from what the document has, and from nothing else. */
export function solutionOf(draft: Draft, parts = tiedParts(draft)): Solution {
  const unknowns = Float64Array.from(draft.unknowns, (u) => u.seed)
  const fights: Fight[] = []
  for (const part of parts) {
    const found = solvedPart(draft, part)
    if ('fight' in found) fights.push(found.fight)
    else part.unknowns.forEach((u, i) => (unknowns[u] = found.z[i]!))
  }
  return { parts, unknowns, fights }
}

function solvedPart(draft: Draft, part: TiedPart): { z: Float64Array } | { fight: Fight } {
  const z = seedsOf(draft, part, 'settled')
  const now = sizesOf(draft, part, 'now')
  const same = now.every((v, i) => v === z[part.unknowns.length + i])
  if (!settle(part.system, z)) {
    // The sizes of old may be at odds with what was tied since; those of now may not.
    const fresh = seedsOf(draft, part, 'now')
    return !same && settle(part.system, fresh) ? { z: fresh } : { fight: { kind: 'ties', ties: fightingTies(draft, part) } } // prettier-ignore
  }
  if (same) return { z }
  const before = z.slice(part.unknowns.length)
  const gone = follow(part.system, z, now)
  if (gone === 1) return { z }
  const reached = part.sizes.flatMap((s, i) => {
    const size = draft.sizes[s]!
    return before[i] === now[i] ? [] : [{ size, value: before[i]! + gone * (now[i]! - before[i]!) }]
  })
  return { fight: { kind: 'sizes', reached, ties: part.ties.filter((t) => t !== '') } }
}

/** More ties than this are not tried one by one. */
const TRIED = 40

/** A set of ties that cannot be met together, none of which can be spared. */
function fightingTies(draft: Draft, part: TiedPart): string[] {
  const fails = (ties: ReadonlySet<string>): boolean => {
    const chosen = draft.equations.filter((e) => (e.tie === '' ? part.ties.includes('') : ties.has(e.tie)))
    const alone = partOf(draft, chosen)
    return !settle(alone.system, seedsOf(draft, alone, 'now'), 40)
  }
  const z = seedsOf(draft, part, 'now')
  settle(part.system, z)
  look(part.system, z)
  const strained = new Set(part.tieOf.filter((tie, i) => tie !== '' && Math.abs(part.system.residuals[i]!) > 1e-7))
  const all = new Set(part.ties.filter((t) => t !== ''))
  let set = strained.size > 0 && fails(strained) ? strained : all
  if (set.size > TRIED) return [...set]
  for (const tie of [...set]) {
    const less = new Set([...set].filter((t) => t !== tie))
    if (fails(less)) set = less
  }
  return [...set]
}

/** What a sum comes to with a solution. */
export const worthOf = (draft: Draft, unknowns: Float64Array, of: Linear): number =>
  of.terms.reduce((s, [q, f]) => s + f * (q < SIZES ? unknowns[q]! : draft.sizes[q - SIZES]!.now), 0) + of.plus

export const quantitiesOf = (draft: Draft, part: TiedPart, unknowns: Float64Array): Float64Array =>
  Float64Array.from([...part.unknowns.map((u) => unknowns[u]!), ...sizesOf(draft, part, 'now')])
