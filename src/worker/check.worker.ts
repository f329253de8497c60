import * as Comlink from 'comlink'
import type { BuiltPart, StepReport } from '../core/build/build'
import { runChecks } from '../core/checks'
import type { Finding } from '../core/checks/finding'
import type { Project } from '../core/document/schema'
import { type LedgerRow, measureLedger } from '../core/fit/ledger'
import type { RowSpec } from '../core/fit/rows'
import { Kernel } from '../core/kernel/kernel'
import type { ImportedModel } from '../core/references/model'
import { type Reference, resolveReference } from '../core/references/resolve'

const models = new Map<string, ImportedModel>()
const resolved = new Map<string, { key: string; reference: Reference }>()
let kernel: Promise<Kernel> | undefined
let latest = 0

export interface CheckInputView {
  project: Project
  parts: BuiltPart[]
  rows: RowSpec[]
  steps: StepReport[]
}

/** Measures the ledger and runs the checks on the same solids the scene shows. */
const worker = {
  addModel(sha: string, model: ImportedModel): void {
    models.set(sha, model)
  },

  /** The ledger alone: quick enough to follow a drag. Undefined if overtaken. */
  async measure(input: CheckInputView, ticket: number): Promise<LedgerRow[] | undefined> {
    latest = Math.max(latest, ticket)
    await new Promise((resolve) => setTimeout(resolve))
    if (ticket < latest) return undefined
    return measureLedger({ parts: input.parts, rows: input.rows, references: references(input.project) })
  },

  /** All checks. Undefined if overtaken. */
  async check(input: CheckInputView, ledger: LedgerRow[], ticket: number): Promise<Finding[] | undefined> {
    kernel ??= Kernel.load()
    const loaded = await kernel
    await new Promise((resolve) => setTimeout(resolve))
    if (ticket < latest) return undefined
    const build = {
      quality: 'view' as const,
      names: {},
      numberProblems: {},
      ...input,
      references: references(input.project),
    }
    return runChecks({ project: input.project, build, ledger, kernel: loaded })
  },
}

function references(project: Project): Reference[] {
  return project.references.flatMap((settings) => {
    const model = models.get(settings.file)
    if (!model) return []
    const key = JSON.stringify(settings)
    const known = resolved.get(settings.id)
    if (known?.key === key) return [known.reference]
    const reference = resolveReference(model, settings)
    resolved.set(settings.id, { key, reference })
    return [reference]
  })
}

export type CheckWorker = typeof worker
Comlink.expose(worker)
