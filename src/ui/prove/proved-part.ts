import { compose, type Placement, translation } from '@/core/geometry/placement'
import { boxMiddle, scale } from '@/core/geometry/vec'
import { proofKey } from '@/core/prove/proof-key'
import type { ProofView } from '@/worker/proofs'
import type { PartView } from '@/worker/views'
import { type ProjectState, useDocument, useProject } from '../store/store'

interface Proved {
  part: PartView | undefined
  proof: (ProofView & { problem?: string }) | undefined
}

const chosenPart = ({ build, proving }: ProjectState): PartView | undefined =>
  build?.parts.find((p) => p.id === proving.part) ?? build?.parts[0]

/** The part that alone stands in the scene, as it is printed; none in the other places of the work. */
export const useStandingPart = (): PartView | undefined =>
  useProject((s) => (s.place === 'prove' ? chosenPart(s) : undefined))

/** Turns a part about its middle to the way it is printed. */
export function asPrinted({ print, body: { bounds } }: PartView): Placement {
  const middle = boxMiddle(bounds)
  const turned = print.map((v, i) => (i % 4 === 3 ? 0 : v))
  return compose(translation(middle), compose(turned, translation(scale(middle, -1))))
}

/** The part that is looked at in the place Prove; its proof as far as it is of this shape. */
export function useProvedPart(): Proved {
  const part = useProject(chosenPart)
  const proof = useProject((s) => (part ? s.proofs[part.id] : undefined))
  const document = useDocument()
  return { part, proof: part && proof?.of === proofKey(part, document) ? proof : undefined }
}
