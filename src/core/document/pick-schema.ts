import { z } from 'zod'

const id = z.string().min(1).max(1000)
const number = z.number().min(-1e7).max(1e7)
const count = z.number().int().min(1).default(1)
const vec3 = z.tuple([number, number, number])

/** What a surface of a part is called. Without a `segment` or `copy` every one of that role is meant. */
export const surfaceNameSchema = z.object({
  step: id,
  role: z.string().min(1).max(200),
  segment: z.string().max(1000).optional(),
  copy: z.array(z.string().max(1000)).max(100).optional(),
})

/** A face of a part: its name, a point on it in the frame in which its solid was made, and of how many of that name it was one. */
export const keptFaceSchema = z.object({ name: surfaceNameSchema, near: vec3, of: count })

/**
 * An edge of a part: the two surfaces that it lies between, a point on it in the frame of the first, and how far it
 * runs: this piece, on along smooth neighbours, or all of that border.
 */
export const keptEdgeSchema = z.object({
  between: z.tuple([surfaceNameSchema, surfaceNameSchema]),
  near: vec3,
  of: count,
  run: z.enum(['piece', 'smooth', 'all']).default('piece'),
})

export type KeptFace = z.infer<typeof keptFaceSchema>
export type KeptEdge = z.infer<typeof keptEdgeSchema>
