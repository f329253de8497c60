import { newStep, type Offer, type Situation } from '../offer'
import { atHolesLike } from '../picked'
import { WORK } from '../step-kind'

const works = (at: Situation) => at.left.filter((l) => l.token === WORK.name).map((l) => l.step)

/** The last step that can be, once more to its right. */
export function startAgain(at: Situation): Record<string, unknown> | undefined {
  const last = works(at).at(-1)
  return last === undefined ? undefined : fieldsFor(at, last)
}

/** What made the face that is picked, once more; picked before a hole, at all such holes. */
export function offerAgain(at: Situation): Offer[] {
  const [pick, more] = at.picks
  const [step, holes] = [pick?.name?.step, atHolesLike(at)]
  if (step === undefined || !works(at).includes(step)) return []
  if (holes) return [{ key: `again ${step} holes`, words: 'do what made the first again, at all holes like the second', picked: true, of: 'part', steps: [newStep(at, 'again', { ...fieldsFor(at, step), ...holes })] }] // prettier-ignore
  return more ? [] : [{ key: `again ${step}`, words: 'do this again elsewhere', picked: true, of: 'part', steps: [newStep(at, 'again', fieldsFor(at, step))] }] // prettier-ignore
}

const fieldsFor = (at: Situation, id: string): Record<string, unknown> => {
  const { parts, part } = at.document.steps.find((s) => s.id === id)?.fields ?? {}
  const to = (Array.isArray(parts) ? parts : [part]).filter((p) => at.parts.some((there) => there.id === p))
  return { step: id, how: 'line', count: '2', by: '10', parts: to }
}
