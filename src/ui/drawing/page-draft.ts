import type { ProjectStep } from '@/core/document/schema'
import { type Fixed, fixedMarks, NONE_FIXED } from '@/core/fields/fixed-marks'
import type { Settled } from '@/core/fields/settled'
import { type SavedShape, type ShapeReport, shapeSchema } from '@/core/fields/shapes'
import type { WorkOut } from '@/core/fields/given'
import type { ShapeKind } from '@/core/fields/shape-kind'
import { draftOf } from '@/core/fields/tied-shapes'
import type { Draft } from '@/core/ties/draft'
import { evaluateFormula } from '@/core/units/formula'
import { knownContext, type KnownNames } from '@/core/units/known-lengths'
import type { ProjectStore } from '../store/store'
import type { Marked } from './marked'

/** The drawing as it stands: its shapes, and what is needed to work them out. */
export interface Standing {
  shapes: readonly SavedShape[]
  kinds: readonly ShapeKind[]
  workOut: WorkOut
  settled: Settled
  /** Shapes that are read off parts and items, as the last build drew them. */
  fixed?: Fixed
}

export function standingOf(store: ProjectStore, step: ProjectStep, kinds: readonly ShapeKind[]): Standing {
  const report = store.getState().build?.steps.find((r) => r.id === step.id)
  const drawn = ((report?.values.shapes ?? []) as ShapeReport[]).flatMap((r) => r.drawn ?? [])
  const read = new Set(kinds.flatMap((k) => (k.fixed ? [k.kind] : [])))
  return {
    shapes: (Array.isArray(step.fields.shapes) ? step.fields.shapes : []) as unknown as SavedShape[],
    kinds,
    workOut: workOutOf(store, step.id),
    settled: settledOf(step),
    fixed: new Map(drawn.flatMap((d) => (read.has(d.kind) ? [[d.id, d] as const] : []))),
  }
}

/** How formulas of a drawing's document are worked out on the page. */
function workOutOf(store: ProjectStore, step: string): WorkOut {
  const { build } = store.getState()
  const own = build?.steps.find((r) => r.id === step)?.own ?? {}
  const here = Object.entries(own).map(([name, value]) => [name, { value, dimension: 'length' }] as const)
  const known = knownContext({ ...build?.names, ...Object.fromEntries(here) } as KnownNames)
  return (formula, as) => evaluateFormula(formula, as, known)
}

export const settledOf = ({ fields }: ProjectStep): Settled => (fields.settled ?? {}) as Settled

export const kindIn = (kinds: readonly ShapeKind[]) => (shape: { kind: string }) => kinds.find((k) => k.kind === shape.kind)! // prettier-ignore

/** Shapes with the defaults of their kinds filled in; unknown ones left out. */
export const completed = (saved: readonly SavedShape[], kinds: readonly ShapeKind[]): SavedShape[] =>
  saved.flatMap((s) => {
    const kind = kinds.find((k) => k.kind === s.kind)
    const fields = kind && shapeSchema(kind).safeParse(s.fields).data
    return fields ? [{ ...s, fields }] : []
  })

/**
 * What a drawing has free and tied, worked out here so that drags need not wait for a build.
 * @param toCome shapes that are not in it yet, but whose marks are asked for
 */
export const pageDraft = (
  { shapes, kinds, workOut, settled, fixed }: Standing,
  toCome: readonly SavedShape[] = [],
): Draft => draftOf(completed(shapes, kinds), kindIn(kinds), workOut, settled, { fixed, toCome }).draft

/** What of shapes that are read off parts and items can be tied to and caught on. */
export const fixedMarksOf = (fixed: Fixed = NONE_FIXED): Marked[] =>
  [...fixed.values()].flatMap((drawn) => fixedMarks(drawn).map(({ name, ...m }): Marked => ({ ...m, mark: `${drawn.id}.${name}` }))) // prettier-ignore
