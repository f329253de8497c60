'use client'
import type { Finding } from '@/core/checks/finding'
import { setField } from '@/core/document/edits'
import { offersAt } from '@/core/steps/offers'
import { useActions } from '../actions/actions-context'
import { itemPick } from '../actions/item-pick'
import { situationOf } from '../actions/offers'
import { useProject, useProjectStore } from '../store/store'

/** What would mend a finding, at one click: a field said anew, or a step, which is a sentence of the sheet from then on. */
export function Mends({ finding }: { finding: Finding }) {
  const edit = useProject((s) => s.edit)
  const { mend, item } = finding
  return (
    <>
      {mend && <Mend words={mend.words} act={() => edit(setField(mend.of, mend.field, mend.value))} />}
      {item && <StepsThatMend finding={finding} {...item} />}
    </>
  )
}

/** Steps that are offered for the item that a finding is about. */
function StepsThatMend({ finding, reference, item }: { finding: Finding } & NonNullable<Finding['item']>) {
  const store = useProjectStore()
  const actions = useActions()
  const found = useProject((s) => s.build?.references.find((r) => r.id === reference)?.items.find((i) => i.id === item))
  if (!found) return null
  const at = situationOf(store.getState())
  const parts = at.parts.filter((p) => finding.parts.includes(p.id))
  const offers = offersAt({ ...at, parts, picks: [itemPick(reference, found)] })
  return offers
    .filter(({ mends }) => mends === finding.check)
    .map((offer) => <Mend key={offer.key} words={offer.words} act={() => actions.take(offer)} />)
}

const Mend = ({ words, act }: { words: string; act: () => void }) => (
  <p>
    <button type="button" className="figure" onClick={act}>
      {words}
    </button>
  </p>
)
