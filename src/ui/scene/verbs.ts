import { removeStep, setItemState } from '@/core/document/edits'
import type { Project } from '@/core/document/schema'
import type { Pick as Picked } from '@/core/fit/picks'
import type { Actions } from '../project/actions'
import type { ProjectState } from '../project/store'
import { itemVerbs } from './item-verbs'
import { placingVerbs } from './placing-verbs'
import type { Verb } from './verb'

/** What makes sense for one pick. */
export function verbsFor(
  pick: Picked,
  state: ProjectState,
  document: Project,
  actions: Pick<Actions, 'addOpenings'>,
): Verb[] {
  const { edit, set, build } = state
  const verbs: Verb[] = [['measure to …', () => set({ measuring: true, picks: [pick] })]]
  if (pick.reference) {
    const reference = pick.reference
    const item = build?.references.find((r) => r.id === reference)?.items.find((i) => i.id === pick.owner)
    const caseStep = document.steps.find((s) => s.kind === 'case' && s.fields.reference === reference)
    const opened = document.steps.some((s) => s.kind === 'opening' && s.fields.item === pick.owner)
    verbs.push(...itemVerbs(pick, state), ...placingVerbs(pick, state))
    const isBoard = build?.references.find((r) => r.id === reference)?.board?.item === pick.owner
    if (caseStep && !opened && !isBoard)
      verbs.push(['open the wall for it', () => actions.addOpenings(caseStep.id, [pick.owner])])
    if (item && !isBoard)
      verbs.push([
        item.state === 'fitted' ? 'leave it out' : 'fit it',
        () => edit(setItemState(reference, pick.owner, item.state === 'fitted' ? 'left-out' : 'fitted')),
      ])
  } else {
    const field = fieldBehind(pick)
    if (field && pick.step)
      verbs.push([`change ${field[1]}`, () => set({ place: 'shape', editing: `${pick.step}.${field[0]}` })])
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
    ])
    verbs.push(['show all', () => set({ showing: {} })])
    const step = document.steps.find((s) => s.id === pick.step)
    if (step && step.kind !== 'case') verbs.push(['take this step out', () => edit(removeStep(step.id))])
  }
  if (pick.shape.kind === 'plane') {
    const axis = ([0, 1, 2] as const).find(
      (k) => Math.abs((pick.shape as { normal: readonly number[] }).normal[k]!) > 0.999,
    )
    if (axis !== undefined)
      verbs.push([
        'cut here',
        () => set({ section: { axis: (['x', 'y', 'z'] as const)[axis], at: pick.point[axis], flipped: false } }),
      ])
  }
  return verbs
}

/** The value of the step a surface comes from that moves it. */
function fieldBehind(pick: Picked): [string, string] | undefined {
  const fields: [RegExp, string, string][] = [
    [/^cavity/, 'clear', 'the clearance'],
    [/^wall/, 'wall', 'the wall'],
    [/^floor:under/, 'floor', 'the floor'],
    [/^floor/, 'clearBelow', 'the room below'],
    [/^roof:top/, 'roof', 'the roof'],
    [/^roof/, 'clearAbove', 'the room above'],
    [/^rim/, 'parting', 'the parting height'],
    [/^(lip|groove)/, 'lip', 'the lip'],
    [/^opening/, 'gap', 'the gap'],
    [/^bevel/, 'bevel', 'the bevel'],
    [/^(pin|tip)/, 'gap', 'the gap round the pin'],
    [/^pilot/, 'pilot', 'the pilot hole'],
    [/^foot/, 'foot', 'the fillet'],
    [/^(post|seat)/, 'across', 'the post'],
  ]
  const found = fields.find(([pattern]) => pattern.test(pick.role ?? ''))
  return found && [found[1], found[2]]
}
