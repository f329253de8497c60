'use client'
import type { ShapeKind } from '@/core/fields/shape-kind'
import { type SavedShape, shapeSchema } from '@/core/fields/shapes'
import type { Vec2 } from '@/core/geometry/vec'
import { LengthFigure } from '../primitives/length-figure'
import type { DrawingActs } from './drawing-acts'
import { isOf, type Marked, placeOf } from './marked'

/** A figure of a shape, and where it stands in the drawing. */
interface StandingFigure {
  shape: string
  field: string
  label: string
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
): StandingFigure[] {
  const where = new Map(marks.map((m) => [m.mark, placeOf(m)]))
  return saved.flatMap((shape) => {
    const kind = kinds.find((k) => k.kind === shape.kind)
    const fields = kind && shapeSchema(kind).safeParse(shape.fields).data
    if (!kind || !fields) return []
    return placesOf(kind, shape.id, fields).flatMap(([field, own]): StandingFigure[] => {
      const spec = kind.fields[field]
      const meant = picked.includes(shape.id) || own.some((m) => kind.ofMarks && picked.some((id) => isOf(m, id)))
      const at = own.flatMap((m) => (where.has(m) ? [where.get(m)!] : []))
      if (!meant || at.length < own.length || spec?.type !== 'length') return []
      const sum = at.reduce(([x, y], p) => [x + p[0], y + p[1]] as const, [0, 0] as const)
      const label = spec.label.toLowerCase()
      return [{ shape: shape.id, field, label, across: isAcross(kind, field), formula: String(fields[field]), at: [sum[0] / at.length, sum[1] / at.length] }] // prettier-ignore
    })
  })
}

/** True for a figure that its sentence calls a diameter. */
const isAcross = ({ sentence }: ShapeKind, field: string): boolean =>
  sentence.some((word) => typeof word === 'object' && word.field === field && word.before === 'Ø')

/** Of each figure that has a place, what it stands at. */
function placesOf(
  { figuresAt, ofMarks }: ShapeKind,
  id: string,
  fields: Record<string, unknown>,
): [string, string[]][] {
  if (ofMarks?.measured) return [[ofMarks.measured, ofMarks.fields.map((f) => String(fields[f]))]]
  return Object.entries(figuresAt ?? {}).map(([field, piece]) => [field, [piece === '' ? id : `${id}.${piece}`]])
}

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
  return figures.map(({ shape, field, label, across, formula, at: p }) => {
    const [x, y] = at(p)
    return (
      <span
        key={`${shape}.${field}`}
        className="absolute z-[5] -translate-x-1/2 rounded-[3px] bg-sheet/90 px-1 text-[14px]"
        // Beside the edge, which can be dragged and picked again.
        style={{ left: x, top: y + 7 }}
      >
        {across && 'Ø '}
        <LengthFigure
          label={`${letter(shape)}, ${label}`}
          formula={formula}
          onChange={(next) => acts.setField(shape, field, next)}
        />
      </span>
    )
  })
}
