import { z } from 'zod'

const id = z.string().min(1).max(60)
const formula = z.string().min(1).max(400)
/** Pixels from the upper left corner, y down. */
const point = z.tuple([z.number().min(-1e6).max(1e6), z.number().min(-1e6).max(1e6)])

const calibrationSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('length'), a: point, b: point, length: formula }),
  z.object({
    kind: z.literal('rectangle'),
    /** Clockwise as seen; x runs from the first to the second. */
    corners: z.tuple([point, point, point, point]),
    /** From the first corner to the second, and from the second to the third. */
    width: formula,
    height: formula,
    /** How far from straight its sides run in the photo, pixels, where they could be followed. */
    residual: z.number().min(0).optional(),
  }),
])

/** A point of a traced line, and how it goes on to the next one. */
const nodeSchema = z.object({
  id,
  at: point,
  to: z.enum(['line', 'arc', 'curve']).default('line'),
  /** A point that an arc runs through. */
  via: point.optional(),
})

const traceLoopSchema = z.discriminatedUnion('kind', [
  z.object({ id, kind: z.literal('path'), closed: z.boolean().default(true), nodes: z.array(nodeSchema).max(5000) }),
  /** Through three points. */
  z.object({ id, kind: z.literal('circle'), points: z.tuple([point, point, point]) }),
])

/** A node of a path, or the middle of a circle. */
const anchor = z.object({ loop: id, node: id.optional() })

const traceSizeSchema = z.discriminatedUnion('kind', [
  z.object({
    id,
    kind: z.literal('distance'),
    from: anchor,
    to: anchor,
    length: formula,
    /** The whole outline is scaled, or what lies at the far end is moved. */
    how: z.enum(['scale', 'move']).default('scale'),
  }),
  z.object({ id, kind: z.literal('diameter'), loop: id, length: formula }),
])

/** A photo and what was traced from it. */
export const photoSchema = z.object({
  width: z.number().int().positive().max(100_000),
  height: z.number().int().positive().max(100_000),
  calibration: calibrationSchema.optional(),
  /** Known lengths that the calibration is held against. */
  checks: z
    .array(z.object({ id, a: point, b: point, length: formula }))
    .max(50)
    .default([]),
  loops: z.array(traceLoopSchema).max(500).default([]),
  sizes: z.array(traceSizeSchema).max(200).default([]),
})

export type ProjectPhoto = z.infer<typeof photoSchema>
export type PhotoCalibration = z.infer<typeof calibrationSchema>
export type TraceLoop = z.infer<typeof traceLoopSchema>
export type TraceNode = z.infer<typeof nodeSchema>
export type TraceSize = z.infer<typeof traceSizeSchema>
