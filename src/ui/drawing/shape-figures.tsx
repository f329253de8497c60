'use client'
import type { Drawn } from '@/core/fields/drawn-shape'
import type { ShapeKind } from '@/core/fields/shape-kind'
import { type SavedShape, shapeSchema } from '@/core/fields/shapes'
import type { Vec2 } from '@/core/geometry/vec'
import { LengthFigure } from '../primitives/length-figure'
import { NumberFigure } from '../primitives/number-figure'
import type { DrawingActs } from './drawing-acts'
import { isOf, type Marked, placeOf } from './marked'

/** A figure of a shape, and where it stands in the drawing. */
interface StandingFigure {
  shape: string
  field: string
  label: string
  is: 'length' | 'angle' | 'count'
  /** It is a diameter. */
  across: boolean
  formula: string
  at: Vec2
}

/** Figures of shapes that are picked, and of ties on them, at what they say the size of. */
export function standing(
  saved: readonly SavedShape[],
  kinds: readonly ShapeKind[],
  picked: readonly string[],
  marks: readonly Marked[],
  drawn: readonly Drawn[],
): StandingFigure[] {
  const where = new Map(marks.map((m) => [m.mark, placeOf(m)]))
  return saved.flatMap((shape) => {
    const kind = kinds.find((k) => k.kind === shape.kind)
    const fields = kind && shapeSchema(kind).safeParse(shape.fields).data
    if (!kind || !fields) return []
    const own = drawn.find((d) => d.id === shape.id)
    return placesOf(kind, shape.id, fields).flatMap(([field, place]): StandingFigure[] => {
      const spec = kind.fields[field]
      const named = typeof place === 'function' ? [] : place
      const meant = picked.includes(shape.id) || named.some((m) => kind.ofMarks && picked.some((id) => isOf(m, id)))
      const at = typeof place === 'function' ? own && place(own) : middleOf(named.map((m) => where.get(m)))
      if (!meant || !at || (spec?.type !== 'length' && spec?.type !== 'angle' && spec?.type !== 'count')) return []
      return [{ shape: shape.id, field, label: spec.label.toLowerCase(), is: spec.type, across: isAcross(kind, field), formula: String(fields[field]), at }] // prettier-ignore
    })
  })
}

/** The middle of several places, if all of them are there. */
function middleOf(places: readonly (Vec2 | undefined)[]): Vec2 | undefined {
  if (places.length === 0 || places.includes(undefined)) return undefined
  const sum = (c: 0 | 1) => places.reduce((total, p) => total + p![c], 0) / places.length
  return [sum(0), sum(1)]
}

/** True for a figure that its sentence calls a diameter. */
const isAcross = ({ sentence }: ShapeKind, field: string): boolean =>
  sentence.some((word) => typeof word === 'object' && word.field === field && word.before?.endsWith('Ø'))

/** Of each figure that has a place, the marks that it stands between, or how its place is found. */
function placesOf(
  { figuresAt, ofMarks }: ShapeKind,
  id: string,
  fields: Record<string, unknown>,
): [string, string[] | ((drawn: Drawn) => Vec2 | undefined)][] {
  if (ofMarks?.measured) return [[ofMarks.measured, ofMarks.fields.map((f) => String(fields[f]))]]
  return Object.entries(figuresAt ?? {}).map(([field, place]) => [field, typeof place === 'function' ? place : [place === '' ? id : `${id}.${place}`]]) // prettier-ignore
}

/** How far below each other figures stand that have one place, pixels. */
const LINE = 24

/** These figures, to be typed where they stand. */
export function ShapeFigures({
  acts,
  figures,
  at,
  letter,
}: {
  acts: DrawingActs
  figures: readonly StandingFigure[]
  at: (p: Vec2) => Vec2
  letter: (shape: string) => string
}) {
  return figures.map(({ shape, field, label, is, across, formula, at: p }, i) => {
    const [x, y] = at(p)
    const above = figures.slice(0, i).filter((f) => f.at[0] === p[0] && f.at[1] === p[1]).length
    const typed = {
      label: `${letter(shape)}, ${label}`,
      formula,
      onChange: (next: string) => acts.setField(shape, field, next),
    }
    return (
      <span
        key={`${shape}.${field}`}
        className="absolute z-[5] -translate-x-1/2 rounded-[3px] bg-sheet/90 px-1 text-[14px]"
        // Beside the edge, which can be dragged and picked again.
        style={{ left: x, top: y + 7 + above * LINE }}
      >
        {across && 'Ø '}
        {is === 'length' ? (
          <LengthFigure {...typed} />
        ) : (
          <NumberFigure {...typed} ending={is === 'angle' ? '°' : ' times'} />
        )}
      </span>
    )
  })
}
