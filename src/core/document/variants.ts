import { produce } from 'immer'
import { type Edit, setOff } from './edits'
import type { Project } from './schema'
import type { Variant } from './variants-schema'

/** What a project without a variant in hand is called beside its variants. */
export const AS_DRAWN = 'as drawn'

export const variantInHand = ({ variants, variant }: Pick<Project, 'variants' | 'variant'>): Variant | undefined =>
  variants.find((v) => v.id === variant)

/** The project with what is different in the variant in hand put in its place. */
export function inVariant(project: Project): Project {
  const variant = variantInHand(project)
  if (!variant) return project
  const { numbers, off } = variant
  return {
    ...project,
    numbers: project.numbers.map((n) => (numbers[n.id] === undefined ? n : { ...n, formula: numbers[n.id]! })),
    steps: project.steps.map((s) => (off[s.id] === undefined ? s : { ...s, off: off[s.id]! })),
  }
}

/** The project as it is drawn and in each of its variants, under the names of these. */
export const allVariants = (project: Project): { id: string; name: string; project: Project }[] => [
  { id: '', name: AS_DRAWN, project: inHand(undefined)(project) },
  ...project.variants.map((v) => ({ id: v.id, name: v.name, project: inHand(v.id)(project) })),
]

/** Takes a variant in hand; the project as it is drawn, if none is named. */
export const inHand = (variant: string | undefined): Edit =>
  produce((p) => {
    if (variant === undefined) delete p.variant
    else p.variant = variant
  })

/** Adds a variant, in which nothing is different yet or what is in another one, and takes it in hand. */
export const addVariant = (id: string, name: string, like?: string): Edit =>
  produce((p) => {
    const { numbers = {}, off = {} } = p.variants.find((v) => v.id === like) ?? {}
    p.variants.push({ id, name, numbers: { ...numbers }, off: { ...off } })
    p.variant = id
  })

const editVariant = (id: string, change: (variant: Variant) => void): Edit =>
  produce((p) => {
    const variant = p.variants.find((v) => v.id === id)
    if (variant) change(variant)
  })

export const nameVariant = (id: string, name: string): Edit => editVariant(id, (v) => void (v.name = name))

export const dropVariant = (id: string): Edit =>
  produce((p) => {
    p.variants = p.variants.filter((v) => v.id !== id)
    if (p.variant === id) delete p.variant
  })

/** Sets a value of a record, or takes it out of it. */
function put<T>(record: Record<string, T>, key: string, value: T | undefined): void {
  if (value === undefined) delete record[key]
  else record[key] = value
}

/** What a number is in a variant; without a formula it is what it is everywhere. */
export const setNumberIn = (variant: string, number: string, formula: string | undefined): Edit =>
  editVariant(variant, ({ numbers }) => put(numbers, number, formula))

/** Whether a step is off in a variant; without a word it is as everywhere. */
export const setOffIn = (variant: string, step: string, off: boolean | undefined): Edit =>
  editVariant(variant, (v) => put(v.off, step, off))

/** Changes a number's formula: in the variant in hand, where it has one of its own; everywhere else otherwise. */
export const setFormula =
  (number: string, formula: string): Edit =>
  (project) => {
    const variant = variantInHand(project)
    if (variant?.numbers[number] !== undefined) return setNumberIn(variant.id, number, formula)(project)
    return produce(project, (p) => void Object.assign(p.numbers.find((n) => n.id === number) ?? {}, { formula }))
  }

/** Switches a step on or off: in the variant in hand, where it says so itself; everywhere else otherwise. */
export const switchStep =
  (step: string, off: boolean): Edit =>
  (project) => {
    const variant = variantInHand(project)
    if (variant?.off[step] !== undefined) return setOffIn(variant.id, step, off)(project)
    return setOff(step, off)(project)
  }
