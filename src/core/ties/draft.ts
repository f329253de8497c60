import type { Equation } from './equation'
import { constant, type Linear, quantity, sameSpot, type Spot } from './linear'

/** A straight piece between two points of a drawing. */
export type Straight = readonly [Spot, Spot]
/** A circle, or what an arc runs on. */
export interface Round {
  centre: Spot
  radius: Linear
  /** Where an arc begins and ends. */
  ends?: readonly Spot[]
}

/** What of a shape can be tied, by name; '' is the whole of it. */
export interface Bones {
  points?: Readonly<Record<string, Spot>>
  lines?: Readonly<Record<string, Straight>>
  rounds?: Readonly<Record<string, Round>>
}

/** An unknown and where the document keeps its seed. */
export interface Unknown {
  seed: number
  owner?: Owner
}
export interface Owner {
  shape: string
  field: string
  /** Of a place in a row. */
  index?: number
  coordinate?: 'along' | 'up'
  /** What the saved number is measured from. */
  base: Linear
}

export interface Size {
  /** Which of the document's figures it is: `shape.field`. */
  key: string
  shape: string
  field: string
  now: number
  /** The value that the seeds were solved with. */
  settled: number
}

/** Quantities from here on are sizes. */
export const SIZES = 1_000_000

/** What a drawing's ties are about, as it is gathered shape by shape. */
export class Draft {
  readonly unknowns: Unknown[] = []
  readonly sizes: Size[] = []
  readonly equations: { equation: Equation; tie: string }[] = []
  readonly bones = new Map<string, Bones>()
  /** What fields of shapes come to, by `shape.field`. */
  readonly figures = new Map<string, Linear>()
  readonly places = new Map<string, readonly Spot[]>()

  /** @param settled sizes that the seeds were solved with, by key */
  constructor(private readonly settled: Readonly<Record<string, number>>) {}

  unknown(seed: number, owner?: Owner): Linear {
    this.unknowns.push({ seed, ...(owner ? { owner } : {}) })
    return quantity(this.unknowns.length - 1)
  }

  /** A figure that is given. @param plainly it says nothing but 0 */
  size(shape: string, field: string, now: number, plainly = false): Linear {
    const key = `${shape}.${field}`
    const settled = this.settled[key] ?? now
    this.sizes.push({ key, shape, field, now, settled })
    return plainly && settled === 0 ? constant(0) : quantity(SIZES + this.sizes.length - 1)
  }

  /** Points that ties put onto each other, and onto rounds. */
  private readonly met: (readonly [Spot, Spot])[] = []
  private readonly rested: (readonly [Spot, Round])[] = []
  meet(p: Spot, q: Spot): void {
    this.met.push([p, q])
  }
  rest(p: Spot, round: Round): void {
    this.rested.push([p, round])
  }

  /** True if two points are one, by what they hang on or by a tie. */
  areOne(p: Spot, q: Spot): boolean {
    const either = ([a, b]: readonly [Spot, Spot]) => (sameSpot(a, p) && sameSpot(b, q)) || (sameSpot(a, q) && sameSpot(b, p)) // prettier-ignore
    return sameSpot(p, q) || this.met.some(either)
  }

  /** True if a point is tied to lie on a round, or is an end of it. */
  restsOn(p: Spot, round: Round): boolean {
    return (round.ends ?? []).some((e) => this.areOne(e, p)) || this.rested.some(([q, on]) => on === round && this.areOne(p, q)) // prettier-ignore
  }

  require(tie: string, equations: readonly Equation[]): void {
    for (const equation of equations) this.equations.push({ equation, tie })
  }

  /** What a sum is as the document has it. */
  seed({ terms, plus }: Linear): number {
    return terms.reduce((s, [q, f]) => s + f * (q < SIZES ? this.unknowns[q]!.seed : this.sizes[q - SIZES]!.settled), plus) // prettier-ignore
  }
  spot([x, y]: Spot): [number, number] {
    return [this.seed(x), this.seed(y)]
  }

  /** Takes a solution for what the document has: as everything is now. */
  adopt(solved: ArrayLike<number>): void {
    this.unknowns.forEach((u, i) => (u.seed = solved[i]!))
    for (const size of this.sizes) size.settled = size.now
  }

  /** A point, line or round by its name: `shape.name`, or the shape where it is all of it. */
  bone<K extends keyof Bones>(what: K, mark: string): NonNullable<Bones[K]>[string] | undefined {
    type Found = NonNullable<Bones[K]>[string] | undefined
    const whole = this.bones.get(mark)?.[what]?.[''] as Found
    const dot = mark.lastIndexOf('.')
    return whole ?? (dot < 0 ? undefined : (this.bones.get(mark.slice(0, dot))?.[what]?.[mark.slice(dot + 1)] as Found))
  }
}
