import { token } from '../fields/field-kind'

/** Something that holds a case shut. */
export interface Closure {
  /** What holds it, in the maker's words. */
  how: string
}
export const CLOSURE = token<Closure>('closure', 'step that holds the lid')
