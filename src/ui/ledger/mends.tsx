'use client'
import type { Finding } from '@/core/checks/finding'
import { setField } from '@/core/document/edits'
import type { Situation } from '@/core/steps/offer'
import { offersAt } from '@/core/steps/offers'
import { useActions } from '../actions/actions-context'
import { itemPick } from '../actions/item-pick'
import { situationOf } from '../actions/offers'
import { useProject, useProjectStore } from '../store/store'

/** What would mend a finding, at one click: a field said anew, or a step, which is a sentence of the sheet from then on. */
export function Mends({ finding }: { finding: Finding }) {
  const edit = useProject((s) => s.edit)
  const { mend, item, about } = finding
  return (
    <>
      {mend && <Mend words={mend.words} act={() => edit(setField(mend.of, mend.field, mend.value))} />}
      {item && <StepsForItem finding={finding} {...item} />}
      {(about !== undefined || clashOf(finding)) && <StepsThatMend finding={finding} picks={[]} />}
    </>
  )
}

/** Steps that are offered for the item that a finding is about. */
function StepsForItem({ finding, reference, item }: { finding: Finding } & NonNullable<Finding['item']>) {
  const found = useProject((s) => s.build?.references.find((r) => r.id === reference)?.items.find((i) => i.id === item))
  return found ? <StepsThatMend finding={finding} picks={[itemPick(reference, found)]} /> : null
}

/** The two parts that a finding says cut into each other. */
const clashOf = ({ check, item, parts: [a, b] }: Finding): readonly [string, string] | undefined =>
  check === 'collision' && !item && a !== undefined && b !== undefined ? [a, b] : undefined

/** Steps that are offered for what is picked, and mend a finding. */
function StepsThatMend({ finding, picks }: { finding: Finding; picks: Situation['picks'] }) {
  const store = useProjectStore()
  const actions = useActions()
  const at = situationOf(store.getState())
  const parts = finding.item ? at.parts.filter((p) => finding.parts.includes(p.id)) : at.parts
  const clash = clashOf(finding)
  return offersAt({ ...at, parts, picks, ...(clash ? { clash } : {}) })
    .filter(({ mends, about }) => mends === finding.check && (about === undefined || about === finding.about))
    .map((offer) => <Mend key={offer.key} words={offer.words} act={() => actions.take(offer)} />)
}

const Mend = ({ words, act }: { words: string; act: () => void }) => (
  <p>
    <button type="button" className="figure" onClick={act}>
      {words}
    </button>
  </p>
)
