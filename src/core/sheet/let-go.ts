import { MOST_STEPS, type PartSettings, type Project, type ProjectStep } from '../document/schema'
import type { SurfaceName } from '../kernel/surface'
import { fail, ok, type Result } from '../result'
import { stepKindNamed } from '../steps/registry'
import { inStep, renaming } from './names-in-use'
import { chainOf, makes, namedBy } from './parts-steps'
import { type IdChange, idsIn, idsInStep } from './renamed-ids'
import { factsNames } from './run'

/** A part of the last build, as far as it matters here. */
export interface MadePart {
  id: string
  name: string
  color: string
}

/** What a copy is made of once it is let go. */
interface Freed {
  steps: ProjectStep[]
  change: IdChange
  /** Its id. */
  part: string
  /** The steps that it was made of, by the new ones. */
  from: ReadonlyMap<string, string>
}

/**
 * Lets the copies go that a step makes: each is made of steps of its own from then on, as the part that it was a copy of
 * is, and stays where it is. What was done to a copy, kept of it, or said of it stays with it.
 * @param made the parts of the last build
 * Errors: no-copies, joined, together (what makes the part makes others too), many
 */
export function letGo(project: Project, id: string, made: readonly MadePart[], newId: () => string): Result<Project> {
  const at = project.steps.findIndex((s) => s.id === id)
  const step = project.steps[at]
  const copies = made.filter((p) => p.id.startsWith(`${id}.`))
  const alone = step && stepKindNamed(step.kind)?.alone
  if (alone && !alone(step.fields, 2)) return fail('joined', 'These copies are one part with what they are copies of. Let each be a part of its own first.') // prettier-ignore
  if (!alone || step.off || copies.length === 0) return fail('no-copies', 'There are no copies of this step that could be let go.') // prettier-ignore
  const source = String(step.fields.part)
  const chain = chainOf(source, project.steps.slice(0, at))
  const first = project.steps.findIndex((s) => chain.includes(s) && stepKindNamed(s.kind)?.alone?.(s.fields, 2))
  if (first >= 0)
    return fail('together', `What these are copies of is a copy itself. Let the copies of step ${first + 1} go first.`)
  const others = made.filter((p) => p.id !== source && chain.some((s) => makes(s, p.id)))
  if (others.length > 0) return fail('together', `What makes it makes ${others.map((p) => p.name).join(', ')} as well, which would be there once more with each copy.`) // prettier-ignore
  const count = project.steps.length - 1 + copies.length * (chain.length + 1)
  if (count > MOST_STEPS) return fail('many', `That would make ${count} steps of them, and a project has up to ${MOST_STEPS}.`) // prettier-ignore
  const facts = factsNames(project.steps)
  const said = saidOutright(project.steps, at, facts)
  const own = chain.map((s) => ({ step: said.get(s.id)!, told: facts.get(s) }))
  const freed = copies.map((copy) => {
    const nth = Number(copy.id.slice(id.length + 1))
    return free(own, { ...step, fields: alone(step.fields, nth) as ProjectStep['fields'] }, newId)
  })
  const later = laterChange(id, copies, freed)
  const steps = [
    ...project.steps.slice(0, at),
    ...freed.flatMap((f) => f.steps),
    ...project.steps.slice(at + 1).map((s) => idsInStep(said.get(s.id)!, later)),
  ]
  return ok({
    ...project,
    steps,
    measures: idsIn(project.measures, later),
    rows: idsIn(project.rows, later),
    notes: idsIn(project.notes, later).filter((n) => n.step !== id),
    parts: partsLater(project.parts, copies, freed, later),
    variants: project.variants.map((v) => ({ ...v, off: offLater(v.off, id, freed) })),
  })
}

/** Steps by id; those that mean the nearest of something name it, and those that tell facts have their name for it. */
function saidOutright(
  steps: readonly ProjectStep[],
  at: number,
  facts: ReadonlyMap<ProjectStep, string>,
): Map<string, ProjectStep> {
  return new Map(
    steps.map((step, i) => {
      const named = Object.fromEntries(namedBy(step, steps.slice(0, i)))
      // Names before the copies do not change by what comes after them.
      const as = i > at ? facts.get(step) : undefined
      return [step.id, { ...step, fields: { ...step.fields, ...named }, ...(as ? { as } : {}) }]
    }),
  )
}

