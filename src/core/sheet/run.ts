import type { Left, Pause, Piece, Quality, StepReport } from '../built/built'
import type { RowSpec } from '../built/rows'
import { rowsAfterDividing } from './rows-after-dividing'
import { rowsAfterJoining } from './rows-after-joining'
import { shadeOf } from '../divide/shades'
import { contentKey, objectKey } from '../content-key'
import type { Project, ProjectStep } from '../document/schema'
import type { PartHere, Published, Resolved } from '../fields/field-kind'
import { IDENTITY, type Placement } from '../geometry/placement'
import { add } from '../geometry/vec'
import { OWN_PART } from '../built/rows'
import { laysOn, printWith } from '../print/lay'
import type { Names } from '../references/names'
import type { Reference } from '../references/resolve'
import type { ResolvedOutline } from '../references/resolve-outline'
import { stepKindNamed } from '../steps/registry'
import { type PieceOf, type StepKind, WORK } from '../steps/step-kind'
import type { Made } from './step-cache'

/** A part at some point of the sheet. */
export interface PartState extends PartHere {
  color: string
  print: Placement
  pauses?: readonly Pause[] | undefined
  piece?: Piece | undefined
}

/** One way through the sheet: what there is after the steps that have run. */
export interface Run {
  project: Project
  references: readonly Reference[]
  outlines: () => readonly ResolvedOutline[]
  names: Names
  quality: Quality
  parts: Map<string, PartState>
  published: Published[]
  rows: RowSpec[]
  left: Left[]
  /** What parts that are used up were called, by id. */
  usedUp: Map<string, string>
  /** How many steps that leave facts there were of each kind. */
  told: Map<string, number>
}

/** Takes what a step made into the run. */
export function accept(
  run: Run,
  step: ProjectStep,
  kind: StepKind,
  made: Made,
  report: StepReport,
  pointable: (part: string, key: string) => PartHere['pointable'],
): void {
  const { output, partKeys } = made
  const whole = new Map(run.parts)
  for (const id of output.gone ?? []) {
    run.usedUp.set(id, run.parts.get(id)?.name ?? id)
    run.parts.delete(id)
  }
  if (typeof output.into === 'string') run.rows = rowsAfterJoining(run.rows, output.gone ?? [], output.into)
  else if (output.into) run.rows = rowsAfterDividing(run.rows, output.gone ?? [], output.into)
  for (const part of output.parts) {
    const of = part.of && whole.get(part.of.part)
    const before = run.parts.get(part.id) ?? (of && { ...of, color: shadeOf(of.color, part.of!.nth), piece: pieceOf(of, part.of!) }) // prettier-ignore
    const key = partKeys.get(part.id)!
    const own = run.project.parts[part.id]
    const lay = part.print ?? before?.print ?? IDENTITY
    const print = own?.lies && !laysOn(lay, own.lies) ? printWith(own.lies) : lay
    run.parts.set(part.id, {
      id: part.id,
      solid: part.solid,
      key,
      name: own?.name ?? (part.name === undefined ? before?.name : freeName(part.name, part.id, run)) ?? 'Part',
      color: own?.color ?? part.color ?? before?.color ?? '#9db096',
      print,
      // What is laid in while it prints is laid in from above, as its step has it lie.
      pauses: print === lay ? (part.pauses ?? before?.pauses) : undefined,
      piece: before?.piece,
      pointable: pointable(part.id, key),
    })
  }
  for (const { part, pauses } of output.halts ?? []) {
    const here = run.parts.get(part)
    if (here) run.parts.set(part, { ...here, pauses })
  }
  for (const id of output.released ?? []) run.rows = run.rows.filter((row) => !isToOthers(row, id))
  if (output.undone) run.rows = run.rows.filter((row) => !output.undone!.includes(row.id))
  // What a step makes anew has no name before this.
  const called = run.parts.get(step.id)?.name
  run.rows.push(...output.rows.map((row) => (called === undefined ? row : { ...row, between: row.between.replace(OWN_PART, called) }))) // prettier-ignore
  report.notes.push(...output.notes)
  if (output.places) report.places = output.places
  if (output.draggedFrom) report.draggedFrom = output.draggedFrom
  const as = output.facts ? tellFacts(run, step, output.facts) : kind.kind
  if (output.facts) report.factsAs = as
  const left = (token: string, data: unknown, key: string, about: { reference?: string } = {}, name?: string) => {
    const id = name === undefined ? step.id : `${step.id}.${name}`
    run.published.push({ token, step: step.id, id, data, key, facts: output.facts ?? {}, as: kind.kind, ...about })
    run.left.push({ step: step.id, token, ...about, ...(name === undefined ? {} : { id }) })
  }
  if (output.work) left(WORK.name, output.work, made.key)
  for (const { token, data, reference, name } of output.published ?? [])
    left(token.name, data, keyOf(data), reference === undefined ? {} : { reference }, name)
}

