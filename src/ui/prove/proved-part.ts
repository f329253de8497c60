import { compose, type Placement, translation } from '@/core/geometry/placement'
import { boxMiddle, scale } from '@/core/geometry/vec'
import type { ProofView } from '@/worker/proofs'
import type { PartView } from '@/worker/views'
import { useDocument, useProject } from '../store/store'
import { proofKey } from './use-proofs'

interface Proved {
  part: PartView | undefined
  proof: (ProofView & { problem?: string }) | undefined
}

/** Turns a part about its middle to the way it is printed. */
export function asPrinted({ print, body: { bounds } }: PartView): Placement {
  const middle = boxMiddle(bounds)
  const turned = print.map((v, i) => (i % 4 === 3 ? 0 : v))
  return compose(translation(middle), compose(turned, translation(scale(middle, -1))))
}

/** The part that is looked at in the place Prove; its proof as far as it is of this shape. */
export function useProvedPart(): Proved {
  const parts = useProject((s) => s.build?.parts)
  const chosen = useProject((s) => s.proving.part)
  const part = parts?.find((p) => p.id === chosen) ?? parts?.[0]
  const proof = useProject((s) => (part ? s.proofs[part.id] : undefined))
  const document = useDocument()
  return { part, proof: part && proof?.of === proofKey(part, document) ? proof : undefined }
}
