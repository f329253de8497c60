import type { Project } from '@/core/document/schema'
import { type Estimate, estimateOf } from '@/core/print/estimate'
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
      return [[part.id, estimateOf(project, part.id, proof.layers)]]
    }),
  )
