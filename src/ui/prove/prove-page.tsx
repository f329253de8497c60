'use client'
import { Heading } from '../primitives/heading'
import { useProject } from '../store/store'
import { Directions } from './directions'
import { Layers } from './layers'
import { ProofLines } from './proof-lines'
import { ProvedParts } from './proved-parts'
import { useProofs } from './use-proofs'

/** What the printer will make of each part, before it is printed. */
export function ProvePage() {
  useProofs()
  const none = useProject((s) => s.build?.parts.length === 0)
  if (none)
    return (
      <section aria-label="Prove">
        <Heading>Prove</Heading>
        <p className="py-1 text-soft">There is no part yet; steps in Shape make them.</p>
      </section>
    )
  return (
    <>
      <ProvedParts />
      <ProofLines />
      <Layers />
      <Directions />
    </>
  )
}
