import type { BuiltPart } from '../../built/built'
import type { LaidByHand } from '../../document/schema'
import { compose, type Placement, translation } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import { type Footprint, footprintOf } from './footprint'
import { Mask } from './mask'

/** One of a part, on a plate. */
export interface OnPlate {
  /** The part's place in the list, and which of its copies, from 0. */
  part: number
  copy: number
  /** The middle of the box round it, mm from the bed's front left corner; degrees about the upright. */
  at: Vec2
  turned: number
  byHand: boolean
  /** The box round it from above, mm. */
  size: Vec2
  /** Takes its part there, with its foot on the bed. */
  placement: Placement
}

export interface Plate {
  lies: OnPlate[]
  /** What lies closer to each other than a cell, by places in `lies`; by hand alone. */
  close: [number, number][]
  /** What reaches over the bed's edge. */
  over: number[]
}

/** What is laid: which bed, how many of each, how much room, what the maker laid by hand. */
export interface PlateWishes {
  bed: readonly [number, number, number]
  /** How many of a part there are, by its id; one otherwise. */
  counts?: Readonly<Record<string, number>>
  /** Room between parts, mm. */
  apart?: number
  laid?: readonly LaidByHand[]
}

/** Room between parts where nobody says, mm. */
const APART = 5
/** Cells of a bed: 1 mm, and no more than this many along a side. */
const MOST_CELLS = 400
const QUARTERS = [0, 90, 180, 270]

/**
 * Parts on plates, each as often as it is printed: what was laid by hand where it was laid, the others by themselves, the
 * largest first, each as far to the front and then to the left as it goes with the least depth, turned by quarters; on the
 * first plate that has room. What lies together by itself is put to the bed's middle. What is larger than the bed has a plate to itself.
 */
export function layPlates(parts: readonly Pick<BuiltPart, 'id' | 'print' | 'mesh'>[], wishes: PlateWishes): Plate[] {
  const { bed, counts = {}, apart = APART, laid = [] } = wishes
  const cell = Math.max(1, Math.max(bed[0], bed[1]) / MOST_CELLS)
  const prints = (part: number, turned: number) => footprintOf(parts[part]!, turned, cell)
  const plates: Laying[] = []
  const plate = (n: number) => {
    while (plates.length <= n) plates.push(new Laying(bed, cell, apart))
    return plates[n]!
  }
  const all = parts.flatMap(({ id }, part) =>
    Array.from({ length: counts[id] ?? 1 }, (_, copy) => ({ part, copy, id })),
  )
  const hand = new Map(laid.map((l) => [`${l.part} ${l.copy}`, l]))
  for (const { part, copy, id } of all) {
    const l = hand.get(`${id} ${copy}`)
    if (l) plate(l.plate - 1).byHand({ part, copy, at: l.at, turned: l.turned }, prints(part, l.turned))
  }
  const free = all.filter(({ id, copy }) => !hand.has(`${id} ${copy}`))
  const area = (part: number) => prints(part, 0).size[0] * prints(part, 0).size[1]
  free.sort((a, b) => area(b.part) - area(a.part) || a.part - b.part || a.copy - b.copy)
  for (const { part, copy } of free) {
    const turns = QUARTERS.map((turned) => ({ turned, print: prints(part, turned) }))
    const laidNow =
      plates.some((p) => p.byItself(part, copy, turns)) || plate(plates.length).byItself(part, copy, turns)
    if (!laidNow) plates.at(-1)!.alone({ part, copy, turned: 0 }, prints(part, 0))
  }
  return plates.filter((p) => !p.isEmpty).map((p) => p.done())
}

/** What is known of what lies on a plate while others are still laid there. */
type Laid = Omit<OnPlate, 'size' | 'placement'>

/** A plate while parts are laid on it. */
class Laying {
  private readonly lies: Laid[] = []
  private readonly prints: Footprint[] = []
  /** What is taken, with the room round it. */
  private readonly taken: Mask
  private readonly room: number
  /** From which row on there may be room for a footprint: what is laid is never taken off again. */
  private readonly from = new Map<Mask, number>()
  private full = false

  constructor(
    private readonly bed: PlateWishes['bed'],
    private readonly cell: number,
    apart: number,
  ) {
    this.taken = new Mask(Math.floor(bed[0] / cell + 1e-9), Math.floor(bed[1] / cell + 1e-9))
    this.room = Math.ceil(apart / cell - 1e-9)
  }

  get isEmpty(): boolean {
    return this.lies.length === 0
  }

