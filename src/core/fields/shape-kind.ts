import type { Vec2 } from '../geometry/vec'
import type { Bones, Draft } from '../ties/draft'
import type { Equation } from '../ties/equation'
import { type AngleField, angleKind, type CountField, countKind } from './number'
import { type ChoiceField, choiceKind, type TextField, textKind, type YesNoField, yesNoKind } from './choice'
import type { Drawn, ShapeRole } from './drawn-shape'
import type { FieldBase, FieldKind } from './field-kind'
import { type LengthField, lengthKind } from './length'
import { type MarkField, markKind, type MarkOf } from './mark'
import { type NamedShapesField, namedShapesKind } from './named-shapes'
import { type OutlineField, outlineKind } from './outline'
import { type BodiesField, bodiesKind } from './bodies'
import { type TakenEdgesField, takenEdgesKind } from './taken-edges'
import { type PlaceField, placeKind, type PlacesField, placesKind, type SavedPlace } from './place'
import type { Given, TieGiven } from './given'

/** How a shape is drawn with the pointer. */
export interface DrawnBy {
  /** On the keyboard. */
  key: string
  /** What each point is asked for with; with `endless`, the last of them again and again. */
  asks: readonly string[]
  endless?: true
  /** Fields whose figures can be typed once the first point is there. */
  figures?: readonly string[]
  /** What the place that is asked for as the nth (from 0) is called as a point, and the straight piece that ends there. */
  named?: { point: (n: number) => string; piece?: (n: number) => string }
  /** The fields of a shape by the places pointed at; lengths to a hundredth. */
  start: (at: readonly SavedPlace[], points: readonly Vec2[]) => Record<string, unknown>
}

/** The points of a shape in hand, those that are still to come lying where the pointer is. */
export const filled = <T>({ asks, endless }: DrawnBy, points: readonly T[], rest: T): T[] => [
  ...points,
  ...Array<T>(endless ? 0 : Math.max(0, asks.length - points.length)).fill(rest),
]

/** A length as pointing gives it: free, until it is typed. */
export const pointed = (mm: number): number => Math.max(0.01, Math.round(mm * 100) / 100)

/** One kind of shape: what is said of it, and what it comes to. */
export interface ShapeKind {
  kind: string
  title: string
  findBy: readonly string[]
  about: string
  fields: Readonly<Record<string, ShapeFieldSpec>>
  sentence: readonly (
    | string
    | {
        field: string
        before?: string
        after?: string
        when?: readonly [string, ...string[]]
        given?: true
        rare?: true
      }
  )[]
  drawn?: DrawnBy
  /** Which of its figures stand in the drawing: each at a point, edge or round of it by name (empty: all of it), or by how it is drawn. */
  figuresAt?: Readonly<Record<string, string | ((drawn: Drawn) => Vec2 | undefined)>>
  /** Fields of one that is made of shapes that are picked, and how that is offered. */
  ofPicked?: {
    words: string
    start: (ids: readonly string[]) => Record<string, unknown>
    /** It takes the place of what it is made of, which is then a guide. */
    instead?: true
    /** So many have to be picked. */
    least?: number
  }
  /** It is read off parts and items: others are tied to it, but nothing moves it. */
  fixed?: true
  /** What of it can be tied; @throws a problem where its figures say nothing. */
  bones?: (given: Given, draft: Draft) => Bones
  /** For one that ties others: what has to be met; @throws a problem at the field that names what cannot be tied so. */
  ties?: (given: TieGiven) => Equation[]
  /** What it tells the other ties before they say what has to be met. */
  tells?: (given: TieGiven) => void
  /** How one that ties others is offered for points, lines and rounds that are picked, and which fields take them. */
  ofMarks?: {
    words: string
    of: readonly (readonly MarkOf[])[]
    fields: readonly string[]
    /** The field that begins with the figure as it is drawn. */
    measured?: string
  }
  /** That figure, mm or degrees. */
  measure?: (given: TieGiven) => number
  /** @throws a problem, about one of its fields where it can say which */
  make: (values: never, id: string) => Omit<Drawn, 'id' | 'kind' | 'is'> & { is?: ShapeRole }
}

/** The kinds of fields that shapes have. */
const KINDS = {
  length: lengthKind,
  angle: angleKind,
  count: countKind,
  choice: choiceKind,
  'yes-no': yesNoKind,
  text: textKind,
  place: placeKind,
  places: placesKind,
  mark: markKind,
  'named-shapes': namedShapesKind,
  'taken-edges': takenEdgesKind,
  bodies: bodiesKind,
  outline: outlineKind,
} as const
export type ShapeFieldSpec =
  | LengthField
  | AngleField
  | CountField
  | ChoiceField
  | YesNoField
  | TextField
  | PlaceField
  | PlacesField
  | MarkField
  | NamedShapesField
  | TakenEdgesField
  | BodiesField
  | OutlineField

export const shapeFieldKind = (spec: { type: string }) => KINDS[spec.type as keyof typeof KINDS] as unknown as FieldKind<FieldBase<string, unknown>> // prettier-ignore
