import { z } from 'zod'

const id = z.string().min(1).max(200)
const formula = z.string().min(1).max(400)
const number = z.number().min(-1e7).max(1e7)
const vec3 = z.tuple([number, number, number])

/**
 * A face of an imported item by what it is and where, in the file's own frame and as the file sizes it (mm before the
 * reference's scale). In a later revision it is the face of the item that is most like it.
 */
export const faceRefSchema = z.object({
  item: z.string().max(1000),
  kind: z.enum(['plane', 'cylinder', 'cone', 'sphere']),
  /** Of planes the normal, of round faces the axis; absent for balls. */
  direction: vec3.optional(),
  point: vec3,
  radius: z.number().positive().optional(),
})

const theOther = z.object({ reference: id, face: faceRefSchema })

/** What puts a reference in its place, each done after the ones before it. */
export const moveSchema = z.discriminatedUnion('kind', [
  /** The middle over the origin; the height stays. */
  z.object({ id, kind: z.literal('middle'), of: z.enum(['box', 'board', 'holes']) }),
  /** A flat face down onto z = 0. */
  z.object({ id, kind: z.literal('ground'), face: faceRefSchema }),
  /** A direction of the file along x, turned about z as far as it lies level. */
  z.object({ id, kind: z.literal('along-x'), direction: vec3 }),
  /** A flat face against one of another reference. */
  z.object({ id, kind: z.literal('meet'), face: faceRefSchema, with: theOther, gap: formula }),
  /** A round face about the axis of one of another reference. */
  z.object({ id, kind: z.literal('line-up'), face: faceRefSchema, with: theOther }),
  z.object({ id, kind: z.literal('move'), by: z.tuple([formula, formula, formula]) }),
  /** About the origin, anticlockwise looked at against the axis. */
  z.object({ id, kind: z.literal('turn'), axis: z.enum(['x', 'y', 'z']), degrees: z.number().min(-3600).max(3600) }),
])

export type FaceRef = z.infer<typeof faceRefSchema>
export type PlacingMove = z.infer<typeof moveSchema>
