import { z } from 'zod'

const id = z.string().min(1).max(200)

/** What is different in a version of the project that lies beside it: formulas of numbers, and steps on or off, by id. */
export const variantSchema = z.object({
  id,
  name: z.string().trim().min(1).max(120),
  numbers: z.record(id, z.string().min(1).max(400)).default({}),
  off: z.record(id, z.boolean()).default({}),
})

export type Variant = z.infer<typeof variantSchema>
