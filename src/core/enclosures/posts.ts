import { token } from '../fields/field-kind'
import type { Screw } from '../fit/screws'

/** Posts that a board stands on, for what comes from above; heights where the board lies flat, mm. */
export interface Posts {
  /** The step that made them. */
  step: string
  top: 'pin' | 'pilot' | 'insert' | 'bolt' | 'plain'
  screw: Screw
  /** How deep under the top of the posts a screw can go, and how much of that holds it. */
  thread: { from: number; deep: number } | undefined
  /** How high pins stand over the board, and what is free round them in its holes, per side. */
  pin: { over: number; gap: number } | undefined
}
export const POSTS = token<Posts>('posts', 'step that stands a board on posts')
