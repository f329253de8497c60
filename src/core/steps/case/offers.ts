import type { Board } from '../../references/board'
import { setField } from '../../document/edits'
import { boardName, cases, enclosures } from '../cases'
import { newStep, type Offer, type Situation } from '../offer'

/** Fields that suit a board: how low it is, and what reaches over its edge. */
export function startCase({ references }: Situation): Record<string, unknown> | undefined {
  const reference = references.find((r) => r.board)
  return reference?.board ? fieldsFor(reference.id, reference.board) : undefined
}

/** A case round each board that has none, or the room for it in a case that there is. */
export const offerCase = (at: Situation): Offer[] => [...offerOwn(at), ...offerRoom(at)]

const offerOwn = (at: Situation): Offer[] =>
  at.references.flatMap((r): Offer[] => {
    const wrapped = enclosures(at).some((e) => e.reference.id === r.id)
    if (!r.board || wrapped) return []
    const [pick] = at.picks
    const picked = pick?.reference === r.id && pick.owner === r.board.item
    return [
      {
        key: `case ${r.id}`,
        words: `Wrap ${boardName(at, r)} in a case`,
        goal: 'wrap',
        reference: r.id,
        ...(picked ? { picked } : {}),
        steps: [newStep(at, 'case', fieldsFor(r.id, r.board))],
      },
    ]
  })

/** A board besides that of a case, in the same case. */
const offerRoom = (at: Situation): Offer[] =>
  cases(at).flatMap(({ step, reference }) =>
    at.references.flatMap((r): Offer[] => {
      const { kind, fields } = at.document.steps.find((s) => s.id === step) ?? {}
      if (kind !== 'case' || !r.board || enclosures(at).some((e) => e.reference.id === r.id)) return []
      const also = [...((fields?.also as string[] | undefined) ?? []), r.id]
      return [{ key: `case ${step} ${r.id}`, words: `Take ${boardName(at, r)} into the case of ${reference.name}`, reference: r.id, steps: [], edit: setField(step, 'also', also) }] // prettier-ignore
    }),
  )

const fieldsFor = (reference: string, board: Board): Record<string, unknown> => ({
  reference,
  over: Object.fromEntries(board.overhangs.map((o) => [o.item, 'in'])),
  ...lipFor(board.tallest.z - board.top),
})

/** A low case has no room for the usual lip above the board. */
function lipFor(above: number): Record<string, string> {
  if (above >= 2.6) return { parting: 'board.top + 2', lip: '2.4' }
  if (above >= 0.8) return { parting: 'board.top', lip: '1.6' }
  return { parting: '(board.top + board.bottom) / 2', lip: '1.2' }
}
