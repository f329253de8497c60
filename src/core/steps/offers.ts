import type { Left } from '../built/built'
import { addStep, addStepBefore, together, type Edit } from '../document/edits'
import type { Project } from '../document/schema'
import { type Goal, newStep, type Offer, type Situation } from './offer'
import { stepKindNamed, stepKinds } from './registry'
import type { StepKind } from './step-kind'

/** Everything that could be done next, in the order of the kinds; what is about the pick first. */
export function offersAt(at: Situation): Offer[] {
  const all = stepKinds().flatMap((kind) => kind.offers?.(at) ?? [])
  return [...all.filter((o) => o.picked), ...all.filter((o) => !o.picked)]
}

/** Takes an offer up. */
export const takeOffer = ({ steps, before, edit }: Offer): Edit =>
  together(...steps.map((s) => (before === undefined ? addStep(s) : addStepBefore(s, before))), ...(edit ? [edit] : []))

/** Something that can be added to the sheet, as sheet, search and scene list it. */
export interface Addition {
  key: string
  words: string
  /** What it can be found by, besides its words. */
  findBy: string
  group: StepKind['group'] | 'picked'
  /** None where it cannot be begun yet. */
  offer?: Offer
}

/** The groups in the order of the work, with what they are called. */
export const GROUPS: Readonly<Record<Addition['group'], string>> = {
  picked: 'With what is picked',
  make: 'Make parts',
  hold: 'Hold what is in them',
  open: 'Let out, let in',
  change: 'Change parts',
  alter: 'Change faces by hand',
  divide: 'Divide parts, and join the pieces',
}

/** All that can be added: what is offered for the pick, what is offered for what is there, and every kind by its title. */
export function additions(at: Situation): Addition[] {
  const all = stepKinds().flatMap((kind): Addition[] => {
    const findBy = [kind.title, ...kind.findBy].join(' ')
    const offers = (kind.offers?.(at) ?? []).map((offer): Addition => ({
      key: offer.key,
      words: offer.words,
      findBy,
      group: offer.picked ? 'picked' : kind.group,
      offer,
    }))
    const fields = kind.start ? kind.start(at) : {}
    const start = fields && { key: `start ${kind.kind}`, words: kind.title, steps: [newStep(at, kind.kind, fields)] }
    const plain: Addition = { key: `start ${kind.kind}`, words: kind.title, findBy, group: kind.group, ...(start ? { offer: start } : {}) } // prettier-ignore
    return [...offers, ...(offers.some((o) => o.words === kind.title) ? [] : [plain])]
  })
  return (Object.keys(GROUPS) as Addition['group'][]).flatMap((group) => all.filter((a) => a.group === group))
}

/** Those that go by all the words typed, in their order. */
export function found(list: readonly Addition[], typed: string): Addition[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  return list.filter((a) => words.every((w) => `${a.words} ${a.findBy}`.toLowerCase().includes(w)))
}

/**
 * A project with all that is offered for some goals, one after the other, as a maker would take it.
 * @param fields what is said of the first of these steps
 */
export function propose(
  at: Situation,
  goals: readonly Goal[],
  fields: Readonly<Record<string, unknown>> = {},
): Project {
  let now = at
  for (const [i, goal] of goals.entries()) {
    const offers = offersAt(now).filter((o) => o.goal === goal)
    for (const [k, offer] of (i === 0 ? offers.slice(0, 1) : offers).entries()) {
      const own = i === 0 && k === 0 ? { ...offer, steps: offer.steps.map((s) => ({ ...s, fields: { ...s.fields, ...fields } })) } : offer // prettier-ignore
      now = {
        ...now,
        document: takeOffer(own as Offer)(now.document),
        left: [...now.left, ...own.steps.flatMap((s) => leftBy(s.id, s.kind, s.fields.reference))],
      }
    }
  }
  return now.document
}

/** What a step that is begun will leave. */
const leftBy = (step: string, kind: string, reference: unknown): Left[] =>
  (stepKindNamed(kind)?.publishes ?? []).map((t) => ({
    step,
    token: t.name,
    ...(typeof reference === 'string' ? { reference } : {}),
  }))
