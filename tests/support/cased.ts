import { runChecks } from '../../src/core/checks'
import { setField } from '../../src/core/document/edits'
import type { Project, ProjectStep } from '../../src/core/document/schema'
import { measureLedger } from '../../src/core/fit/ledger'
import { Kernel } from '../../src/core/kernel/kernel'
import type { ImportedModel } from '../../src/core/references/model'
import { Builder } from '../../src/core/sheet/builder'
import { read, stepBytes, wrapped } from './boards'
import { PLAIN, simpleBoard } from './board-shapes'
import type { Node } from '../../demo/make/step-assembly'

export const SOCKET = 'sensor assembly/socket'

/** A case round a board, to which steps are added; each is built by itself. */
export async function cased(
  shape: Node = simpleBoard({ ...PLAIN, socket: true }),
  wishes: Parameters<typeof wrapped>[1] = {},
) {
  const kernel = await Kernel.load()
  const model: ImportedModel = await read(await stepBytes(shape))
  const { project, models } = wrapped(model, wishes)
  const step = (kind: string) => project.steps.find((s) => s.kind === kind)!.id
  const build = async (document: Project, quality: 'view' | 'export' = 'export') => {
    const builder = new Builder(kernel)
    const built = await builder.build(document, models, quality)
    builder.dispose()
    const ledger = measureLedger(built)
    const volume = (name: string) => built.parts.find((p) => p.name === name)!.volume
    const row = (between: string) => ledger.find((r) => r.between === between)
    const findings = () => runChecks({ project: document, build: built, ledger, kernel })
    const problems = built.steps.flatMap((s) => s.problems)
    return { built, ledger, volume, row, findings, problems, notes: built.steps.flatMap((s) => s.notes) }
  }
  /** The project with steps after its own, and fields of its own said otherwise, by kind. */
  const withSteps = (
    added: readonly Pick<ProjectStep, 'kind' | 'fields'>[],
    set: Record<string, Record<string, unknown>> = {},
  ): Project => {
    const changed = Object.entries(set).reduce((p, [kind, fields]) => Object.entries(fields).reduce((now, [field, value]) => setField(step(kind), field, value as string)(now), p), project) // prettier-ignore
    return {
      ...changed,
      steps: [...changed.steps, ...added.map((s, i) => ({ id: `added${i + 1}`, off: false, ...s }))],
    }
  }
  return { kernel, project, step, build, withSteps, add: (kind: string, fields: ProjectStep['fields'] = {}, set = {}) => build(withSteps([{ kind, fields }], set)) } // prettier-ignore
}
