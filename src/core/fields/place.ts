import { z } from 'zod'
import { contentKey } from '../content-key'
import { direction, type Vec2 } from '../geometry/vec'
import { fail, ok, type Result } from '../result'
import { evaluateFormula } from '../units/formula'
import type { FieldBase, FieldKind, Scope } from './field-kind'
import { namesAt } from './length'

/** A place on a drawing's plane, mm from its datum: along and up. */
export interface PlaceField extends FieldBase<'place', Vec2> {
  default: readonly [number, number]
}
export const placeField = (label: string, along = 0, up = 0): PlaceField => ({
  type: 'place',
  label,
  default: [along, up],
})

/** A coordinate: a number is free to be dragged, a formula is fixed. */
const coordinate = z.union([z.number().min(-1e5).max(1e5), z.string().min(1).max(400)])
/** Where it is taken from: the datum if empty, or a point of an earlier shape as `shape.point`. */
const from = z.string().max(200).default('')

export const placeSchema = z.union([
  z.strictObject({ along: coordinate, up: coordinate, from }),
  /** At a distance and an angle (degrees from along, anticlockwise). */
  z.strictObject({ away: z.string().min(1).max(400), angle: z.string().min(1).max(400), from }),
  /** On an earlier circle, at an angle. */
  z.strictObject({ on: z.string().min(1).max(200), angle: z.string().min(1).max(400) }),
])
export type SavedPlace = z.infer<typeof placeSchema>

const MOST = 1e5

export const placeKind: FieldKind<PlaceField, SavedPlace> = {
  type: 'place',
  turn: 'figures',
  schema: (spec) => placeSchema.default({ along: spec.default[0], up: spec.default[1], from: '' }),
  resolve: (saved, spec, at) => {
    const found = placed(saved, at)
    if (!found.ok) return found
    if (found.value.some((v) => Math.abs(v) > MOST))
      return fail('range', `${spec.label} is over ${MOST} mm from the datum.`)
    return ok({ value: found.value, key: contentKey(found.value), shown: found.value })
  },
  formulas: (saved, change) => {
    const now = (c: number | string) => (typeof c === 'string' ? change(c) : c)
    if ('on' in saved) return { ...saved, angle: change(saved.angle) }
    if ('away' in saved) return { ...saved, away: change(saved.away), angle: change(saved.angle) }
    return { ...saved, along: now(saved.along), up: now(saved.up) }
  },
  facts: (spec) => ({ default: { along: spec.default[0], up: spec.default[1], from: '' }, unit: 'mm' }),
}

function placed(saved: SavedPlace, at: Scope): Result<Vec2> {
  const names = namesAt(at)
  const length = (c: number | string) => (typeof c === 'number' ? ok(c) : evaluateFormula(c, 'length', names))
  if ('on' in saved) {
    const drawn = at.marks?.get(saved.on)
    if (!drawn?.round)
      return fail('no-shape', `This lies on a circle that is not before it in the drawing. Choose another one, or put it from the datum.`) // prettier-ignore
    return polar(drawn.round.centre, ok(drawn.round.radius), evaluateFormula(saved.angle, 'number', names))
  }
  const base = baseOf(saved.from, at)
  if (!base.ok) return base
  if ('away' in saved) return polar(base.value, length(saved.away), evaluateFormula(saved.angle, 'number', names))
  const [along, up] = [length(saved.along), length(saved.up)]
  if (!along.ok) return along
  return up.ok ? ok([base.value[0] + along.value, base.value[1] + up.value]) : up
}

function baseOf(from: string, { marks }: Scope): Result<Vec2> {
  if (from === '') return ok([0, 0])
  const dot = from.lastIndexOf('.')
  const point = marks?.get(from.slice(0, dot))?.points[from.slice(dot + 1)]
  return point
    ? ok(point)
    : fail('no-shape', 'The point that this is measured from is not before it in the drawing. Measure it from the datum, or from another one.') // prettier-ignore
}

const polar = (centre: Vec2, away: Result<number>, angle: Result<number>): Result<Vec2> => {
  if (!away.ok) return away
  if (!angle.ok) return angle
  const [c, s] = direction(angle.value)
  return ok([centre[0] + away.value * c, centre[1] + away.value * s])
}

/** Several places in a row. */
export interface PlacesField extends FieldBase<'places', readonly Vec2[]> {
  least: number
}
export const placesField = (label: string, least: number): PlacesField => ({ type: 'places', label, least })

const MOST_PLACES = 1000

export const placesKind: FieldKind<PlacesField, SavedPlace[]> = {
  type: 'places',
  turn: 'figures',
  schema: () => z.array(placeSchema).max(MOST_PLACES).default([]),
  resolve: (saved, spec, at) => {
    if (saved.length < spec.least) return fail('few', `${spec.label}: at least ${spec.least} are needed.`)
    const found: Vec2[] = []
    for (const [i, one] of saved.entries()) {
      const place = placeKind.resolve(one, { type: 'place', label: `Point ${i + 1}`, default: [0, 0] }, at)
      if (!place.ok) return fail(place.problem.kind, `Point ${i + 1}: ${place.problem.message}`)
      found.push(place.value.value as Vec2)
    }
    return ok({ value: found, key: contentKey(found), shown: found })
  },
  formulas: (saved, change) =>
    saved.map((one) => placeKind.formulas!(one, change, { type: 'place', label: '', default: [0, 0] })),
  facts: () => ({ default: [] }),
}
