import type { Project } from '@/core/document/schema'
import { type Estimate, estimate, slicingOf } from '@/core/print/estimate'
import { filamentOf } from '@/core/print/part-list'
import { proofKey } from '@/core/prove/proof-key'
import type { PartView } from '@/worker/views'
import type { Results } from '../store/results-slice'

/** What one of each part takes, by its id; of those whose layers are known. */
export const takesOf = (
  project: Project,
  parts: readonly PartView[],
  proofs: Results['proofs'],
): Record<string, Estimate> =>
  Object.fromEntries(
    parts.flatMap((part) => {
      const proof = proofs[part.id]
      if (!proof || proof.problem || proof.of !== proofKey(part, project)) return []
      const own = project.parts[part.id]
      return [[part.id, estimate(proof.layers, slicingOf(own), project.printer, own?.material ?? filamentOf(project))]]
    }),
  )
