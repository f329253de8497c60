import { type Edit, describeReading, nameMeasure, setNumber } from '../document/edits'
import { mapFormulas } from '../document/formulas'
import type { Project, ProjectStep } from '../document/schema'
import { fieldKind } from '../fields/kinds'
import { asFormulaName } from '../references/names'
import { measuredName } from './measured-names'
import { readFields, stepKindNamed, stepKinds } from '../steps/registry'
import { FORMULA_FUNCTIONS } from '../units/formula'
import { FORMULA_NAME } from '../units/formula-name'
import { MM_PER } from '../units/length'

/** Names of the printer and of what is gathered. */
const GIVEN = ['line', 'layer', 'fit', 'bed', 'board']

/** Why a number or a reading cannot be called this; undefined if it can. @param own the name it has now */
export function whyNotCalled(project: Project, name: string, own?: string): string | undefined {
  if (!FORMULA_NAME.test(name)) return 'A name has letters, digits and _, and begins with a letter.'
  if (name === own) return undefined
  if (Object.hasOwn(MM_PER, name)) return `${name} is a unit; a formula would take it for that.`
  if (FORMULA_FUNCTIONS.includes(name)) return `${name} is a function of formulas.`
  if (GIVEN.includes(name)) return `${name} is the printer’s or the board’s already.`
  const kind = stepKinds().find((k) => k.facts && new RegExp(`^${k.kind}\\d*$`).test(name))
  if (kind) return `${name} is kept for what a step leaves.`
  const taken = [...project.numbers, ...project.readings].some((n) => n.name === name)
  if (taken) return `There is a number or reading called ${name} already.`
  if (project.steps.some((s) => s.as === name)) return `${name} is what a step is called.`
  return undefined
}

/** Changes a number's name, and every formula that uses it. */
export const renameNumber =
  (id: string, to: string): Edit =>
  (project) => {
    const number = project.numbers.find((n) => n.id === id)
    if (!number || number.name === to) return project
    const formula = mapFormulas(project, renaming(number.name, to)).numbers.find((n) => n.id === id)!.formula
    return setNumber(id, to, formula)(inFormulas(project, renaming(number.name, to)))
  }

/** Changes a reading's name, and every formula that uses it. */
export const renameReading =
  (id: string, to: string): Edit =>
  (project) => {
    const reading = project.readings.find((r) => r.id === id)
    if (!reading || reading.name === to) return project
    return describeReading(id, { name: to })(inFormulas(project, renaming(reading.name, to)))
  }

/** Changes what a kept length is called, and every formula that uses it. */
export const renameMeasure =
  (id: string, to: string): Edit =>
  (project) => {
    const measure = project.measures.find((m) => m.id === id)
    const [before, after] = [measuredName(measure?.name ?? ''), measuredName(to)]
    const changed = before && after && before !== after ? inFormulas(project, renaming(before, after)) : project
    return nameMeasure(id, to)(changed)
  }

/** Changes a reference's name, and every formula that uses a fact of its board by it. */
export const renameReference =
  (id: string, to: string): Edit =>
  (project) => {
    const reference = project.references.find((r) => r.id === id)
    const name = to.trim()
    if (!reference || name === '' || reference.name === name) return project
    const others = project.references.filter((r) => r.id !== id).map((r) => asFormulaName(r.name))
    const [before, after] = [asFormulaName(reference.name), asFormulaName(name)]
    const changed = others.includes(before) ? project : inFormulas(project, renaming(before, after, true))
    return { ...changed, references: changed.references.map((r) => (r.id === id ? { ...r, name } : r)) }
  }

/** Puts one name for another in a formula. @param prefix names of what stands before a dot */
export const renaming = (from: string, to: string, prefix = false) => {
  const pattern = new RegExp(`(?<![\\w.])${from.replace('.', '\\.')}${prefix ? '(?=\\.)' : '(?![\\w.(])'}`, 'g')
  return (formula: string): string => formula.replace(pattern, to)
}

function inFormulas(project: Project, change: (formula: string) => string): Project {
  const changed = mapFormulas(project, change)
  return { ...changed, steps: changed.steps.map((s) => inStep(s, change)) }
}

/** Where a name stands in formulas: in which numbers, by name, and in which steps, by id. */
export interface Uses {
  numbers: string[]
  steps: string[]
  /** In none of these, but where something lies, or is sized. */
  elsewhere: boolean
}

const texts = new WeakMap<ProjectStep, string>()

/** All that a step's fields say, to be looked through quickly. */
function textOf(step: ProjectStep): string {
  const text = texts.get(step) ?? JSON.stringify(step.fields)
  texts.set(step, text)
  return text
}

export function usesOf(project: Project, name: string): Uses {
  let seen = false
  const pattern = new RegExp(`(?<![\\w.])${name}(?![\\w.(])`)
  const look = (formula: string) => {
    seen ||= pattern.test(formula)
    return formula
  }
  const isIn = (where: () => unknown) => {
    seen = false
    where()
    return seen
  }
  const numbers = project.numbers.filter((n) => pattern.test(n.formula)).map((n) => n.name)
  const steps = project.steps.filter((s) => textOf(s).includes(name) && isIn(() => inStep(s, look))).map((s) => s.id)
  const none = numbers.length + steps.length === 0
  return { numbers, steps, elsewhere: none && isIn(() => mapFormulas({ ...project, numbers: [], variants: [] }, look)) }
}

/** A step with each of its formulas changed. */
export function inStep(step: ProjectStep, change: (formula: string) => string): ProjectStep {
  const kind = stepKindNamed(step.kind)
  if (!kind || !readFields(kind, step.fields).success) return step
  const fields = { ...step.fields }
  for (const [name, spec] of Object.entries(kind.fields)) {
    const { formulas } = fieldKind(spec)
    if (formulas && name in fields) fields[name] = formulas(fields[name], change, spec) as ProjectStep['fields'][string]
  }
  return { ...step, fields }
}
