import type { BuiltPart, Quality } from '../built/built'
import type { Project } from '../document/schema'
import { allVariants } from '../document/variants'
import { type LedgerRow, measureLedger } from '../fit/ledger'
import type { Kernel } from '../kernel/kernel'
import { builtPartList, type ListedPart, type PartsTotal } from '../print/part-list'
import type { ImportedModel } from '../references/model'
import type { Builder } from './builder'
import { type Effect, Effects } from './effects'
import type { PartState } from './run'

/** What a project comes to in one of its variants. */
export interface VariantBuild {
  /** Empty for the project as it is drawn. */
  id: string
  name: string
  parts: BuiltPart[]
  listed: ListedPart[]
  total: PartsTotal
  ledger: LedgerRow[]
  /** Steps that could not be built. */
  problems: number
  /** What the parts have more and less than as they are drawn. */
  differs: Effect | undefined
}

/**
 * Builds a project as it is drawn and in each of its variants.
 * @param pause awaited between steps; throws to give up
 */
export async function compareVariants(
  kernel: Kernel,
  builder: Builder,
  project: Project,
  models: ReadonlyMap<string, ImportedModel>,
  quality: Quality,
  pause: () => Promise<void> | void = () => {},
): Promise<VariantBuild[]> {
  const out: VariantBuild[] = []
  let drawn: ReadonlyMap<string, PartState> = new Map()
  const kept = (parts: ReadonlyMap<string, PartState>) =>
    new Map([...parts].map(([id, p]) => [id, { ...p, solid: p.solid.keep() }]))
  try {
    for (const { id, name, project: own } of allVariants(project)) {
      const build = await builder.build(own, models, quality, pause)
      const { parts } = build
      const list = builtPartList(own, parts)
      if (id === '') drawn = kept(builder.lastParts())
      out.push({
        id,
        name,
        parts,
        listed: list.parts,
        total: list.total,
        ledger: measureLedger(build),
        problems: build.steps.filter((s) => s.problems.length > 0).length,
        differs: id === '' ? undefined : difference(kernel, id, drawn, builder.lastParts()),
      })
    }
  } finally {
    for (const { solid } of drawn.values()) solid.dispose()
  }
  return out
}

function difference(
  kernel: Kernel,
  id: string,
  before: ReadonlyMap<string, PartState>,
  after: ReadonlyMap<string, PartState>,
): Effect {
  const effects = new Effects(kernel)
  effects.begin()
  effects.note(id, before, after)
  effects.end()
  const effect = effects.of(id)
  effects.dispose()
  return effect
}
