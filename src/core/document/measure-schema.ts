import { z } from 'zod'
import { keptEdgeSchema, keptFaceSchema } from './pick-schema'
import { faceRefSchema } from './placing-schema'

const id = z.string().min(1).max(1000)
const number = z.number().min(-1e7).max(1e7)
const vec3 = z.tuple([number, number, number])

/** One end of a kept measure. On a reference, points are in its file's frame and as the file sizes it; on a part, in mm where it is. */
const measureEndSchema = z.object({
  reference: id.optional(),
  owner: id,
  as: z.enum(['face', 'axis', 'edge', 'middle', 'point', 'item']),
  point: vec3,
  /** The face that was picked on an item. */
  face: faceRefSchema.optional(),
  /** The face, and the edge, that were picked on a part. */
  on: keptFaceSchema.optional(),
  along: keptEdgeSchema.optional(),
  edge: z.tuple([vec3, vec3]).optional(),
})

/** A length between two picks that stays on show and follows what it is measured on. */
export const measureSchema = z.object({ id, name: z.string().max(120).default(''), ends: z.tuple([measureEndSchema, measureEndSchema]) }) // prettier-ignore

/** Two things that meet, with the gap that the maker wants between them: a row of the ledger of their own. */
export const rowSchema = z.object({
  id,
  name: z.string().max(120).default(''),
  ends: z.tuple([measureEndSchema, measureEndSchema]),
  /** `exact`: the gap is as wanted; `at-least`: or more; `touch`: there is none. */
  rule: z.enum(['exact', 'at-least', 'touch']).default('exact'),
  /** The gap wanted, mm. */
  wanted: z.string().min(1).max(400).default('fit.sliding'),
  /** How far off it may be, mm. */
  tolerance: z.string().min(1).max(400).default('0.05'),
  /** `way`: it is measured on all of the way that a motion moves one of them along, not only as they stand. */
  on: z.enum(['stands', 'way']).default('stands'),
})

export type OwnRow = z.infer<typeof rowSchema>
export type MeasureEnd = z.infer<typeof measureEndSchema>
export type KeptMeasure = z.infer<typeof measureSchema>
