import { z } from 'zod'

const id = z.string().min(1).max(1000)
const number = z.number().min(-1e7).max(1e7)

/** What the maker wants to remember: of the project, of a part or a step, or of a place in the scene, mm. */
export const noteSchema = z.object({
  id,
  text: z.string().max(4000).default(''),
  part: id.optional(),
  step: id.optional(),
  at: z.tuple([number, number, number]).optional(),
  /** A PNG or JPEG. */
  picture: z
    .object({ file: z.string().regex(/^[0-9a-f]{64}$/, 'the SHA-256 of a file'), fileName: z.string().min(1).max(255) })
    .optional(),
})

export type Note = z.infer<typeof noteSchema>
