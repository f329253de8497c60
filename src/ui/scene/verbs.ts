import { paintFace, removeStep, setItemState, setPart } from '@/core/document/edits'
import { keepClean } from '@/core/document/print-edits'
import { setNote } from '@/core/document/notes'
import type { Project } from '@/core/document/schema'
import type { Pick as Picked } from '@/core/fit/picks'
import { dot, plainVec } from '@/core/geometry/vec'
import type { Offer } from '@/core/steps/offer'
import { offersAt } from '@/core/steps/offers'
import { stepKindNamed } from '@/core/steps/registry'
import { newId } from '../new-id'
import type { Actions } from '../actions/actions'
import { situationOf } from '../actions/offers'
import type { ProjectState } from '../store/store'
import { itemVerbs } from './item-verbs'
import { placingVerbs } from './placing-verbs'
import { offeredVerb, type Verb } from './verb'

/** A face that is coloured has this, until the maker says another one. */
const PAINT = '#c8863c'

/** What is offered for what is picked. */
export const offeredVerbs = (state: ProjectState, actions: Pick<Actions, 'take'>): Verb[] =>
  offersAt(situationOf(state)).flatMap((o) => {
    if (!o.picked) return []
    const verb = offeredVerb(o, (taken) => actions.take(taken))
    return [state.place === 'divide' && isOfDividing(o) ? [verb[0], verb[1], 'divide', verb[3]] : verb]
  })

/** In Divide what divides comes first. */
const isOfDividing = ({ steps }: Offer): boolean => steps.some((s) => stepKindNamed(s.kind)?.group === 'divide')

/** What makes sense for one pick. */
export function verbsFor(pick: Picked, state: ProjectState, document: Project, actions: Pick<Actions, 'take'>): Verb[] {
  const { edit, set, build } = state
  const verbs: Verb[] = [['measure to …', () => set({ measuring: true, picks: [pick] }), 'look']]
  const steps = offeredVerbs(state, actions)
  // While things are gathered, what can be said of them comes first.
  if (!pick.reference || state.place !== 'gather') verbs.push(...steps)
  if (pick.reference) {
    const reference = pick.reference
    const item = build?.references.find((r) => r.id === reference)?.items.find((i) => i.id === pick.owner)
    verbs.push(...itemVerbs(pick, state), ...placingVerbs(pick, state))
    const isBoard = build?.references.find((r) => r.id === reference)?.board?.item === pick.owner
    if (item && !isBoard)
      verbs.push([
        item.state === 'fitted' ? 'leave it out' : 'fit it',
        () => edit(setItemState(reference, pick.owner, item.state === 'fitted' ? 'left-out' : 'fitted')),
      ])
    if (state.place === 'gather') verbs.push(...steps)
  } else {
    const field = fieldBehind(pick, document)
    if (field)
      verbs.splice(1, 0, [
        `change ${field[1]}`,
        () => set({ place: 'shape', editing: `${pick.name!.step}.${field[0]}` }),
        'face',
        undefined,
        true,
      ])
    const { kept } = pick
    if (kept)
      verbs.push([
        'colour this face',
        () => {
          edit(paintFace(pick.owner, kept, PAINT))
          set({ place: 'parts', picks: [] })
        },
        'look',
      ])
    if (kept)
      verbs.push([
        'keep this face free of supports',
        () => {
          edit(keepClean(pick.owner, kept))
          set({ place: 'prove', picks: [], proving: { ...state.proving, part: pick.owner } })
        },
        'part',
      ])
    const { shape } = pick
    const lies = document.parts[pick.owner]?.lies
    if (shape.kind === 'plane' && !(lies && dot(lies, shape.normal) > 0.9999))
      verbs.push([
        'print it lying on this face',
        () => edit(setPart(pick.owner, { lies: plainVec(shape.normal) })),
        'part',
      ])
    verbs.push([
      'show alone',
      () =>
        set({
          showing: {
            ...state.showing,
            ...Object.fromEntries(
              (build?.parts ?? []).map((p) => [`part:${p.id}`, p.id === pick.owner ? 'solid' : 'hidden']),
            ),
          },
        }),
      'look',
    ])
    verbs.push(['show all', () => set({ showing: {} }), 'look'])
    verbs.push(['show what has changed since it was made', () => set({ since: pick.owner, inHand: undefined, place: 'shape' }), 'look']) // prettier-ignore
    const step = document.steps.find((s) => s.id === pick.name?.step)
    if (step && !build?.left.some((l) => l.step === step.id))
      verbs.push(['take this step out', () => edit(removeStep(step.id)), 'part'])
  }
  verbs.push([
    'make a note here',
    () => {
      const [x, y, z] = pick.point.map((v) => Math.round(v * 100) / 100) as [number, number, number]
      edit(setNote({ id: newId(), text: '', at: [x, y, z] }))
      set({ place: 'parts', picks: [] })
    },
    'look',
  ])
  if (pick.shape.kind === 'plane') {
    const axis = ([0, 1, 2] as const).find(
      (k) => Math.abs((pick.shape as { normal: readonly number[] }).normal[k]!) > 0.999,
    )
    if (axis !== undefined)
      verbs.push([
        'cut here',
        () => set({ section: { axis: (['x', 'y', 'z'] as const)[axis], at: pick.point[axis], flipped: false } }),
        'look',
      ])
  }
  return verbs
}

/** The value of the step a surface comes from that moves it. */
function fieldBehind(pick: Picked, { steps }: Project): readonly [field: string, words: string] | undefined {
  const step = steps.find((s) => s.id === pick.name?.step)
  return step && stepKindNamed(step.kind)?.surfaces?.[pick.name!.role]?.moved
}
