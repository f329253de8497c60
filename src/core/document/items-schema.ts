import { z } from 'zod'
import { faceRefSchema } from './placing-schema'

const id = z.string().min(1).max(200)
const formula = z.string().min(1).max(400)
const number = z.number().min(-1e7).max(1e7)
const vec3 = z.tuple([number, number, number])

/**
 * How an item moves on the real thing. Points and directions are in the file's frame and as the file sizes it.
 */
export const travelSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('turn'),
    /** The axis: a point on it, and its direction. */
    point: vec3,
    axis: vec3,
    /** Degrees, anticlockwise looked at against the axis. */
    from: z.number().min(-720).max(720),
    to: z.number().min(-720).max(720),
  }),
  z.object({ kind: z.literal('slide'), direction: vec3, length: formula }),
])

/** A straight space that must stay free for what comes to an item: a plug, a finger, a screwdriver. */
export const reachSchema = z.object({ point: vec3, direction: vec3, length: formula, width: formula })

const quarters = z.number().int().min(0).max(3).default(0)

const blockShapeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('box'), width: formula, depth: formula, height: formula }),
  z.object({ kind: z.literal('cylinder'), diameter: formula, height: formula }),
  z.object({ kind: z.literal('tube'), diameter: formula, bore: formula, height: formula }),
  /** From a diameter below to one on top. */
  z.object({ kind: z.literal('cone'), diameter: formula, top: formula, height: formula }),
  /** An outline of the project with a height. */
  z.object({ kind: z.literal('profile'), outline: id, height: formula }),
  /** An item of an imported file in its place, tipped about x and turned about z by quarters, the middle of its foot at the origin. */
  z.object({
    kind: z.literal('item'),
    reference: id,
    item: z.string().min(1).max(1000),
    tipped: quarters,
    turned: quarters,
  }),
])

/** A thing that no file has, made of measured sizes; or a space that must stay free. */
export const blockSchema = z.object({
  id,
  name: z.string().trim().min(1).max(120),
  /** The reference that it belongs to; it stands alone without one. */
  on: id.optional(),
  /** A flat face of that reference that it stands on: `at` is counted from `foot` on it, in the file's frame. */
  face: faceRefSchema.optional(),
  foot: vec3.optional(),
  /** Along x, along y and off the face; without a face from the origin, z up. */
  at: z.tuple([formula, formula, formula]).default(['0', '0', '0']),
  shape: blockShapeSchema,
  keepOut: z.boolean().default(false),
})

export type Travel = z.infer<typeof travelSchema>
export type Reach = z.infer<typeof reachSchema>
export type Block = z.infer<typeof blockSchema>
export type BlockShape = z.infer<typeof blockShapeSchema>
/** A block of sizes, not one that is an item of a file. */
export type SizedShape = Exclude<BlockShape, { kind: 'item' }>
