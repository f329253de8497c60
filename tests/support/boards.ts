import { startQuietly } from './kernel'
import { type Node, writeStepAssembly } from '../../demo/make/step-assembly'
import { emptyProject, makeReference, type Project } from '../../src/core/document/schema'
import { readStep } from '../../src/core/formats/step/read-step'
import type { ImportedModel } from '../../src/core/references/model'
import { type Reference, resolveReference } from '../../src/core/references/resolve'
import { expectOk } from '../../src/core/result'
import type { Goal, Situation } from '../../src/core/steps/offer'
import { propose } from '../../src/core/steps/offers'

export { startQuietly } from './kernel'
export * from './board-shapes'

/** STEP bytes of an assembly. */
export async function stepBytes(root: Node, unit: 'MM' | 'INCH' = 'MM'): Promise<Uint8Array> {
  return writeStepAssembly(await startQuietly(), root, { unit })
}

export const read = async (bytes: Uint8Array): Promise<ImportedModel> => expectOk(await readStep(bytes, startQuietly))

const SHA = 'a'.repeat(64)
let ids = 0

/** A project that wraps an imported model, ready to be built. */
export function wrapped(
  model: ImportedModel,
  wishes: { openings?: boolean; posts?: boolean } = {},
  turns: { axis: 'x' | 'y' | 'z'; quarters: number }[] = [],
): { project: Project; models: Map<string, ImportedModel> } {
  const settings = makeReference({
    id: 'board',
    name: 'Carrier',
    kind: 'step',
    file: SHA,
    fileName: 'carrier.step',
    turns,
  })
  const reference = resolveReference(model, settings)
  const empty: Project = { ...emptyProject('Rain shed'), references: [settings] }
  const { openings = true, posts = true } = wishes
  const goals: Goal[] = ['wrap', ...(posts ? (['stand'] as const) : []), ...(openings ? (['let out'] as const) : [])]
  const project = propose(situation(empty, [reference]), goals)
  return { project, models: new Map([[SHA, model]]) }
}

/** What there is for offers, without a build. */
export function situation(document: Project, references: readonly Reference[]): Situation {
  return { document, references, parts: [], left: [], picks: [], newId: () => `step${(ids += 1)}` }
}
