import type { ProjectStep } from '../document/schema'
import { ENCLOSURE } from '../enclosures/enclosure'
import { newStep, type Offer, type OfferedReference, type Situation } from './offer'

/** The boards that cases are wrapped round, with what their case is chosen by for each; `first`: the one that it was made for. */
export const enclosures = ({ left, references }: Situation) =>
  left.flatMap(({ step, id = step, token: name, reference }) => {
    const found = name === ENCLOSURE.name ? references.find((r) => r.id === reference) : undefined
    return found ? [{ step: id, reference: found, first: id === step }] : []
  })

/** What a board is called where several go by one name. */
export function boardName({ references }: Pick<Situation, 'references'>, of: OfferedReference): string {
  const name = of.board?.name ?? of.name
  return references.some((r) => r.id !== of.id && r.board?.name === name) ? `${name} of ${of.name}` : name
}

/** The cases that there are, with the references they were made for. */
export const cases = (at: Situation) => enclosures(at).filter((e) => e.first)

/** Fields of a step that needs nothing but a case, for the first there is. */
export function startOnCase(at: Situation): { case: string } | undefined {
  const found = cases(at)[0]
  return found && { case: found.step }
}

/** Whether a step works on a case, by what is saved of it: the one that it names, or else any. */
export const isOnCase = ({ off, fields }: ProjectStep, caseStep: string): boolean =>
  !off && (fields.case ?? caseStep) === caseStep

/** Whether a kind of step works on a case already. */
export const worksOnCase = ({ document }: Situation, kind: string, caseStep: string): boolean =>
  document.steps.some((s) => s.kind === kind && isOnCase(s, caseStep))

/** What holds a board by its edges. */
const BY_EDGES = ['ledge', 'clips', 'rails']

/** Whether something holds the board of a case by its edges already. */
export const heldByEdges = (at: Situation, caseStep: string): boolean => BY_EDGES.some((kind) => worksOnCase(at, kind, caseStep)) // prettier-ignore

/** The case of a step, or the first there is. */
export const caseAt = (at: Situation, of?: string) => cases(at).find((e) => of === undefined || e.step === of)

/** For each case that has none of a kind yet: one of them, with the fields that it is begun with. */
export const offerOnCase = (
  at: Situation,
  kind: string,
  what: Pick<Offer, 'words' | 'goal' | 'mends'>,
  fields: (caseStep: string) => Record<string, unknown> | undefined = (step) => ({ case: step }),
): Offer[] =>
  cases(at).flatMap(({ step }): Offer[] => {
    const begun = worksOnCase(at, kind, step) ? undefined : fields(step)
    return begun ? [{ key: `${kind} ${step}`, ...what, ...(what.mends ? { about: step } : {}), steps: [newStep(at, kind, begun)] }] : [] // prettier-ignore
  })
