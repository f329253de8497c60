import type { BuiltPart } from '../built/built'
import { contentKey } from '../content-key'
import type { Project } from '../document/schema'

/** Changes with all that a proof is said of: the part's shape, how it lies, the printer, and the unit of what is said. */
export const proofKey = (
  { id, key, print, pauses = [] }: Pick<BuiltPart, 'id' | 'key' | 'print' | 'pauses'>,
  { printer, unit, parts }: Pick<Project, 'printer' | 'unit' | 'parts'>,
): string =>
  contentKey([
    key,
    print,
    pauses,
    { ...printer, ...UNSAID },
    unit,
    parts[id]?.clean ?? [],
    parts[id]?.slicing?.supports,
    parts[id]?.slicing?.walls,
  ])

/** What a proof says nothing of. */
const UNSAID = { kept: undefined, flow: undefined, price: undefined }