/**
 * The steps of a part once more, under new ids, and the part put where its copy was.
 * @param chain with what their facts are told as
 */
function free(
  chain: readonly { step: ProjectStep; told: string | undefined }[],
  put: ProjectStep,
  newId: () => string,
): Freed {
  const all = [...chain, { step: put, told: undefined }].map((s) => ({ ...s, id: newId() }))
  const change = renamedBy(new Map(all.map(({ step, id }) => [step.id, id])))
  const names = all.flatMap(({ told, id }) =>
    told ? [{ id, from: told, to: `${told}_${id.replace(/\W/g, '')}` }] : [],
  )
  const formulas = (s: ProjectStep) => names.reduce((one, { from, to }) => inStep(one, renaming(from, to, true)), s)
  const isNew = (part: string) => all.some(({ id }) => makes({ id }, part))
  const steps = all.map(({ step, id }): ProjectStep => {
    const as = names.find((n) => n.id === id)?.to
    return { ...onlyOwn(formulas(idsInStep(step, change)), isNew), id, ...(as ? { as } : {}) }
  })
  return {
    steps,
    change,
    part: change.id(String(put.fields.part)),
    from: new Map(all.map(({ step, id }) => [id, step.id])),
  }
}

/** Of parts that a step does the same to, only those that are made once more. */
function onlyOwn(step: ProjectStep, isNew: (part: string) => boolean): ProjectStep {
  const specs = stepKindNamed(step.kind)?.fields ?? {}
  const fields = Object.entries(step.fields).map(([name, saved]) => {
    const spec = specs[name]
    const own = spec?.type === 'parts' && spec.use === 'change' && Array.isArray(saved)
    return [name, own ? saved.filter((p) => isNew(String(p))) : saved]
  })
  return { ...step, fields: Object.fromEntries(fields) as ProjectStep['fields'] }
}

/** Ids of steps put for others, also at the beginning of the ids of their parts and copies. */
function renamedBy(ids: ReadonlyMap<string, string>): IdChange {
  const id = (text: string): string => {
    for (const [from, to] of ids)
      if (text === from || text.startsWith(`${from}.`) || text.startsWith(`${from} `)) return `${to}${text.slice(from.length)}` // prettier-ignore
    return text
  }
  return { id, name: (name) => ({ ...name, step: id(name.step), ...(name.copy ? { copy: name.copy.map(id) } : {}) }) }
}

/** What was said of the copies is said of what they are now. */
function laterChange(step: string, copies: readonly MadePart[], freed: readonly Freed[]): IdChange {
  const parts = new Map(copies.map((p, i) => [p.id, freed[i]!.part]))
  const ofCopy = new Map(copies.map((p, i) => [`${step} ${p.id.slice(step.length + 1)}`, freed[i]!.change]))
  const name = (of: SurfaceName): SurfaceName => {
    const its = of.copy?.map((c) => ofCopy.get(c)).find((c) => c)
    return its ? its.name(of) : of
  }
  return { id: (id) => parts.get(id) ?? id, name }
}

/** The settings of parts; what is free looks as it did as a copy. */
function partsLater(
  parts: Project['parts'],
  copies: readonly MadePart[],
  freed: readonly Freed[],
  later: IdChange,
): Project['parts'] {
  const moved = Object.entries(idsIn(parts, later)).map(([id, own]): [string, PartSettings] => [later.id(id), own])
  const kept = new Map(moved)
  for (const [i, { name, color }] of copies.entries()) kept.set(freed[i]!.part, { name, color, ...kept.get(freed[i]!.part) }) // prettier-ignore
  return Object.fromEntries(kept)
}

/** What is off in a variant is off in what was let go as well; where there were no copies, all of it is. */
function offLater(
  off: Readonly<Record<string, boolean>>,
  step: string,
  freed: readonly Freed[],
): Record<string, boolean> {
  const { [step]: none, ...rest } = off
  const copied = freed.flatMap(({ from }) => [...from].map(([now, was]) => [now, none || off[was]] as const))
  return { ...rest, ...Object.fromEntries(copied.filter((c): c is [string, boolean] => c[1] !== undefined)) }
}