  byHand(lies: Omit<Laid, 'byHand'>, print: Footprint): void {
    // It may begin within a cell, and then it ends one later.
    this.lay({ ...lies, byHand: true }, print, ...this.cellOf(lies.at, print.size), 1)
  }

  /** Lays it where there is room. @returns whether there was */
  byItself(part: number, copy: number, turns: readonly { turned: number; print: Footprint }[]): boolean {
    if (this.full) return false
    const found = turns
      .flatMap(({ turned, print }) => {
        const at = this.roomFor(print.mask)
        return at ? [{ turned, print, at, deep: at[1] + print.mask.height }] : []
      })
      .reduce<{ turned: number; print: Footprint; at: Vec2; deep: number } | undefined>(
        (best, f) => (!best || f.deep < best.deep || (f.deep === best.deep && f.at[0] < best.at[0]) ? f : best),
        undefined,
      )
    if (!found) return false
    const { turned, print, at } = found
    const middle: Vec2 = [at[0] * this.cell + print.size[0] / 2, at[1] * this.cell + print.size[1] / 2]
    this.lay({ part, copy, at: middle, turned, byHand: false }, print, ...at)
    return true
  }

  /** In the bed's middle, whatever its size; nothing else is laid here. */
  alone(lies: Pick<Laid, 'part' | 'copy' | 'turned'>, print: Footprint): void {
    this.full = true
    const at: Vec2 = [this.bed[0] / 2, this.bed[1] / 2]
    this.lay({ ...lies, at, byHand: false }, print, ...this.cellOf(at, print.size))
  }

  done(): Plate {
    if (this.lies.every((l) => !l.byHand)) this.toMiddle()
    const lies = this.lies.map((l, i): OnPlate => {
      const { size, base } = this.prints[i]!
      return { ...l, size, placement: compose(translation([l.at[0] - size[0] / 2, l.at[1] - size[1] / 2, 0]), base) }
    })
    const within = (l: OnPlate) => [0, 1].every((k) => l.at[k]! - l.size[k]! / 2 > -1e-6 && l.at[k]! + l.size[k]! / 2 < this.bed[k]! + 1e-6) // prettier-ignore
    return { lies, close: this.closePairs(lies), over: lies.flatMap((l, i) => (within(l) ? [] : [i])) }
  }

  private lay(lies: Laid, print: Footprint, i: number, j: number, more = 0): void {
    this.lies.push(lies)
    this.prints.push(print)
    this.taken.put(print.mask, i, j, this.room + more)
  }

  private cellOf(at: Vec2, size: Vec2): Vec2 {
    return [Math.floor((at[0] - size[0] / 2) / this.cell + 1e-6), Math.floor((at[1] - size[1] / 2) / this.cell + 1e-6)]
  }

  /** The first place from the front, and from the left, that is free. */
  private roomFor(mask: Mask): Vec2 | undefined {
    for (let j = this.from.get(mask) ?? 0; j + mask.height <= this.taken.height; j++) {
      for (let i = 0; i + mask.width <= this.taken.width; i++)
        if (!this.taken.meets(mask, i, j)) {
          this.from.set(mask, j)
          return [i, j]
        }
      this.from.set(mask, j + 1)
    }
    return undefined
  }

  private toMiddle(): void {
    const by = [0, 1].map((k) => {
      const ends = this.lies.flatMap(({ at }, i) => [-0.5, 0.5].map((half) => at[k]! + half * this.prints[i]!.size[k]!))
      return (this.bed[k]! - Math.min(...ends) - Math.max(...ends)) / 2
    })
    for (const l of this.lies) l.at = [l.at[0] + by[0]!, l.at[1] + by[1]!]
  }

  /** Pairs of which one was laid by hand and that share a cell or have them side by side. */
  private closePairs(lies: readonly OnPlate[]): [number, number][] {
    return lies.flatMap((a, i) =>
      lies.flatMap((b, k): [number, number][] => {
        if (k <= i || (!a.byHand && !b.byHand)) return []
        const apart = [0, 1].some((d) => Math.abs(a.at[d]! - b.at[d]!) > (a.size[d]! + b.size[d]!) / 2)
        if (apart) return []
        const [x, y] = [0, 1].map((d) => Math.floor((b.at[d]! - b.size[d]! / 2 - a.at[d]! + a.size[d]! / 2) / this.cell + 1e-6)) // prettier-ignore
        // They lie between whole cells: in one of these four ways what they cover meets, if it meets at all.
        const meet = [x!, x! + 1].some((u) => [y!, y! + 1].some((v) => this.prints[i]!.mask.meets(this.prints[k]!.mask, u, v))) // prettier-ignore
        return meet ? [[i, k]] : []
      }),
    )
  }
}
