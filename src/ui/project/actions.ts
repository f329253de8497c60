import { addReference, addStep, together } from '@/core/document/edits'
import type { ProjectReference } from '@/core/document/schema'
import { checkStepBytes } from '@/core/formats/step/recognise-step'
import { proposeCase, proposeOpening, proposePosts } from '@/core/steps/propose'
import type { ReferenceView } from '@/worker/build.worker'
import { call, sha256 } from '../api'
import type { Engine } from '../engine/engine'
import { importStep } from '../engine/importer'
import { cachedModel, cacheModel } from '../engine/model-cache'
import type { ProjectStore } from './store'

const newId = () => crypto.randomUUID().slice(0, 8)

/** What a maker does to a project that takes more than one edit. */
export class Actions {
  constructor(
    private readonly store: ProjectStore,
    private readonly engine: Engine,
  ) {}

  /** Loads the imported files of the project into the workers. */
  async loadReferences(): Promise<void> {
    for (const reference of this.store.getState().history.present.references) {
      const known = await cachedModel(reference.file)
      if (known) await this.engine.addModel(reference.file, known)
      else await this.readStored(reference)
    }
  }

  private async readStored(reference: ProjectReference): Promise<void> {
    const response = await fetch(`/api/files/${reference.file}`)
    if (!response.ok) {
      this.report(reference.fileName, ['The imported file is missing from the data folder.'], true)
      return
    }
    await this.read(reference.fileName, await response.arrayBuffer(), reference.file)
  }

  /** Takes in a board's STEP file: checked, stored, read, and put into the project. */
  async importFile(file: File): Promise<void> {
    const bytes = await file.arrayBuffer()
    const known = checkStepBytes(new Uint8Array(bytes))
    if (!known.ok) return this.report(file.name, [known.problem.message], true)
    const sha = await sha256(bytes)
    const model = await this.read(file.name, bytes, sha)
    if (!model) return
    const stored = await call<{ sha: string }>('/api/files', { method: 'POST', body: bytes })
    if (!stored.ok) return this.report(file.name, [stored.problem.message], true)
    const reference: ProjectReference = {
      id: newId(),
      name: file.name.replace(/\.(step|stp)$/i, ''),
      kind: 'step',
      file: sha,
      fileName: file.name,
      placing: 'board',
      turns: [],
      states: {},
    }
    this.store.getState().edit(addReference(reference))
    this.store.getState().set({ place: 'gather' })
    this.report(file.name, [
      `${model.items.length} ${model.items.length === 1 ? 'item' : 'items'} read, in ${model.unit.name} (${model.unit.from}).`,
      ...model.notes,
    ])
  }

  private async read(name: string, bytes: ArrayBuffer, sha: string) {
    const { set } = this.store.getState()
    const stop = new AbortController()
    const show = (progress: { stage: string; share: number }) =>
      set({ importing: { name, progress, stop: () => stop.abort() } })
    show({ stage: 'Starting', share: 0 })
    const result = await importStep(new Uint8Array(bytes), show, stop.signal)
    set({ importing: undefined })
    if (!result.ok) {
      this.report(name, [result.problem.message], true)
      return undefined
    }
    await cacheModel(sha, result.value)
    await this.engine.addModel(sha, result.value)
    return result.value
  }

  private report(title: string, lines: string[], failed = false): void {
    this.store.getState().set({ importReport: { title, lines, failed } })
  }

  /** Wraps a board with sensible values; openings are offered afterwards. */
  wrap(reference: ReferenceView, extras: { posts: boolean; openings: boolean }): void {
    if (!reference.board) return
    const steps = proposeCase(reference, reference.board, extras, newId)
    this.store.getState().edit(together(...steps.map((s) => addStep(s))))
    this.store.getState().set({ place: 'shape' })
  }

  addPosts(reference: ReferenceView, caseId: string): void {
    if (reference.board) this.store.getState().edit(addStep(proposePosts(reference.board, caseId, newId)))
  }

  /** Adds openings, and lets their items out of the case instead of taking them in. */
  addOpenings(caseId: string, items: readonly string[]): void {
    const { edit } = this.store.getState()
    edit(
      together(...items.map((item) => addStep(proposeOpening(item, caseId, newId))), (project) => ({
        ...project,
        steps: project.steps.map((s) => {
          if (s.id !== caseId) return s
          const over = (s.fields.over ?? {}) as Record<string, string>
          return {
            ...s,
            fields: { ...s.fields, over: { ...over, ...Object.fromEntries(items.map((i) => [i, 'out'])) } },
          }
        }),
      })),
    )
  }
}
