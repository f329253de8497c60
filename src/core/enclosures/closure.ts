import { token } from '../fields/field-kind'

/** That a step holds a case shut. */
export const CLOSURE = token<true>('closure', 'step that holds the lid')
