import type { BuiltPart } from '../built/built'
import { contentKey } from '../content-key'
import type { Project } from '../document/schema'

/** Changes with all that a proof is said of: the part's shape, how it lies, the printer, and the unit of what is said. */
export const proofKey = (
  { key, print, pauses = [] }: Pick<BuiltPart, 'key' | 'print' | 'pauses'>,
  { printer, unit }: Pick<Project, 'printer' | 'unit'>,
): string => contentKey([key, print, pauses, { ...printer, ...UNSAID }, unit])

/** What a proof says nothing of. */
const UNSAID = { kept: undefined, flow: undefined, price: undefined }
