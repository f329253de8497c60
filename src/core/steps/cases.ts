import type { ProjectStep } from '../document/schema'
import { ENCLOSURE } from '../enclosures/enclosure'
import { type Goal, newStep, type Offer, type Situation } from './offer'

/** The cases that there are, with the references they are wrapped round. */
export const enclosures = ({ left, references }: Situation) =>
  left.flatMap(({ step, token: name, reference }) => {
    const found = name === ENCLOSURE.name ? references.find((r) => r.id === reference) : undefined
    return found ? [{ step, reference: found }] : []
  })

/** Fields of a step that needs nothing but a case, for the first there is. */
export function startOnCase(at: Situation): { case: string } | undefined {
  const found = enclosures(at)[0]
  return found && { case: found.step }
}

/** Whether a step works on a case, by what is saved of it: the one that it names, or else any. */
export const isOnCase = ({ off, fields }: ProjectStep, caseStep: string): boolean =>
  !off && (fields.case ?? caseStep) === caseStep

/** Whether a kind of step works on a case already. */
export const worksOnCase = ({ document }: Situation, kind: string, caseStep: string): boolean =>
  document.steps.some((s) => s.kind === kind && isOnCase(s, caseStep))

/** For each case that has none of a kind yet: one that holds its lid. */
export const offerClosing = (
  at: Situation,
  kind: string,
  { words, goal }: { words: string; goal?: Goal },
  fields: (caseStep: string) => Record<string, unknown> = (step) => ({ case: step }),
): Offer[] =>
  enclosures(at).flatMap(
    ({ step }): Offer[] =>
    worksOnCase(at, kind, step) ? [] : [{ key: `${kind} ${step}`, words, ...(goal ? { goal } : {}), mends: 'lid-held', about: step, steps: [newStep(at, kind, fields(step))] }], // prettier-ignore
  )
