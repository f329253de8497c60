import type { Drawn } from '@/core/fields/drawn-shape'
import type { SavedShape, ShapeReport } from '@/core/fields/shapes'
import type { ShapeKind } from '@/core/fields/shape-kind'
import { carried, withUnknowns } from '@/core/fields/tied-shapes'
import type { Vec2 } from '@/core/geometry/vec'
import { ProblemError } from '@/core/result'
import type { Draft } from '@/core/ties/draft'
import { SIZES } from '@/core/ties/draft'
import type { TiedPart } from '@/core/ties/parts'
import { quantitiesOf, type Solution, solutionOf, worthOf } from '@/core/ties/solution'
import { drag, settle } from '@/core/ties/solve'
import { unknownsOf } from './marked'

/** What is dragged: a point of a shape, or the edge of a circle whose size is free. */
export type Dragged = { what: 'point'; mark: string } | { what: 'round'; mark: string }

/** An unknown that follows the pointer. */
interface Pulled {
  unknown: number
  factor: number
  /** What of its figure is given, mm. */
  given: number
  coordinate?: 0 | 1
}

/** So many frames more at the release. */
const MORE = 4

/** One drag, from the press to the release. Every frame hangs on the press and on where the pointer is, on nothing else. */
export class Dragging {
  private readonly solution: Solution
  private readonly press: Float64Array
  private now: Float64Array
  private readonly own: readonly Pulled[]
  /** What is tied to what is dragged: along and up can hang on different things. */
  private readonly tied: readonly { part: TiedPart; press: Float64Array; z: Float64Array }[]
  private pointer: Vec2 | undefined

  constructor(
    private readonly draft: Draft,
    private readonly dragged: Dragged,
    private readonly centre: Vec2,
  ) {
    this.solution = solutionOf(draft)
    this.press = this.solution.unknowns
    this.now = this.press.slice()
    this.own = this.unknowns()
    const pulled = this.solution.parts.filter((p) => this.own.some((o) => p.unknowns.includes(o.unknown)))
    this.tied = pulled.map((part) => {
      const press = quantitiesOf(draft, part, this.press)
      return { part, press, z: press.slice() }
    })
  }

  /** Unknowns that are where they are; others hang on them. */
  private get moving(): ReadonlySet<number> {
    return new Set([...this.solution.parts.flatMap((p) => p.unknowns), ...this.own.map((p) => p.unknown)])
  }

  /** False where what is dragged is given by figures. */
  get can(): boolean {
    return this.own.length > 0
  }

  /** The unknowns that follow the pointer, and what is given of each of their figures. */
  private unknowns(): Pulled[] {
    const { mark, what } = this.dragged
    if (what === 'round') {
      const radius = this.draft.bone('rounds', mark)?.radius
      const own = radius?.terms.filter(([q]) => q < SIZES) ?? []
      return own.length === 1 ? [{ unknown: own[0]![0], factor: own[0]![1], given: 0 }] : []
    }
    const spot = this.draft.bone('points', mark)
    if (!spot) return []
    return unknownsOf(spot).flatMap((u, k) => {
      const zero = new Float64Array(this.press.length)
      if (u < 0) return []
      return [{ unknown: u, factor: 1, given: worthOf(this.draft, zero, spot[k as 0 | 1]), coordinate: k as 0 | 1 }]
    })
  }

  /** Where everything is once the pointer is there. */
  to(pointer: Vec2): void {
    this.pointer = pointer
    const wanted = this.own.map(({ unknown: u, factor, given, coordinate = 0 }): [number, number] => {
      if (this.dragged.what === 'round') return [u, Math.hypot(pointer[0] - this.centre[0], pointer[1] - this.centre[1]) / factor] // prettier-ignore
      return [u, pointer[coordinate] - given]
    })
    this.now = this.press.slice()
    for (const [u, value] of wanted) this.now[u] = value
    for (const { part, press, z } of this.tied) {
      const here = wanted.flatMap(([u, value]): [number, number][] => {
        const at = part.unknowns.indexOf(u)
        return at < 0 ? [] : [[at, value]]
      })
      const last = z.slice()
      drag(part.system, z, press, here)
      if (!z.every(Number.isFinite)) z.set(last)
      this.take(part, z)
    }
  }

  private take(part: TiedPart, z: Float64Array): void {
    part.unknowns.forEach((u, i) => (this.now[u] = z[i]!))
  }

  /** All ties met where the drag ended; what cannot be met is as it was at the press. */
  end(): void {
    // Frames are cut short; what is kept is worked out to the end.
    if (this.pointer) for (let i = 0; i < MORE; i++) this.to(this.pointer)
    for (const { part, press, z } of this.tied) this.take(part, settle(part.system, z) ? z : press)
  }

  saved(before: readonly SavedShape[]): readonly SavedShape[] {
    return withUnknowns(before, this.draft, this.now, this.moving)
  }

  /** The shapes as they are now, without a build. Those that hang on what the page does not know stay as they were. */
  drawn(saved: readonly SavedShape[], reports: readonly ShapeReport[], kindOf: (s: SavedShape) => ShapeKind): Drawn[] {
    const marks = new Map<string, Drawn>()
    const now = carried(this.draft, this.now, this.moving)
    const changed = new Set<string>()
    for (const shape of saved) {
      const report = reports.find((r) => r.id === shape.id)
      if (!report?.drawn) continue
      const kind = kindOf(shape)
      const values = this.valuesOf(shape, kind, report, now, marks, changed)
      if (values) changed.add(shape.id)
      marks.set(shape.id, (values && remade(kind, shape.id, values, report.drawn)) || report.drawn)
    }
    return [...marks.values()]
  }

  /** What its fields come to, or undefined if it is as it was. */
  private valuesOf(
    shape: SavedShape,
    kind: ShapeKind,
    report: ShapeReport,
    at: Float64Array,
    marks: ReadonlyMap<string, Drawn>,
    changed: ReadonlySet<string>,
  ): Record<string, unknown> | undefined {
    const values: Record<string, unknown> = { ...report.values }
    let differs = false
    for (const [name, spec] of Object.entries(kind.fields)) {
      const key = `${shape.id}.${name}`
      // What was taken is known to the build alone.
      if (spec.type === 'outline' || spec.type === 'taken-edges') return undefined
      if (spec.type === 'named-shapes') {
        const of = report.values[name] as readonly string[]
        if (of.some((id) => !marks.has(id))) return undefined
        values[name] = of.map((id) => marks.get(id)!)
        differs ||= of.some((id) => changed.has(id))
      }
      const places = this.draft.places.get(key)
      if (places) {
        const now = places.map(([x, y]): Vec2 => [worthOf(this.draft, at, x), worthOf(this.draft, at, y)])
        const was = (spec.type === 'place' ? [report.values[name]] : report.values[name]) as readonly Vec2[]
        differs ||= now.some((p, i) => p[0] !== was[i]?.[0] || p[1] !== was[i]?.[1])
        values[name] = spec.type === 'place' ? now[0] : now
      }
      const figure = this.draft.figures.get(key)
      if (figure) {
        values[name] = worthOf(this.draft, at, figure)
        differs ||= values[name] !== report.values[name]
      }
    }
    return differs ? values : undefined
  }
}

function remade(kind: ShapeKind, id: string, values: Record<string, unknown>, was: Drawn): Drawn | undefined {
  try {
    return { ...kind.make(values as never, id), id, kind: kind.kind, is: was.is }
  } catch (error) {
    if (error instanceof ProblemError) return undefined
    throw error
  }
}
