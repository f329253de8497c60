import { direction } from '../geometry/vec'
import { raise, type Result } from '../result'
import type { Bones, Draft, Owner, Round, Straight } from '../ties/draft'
import { type Linear, type Spot, spotSum, sum, times, ZERO } from '../ties/linear'
import type { SavedShape } from './drawn-shape'
import type { MarkOf } from './mark'
import type { SavedPlace } from './place'

/** Works out a formula of a drawing. */
export type WorkOut = (formula: string, as: 'length' | 'number') => Result<number>

/** A shape's figures as sums of unknowns and sizes: a number that is saved is free, a formula is given. */
export class Given {
  constructor(
    protected readonly shape: Pick<SavedShape, 'id' | 'fields'>,
    protected readonly draft: Draft,
    private readonly workOut: WorkOut,
  ) {}

  /** A choice, as it is saved. */
  plain(field: string): string {
    return String(this.shape.fields[field] ?? '')
  }

  /** An angle, degrees. */
  angle(field: string): number {
    return this.workedOut(this.plain(field), 'number', field)
  }

  length(field: string): Linear {
    const known = this.draft.figures.get(`${this.shape.id}.${field}`)
    if (known) return known
    const found = this.figure(this.shape.fields[field] as number | string, field, {
      shape: this.shape.id,
      field,
      base: ZERO,
    })
    this.draft.figures.set(`${this.shape.id}.${field}`, found)
    return found
  }

  spot(field: string): Spot {
    const known = this.draft.places.get(`${this.shape.id}.${field}`)
    if (known) return known[0]!
    const found = this.place(this.shape.fields[field] as SavedPlace, field, { shape: this.shape.id, field })
    this.draft.places.set(`${this.shape.id}.${field}`, [found])
    return found
  }
  spots(field: string): readonly Spot[] {
    const known = this.draft.places.get(`${this.shape.id}.${field}`)
    if (known) return known
    const places = this.shape.fields[field] as SavedPlace[]
    const found = places.map((p, index) => this.place(p, `${field}.${index + 1}`, { shape: this.shape.id, field, index })) // prettier-ignore
    this.draft.places.set(`${this.shape.id}.${field}`, found)
    return found
  }

  private workedOut(formula: string, as: 'length' | 'number', field: string): number {
    const found = this.workOut(formula, as)
    return found.ok ? found.value : raise(found.problem.kind, found.problem.message, field)
  }

  private figure(saved: number | string, key: string, owner: Owner): Linear {
    if (typeof saved === 'number') return this.draft.unknown(saved + this.draft.seed(owner.base), owner)
    const value = this.workedOut(saved, 'length', owner.field)
    return sum(owner.base, this.draft.size(this.shape.id, key, value, Number(saved) === 0))
  }

  private place(saved: SavedPlace, key: string, owner: Omit<Owner, 'base'>): Spot {
    const { draft, shape } = this
    if ('on' in saved) {
      const round = this.bone('rounds', saved.on, owner.field)
      const [c, s] = direction(this.workedOut(saved.angle, 'number', owner.field))
      return spotSum(round.centre, [times(round.radius, c), times(round.radius, s)])
    }
    const base = saved.from === '' ? ([ZERO, ZERO] as Spot) : this.bone('points', saved.from, owner.field)
    if ('away' in saved) {
      const away = this.workedOut(saved.away, 'length', owner.field)
      const [c, s] = direction(this.workedOut(saved.angle, 'number', owner.field))
      const part = (name: string, v: number) => draft.size(shape.id, `${key}.${name}`, v)
      return spotSum(base, [part('along', away * c), part('up', away * s)])
    }
    const part = (coordinate: 'along' | 'up', from: Linear) =>
      this.figure(saved[coordinate], `${key}.${coordinate}`, { ...owner, coordinate, base: from })
    return [part('along', base[0]), part('up', base[1])]
  }

  protected bone<K extends keyof Bones>(what: K, mark: string, field: string): NonNullable<Bones[K]>[string] {
    const found = this.draft.bone(what, mark)
    return found ?? raise('no-mark', 'What is meant here is not in the drawing, or nothing that can be tied so.', field)
  }
}

/** What a tie says, with what it ties. */
export class TieGiven extends Given {
  point(field: string): Spot {
    return this.bone('points', this.plain(field), field)
  }
  line(field: string): Straight {
    return this.bone('lines', this.plain(field), field)
  }
  round(field: string): Round {
    return this.bone('rounds', this.plain(field), field)
  }
  /** Tells that two points are one, or that a point lies on a round. */
  meet(p: Spot, q: Spot): void {
    this.draft.meet(p, q)
  }
  rest(p: Spot, round: Round): void {
    this.draft.rest(p, round)
  }
  restsOn(p: Spot, round: Round): boolean {
    return this.draft.restsOn(p, round)
  }
  /** Which of these a field names. */
  which<T extends MarkOf>(field: string, of: readonly T[]): T {
    const found = of.find((what) => this.draft.bone(`${what}s`, this.plain(field)))
    return found ?? raise('no-mark', 'What is meant here is not in the drawing, or nothing that can be tied so.', field)
  }
  /** What a sum is as it is drawn. */
  seen(of: Linear): number {
    return this.draft.seed(of)
  }
  seenAt(of: Spot): [number, number] {
    return this.draft.spot(of)
  }
}
