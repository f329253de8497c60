import type { ProjectStep } from '@/core/document/schema'
import type { Settled } from '@/core/fields/settled'
import { type SavedShape, shapeSchema } from '@/core/fields/shapes'
import type { WorkOut } from '@/core/fields/given'
import type { ShapeKind } from '@/core/fields/shape-kind'
import { draftOf } from '@/core/fields/tied-shapes'
import type { Draft } from '@/core/ties/draft'
import { evaluateFormula } from '@/core/units/formula'
import { knownContext, type KnownNames } from '@/core/units/known-lengths'
import type { ProjectStore } from '../store/store'

/** How formulas of a drawing's document are worked out on the page. */
export function workOutOf(store: ProjectStore, step: string): WorkOut {
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

/** What a drawing has free and tied, worked out here so that drags need not wait for a build. */
export const pageDraft = (
  saved: readonly SavedShape[],
  kinds: readonly ShapeKind[],
  workOut: WorkOut,
  settled: Settled,
): Draft => draftOf(completed(saved, kinds), kindIn(kinds), workOut, settled).draft