const pieceOf = ({ name, piece }: PartState, { away }: PieceOf): Piece => ({ whole: piece?.whole ?? name, away: add(piece?.away ?? [0, 0, 0], away) }) // prettier-ignore

/** True if a row is between a part and something else. */
function isToOthers({ a, b }: RowSpec, part: string): boolean {
  const isOf = (s: RowSpec['a']) => (s.of === 'parts' ? s.parts.every((p) => p === part) : s.of === 'whole' && s.part === part) // prettier-ignore
  return isOf(a) !== isOf(b)
}

/** The key of what a step left; what it leaves again is the same object. */
const keyOf = (data: unknown): string =>
  typeof data === 'object' && data !== null ? objectKey(data) : contentKey(data)

/** What a new part is called until the maker says otherwise: as its step says, with a number from the second of that name on. */
function freeName(name: string, id: string, { parts, project }: Run): string {
  const others = [...parts.values()].filter((p) => p.id !== id).map((p) => p.name)
  const taken = new Set([...others, ...Object.entries(project.parts).flatMap(([of, p]) => (of !== id && p.name ? [p.name] : []))]) // prettier-ignore
  const nth = (n: number) => (n === 1 ? name : `${name} ${n}`)
  let n = 1
  while (taken.has(nth(n))) n += 1
  return nth(n)
}

/** The names that the steps of a sheet tell, when all of them can be built. */
export const namesToCome = (steps: readonly ProjectStep[]): Set<string> =>
  new Set(
    [...factsNames(steps)].flatMap(([{ kind }, as]) =>
      Object.keys(stepKindNamed(kind)!.facts!).map((f) => `${as}.${f}`),
    ),
  )

/** What the facts of each step that has some are told as, when all of them can be built. */
export function factsNames(steps: readonly ProjectStep[]): Map<ProjectStep, string> {
  const told = new Map<string, number>()
  const telling = steps.filter((s) => !s.off && stepKindNamed(s.kind)?.facts)
  return new Map(telling.map((s) => [s, factsName(s, told)]))
}

/** What the facts of a step are told as: its own name for them, or else its kind, with a number from the second on. */
function factsName({ kind, as }: ProjectStep, told: Map<string, number>): string {
  const count = (told.get(kind) ?? 0) + 1
  told.set(kind, count)
  return as ?? (count === 1 ? kind : `${kind}${count}`)
}

/** Makes the facts of a step known to formulas. */
function tellFacts(run: Run, step: ProjectStep, facts: Readonly<Record<string, number>>): string {
  const as = factsName(step, run.told)
  run.names.tell(as, facts)
  return as
}

/** Names that mean something else in a step's formulas than elsewhere. */
export function ownNames(fields: Iterable<Resolved>, names: Names): Record<string, number> | undefined {
  const own: Record<string, number> = {}
  for (const field of fields)
    for (const [name, value] of Object.entries(field.names ?? {})) {
      const usual = names.lookup(name)
      if (!usual?.ok || usual.value.value !== value) own[name] = value
    }
  return Object.keys(own).length > 0 ? own : undefined
}

/** The reference that a step works on, by what its fields came to. */
export const referenceOf = (fields: Iterable<Resolved>): string | undefined => {
  for (const field of fields) if (field.reference !== undefined) return field.reference
  return undefined
}
