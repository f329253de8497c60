import { startQuietly } from './kernel'
import { type Node, writeStepAssembly } from '../../demo/make/step-assembly'
import { emptyProject, makeReference, type Project } from '../../src/core/document/schema'
import { readStep } from '../../src/core/formats/step/read-step'
import type { ImportedModel } from '../../src/core/references/model'
import { resolveReference } from '../../src/core/references/resolve'
import { expectOk } from '../../src/core/result'
import { proposeCase, type WrapWishes } from '../../src/core/steps/propose'

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
  wishes: Partial<WrapWishes> = {},
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
  const steps = proposeCase(
    reference,
    reference.board!,
    { openings: true, posts: true, ...wishes },
    () => `step${(ids += 1)}`,
  )
  return { project: { ...emptyProject('Rain shed'), references: [settings], steps }, models: new Map([[SHA, model]]) }
}
