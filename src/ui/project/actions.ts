import { addReference, addStep, swapFile, together } from '@/core/document/edits'
import type { ProjectReference } from '@/core/document/schema'
import { detectFormat } from '@/core/formats/detect'
import { proposeCase, proposeOpening, proposePosts } from '@/core/steps/propose'
import type { ReferenceView } from '@/worker/build.worker'
import { call, sha256 } from '../api'
import type { Engine } from '../engine/engine'
import { importFile } from '../engine/importer'
import { cachedModel, cacheModel } from '../engine/model-cache'
import type { ProjectStore } from './store'

const newId = () => crypto.randomUUID().slice(0, 8)

/** What a maker does to a project that takes more than one edit. */
export class Actions {
  /** SHA-256 of the files the workers have, or are being given. */
  private readonly loaded = new Set<string>()

  constructor(
    private readonly store: ProjectStore,
    private readonly engine: Engine,
  ) {}

  /** True if the project refers to files the workers do not have yet, as after going back to an older revision. */
  needsFiles(): boolean {
    return this.store.getState().history.present.references.some((r) => !this.loaded.has(r.file))
  }

  /** Loads the imported files of the project into the workers. */
  async loadReferences(): Promise<void> {
    for (const reference of this.store.getState().history.present.references) {
      if (this.loaded.has(reference.file)) continue
      this.loaded.add(reference.file)
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

  /** Takes in what was dropped or chosen, one file after the other. */
  async importFiles(files: readonly File[]): Promise<void> {
    for (const part of await withLibraries(files)) await this.importFile(part.name, part.bytes)
  }

  /** Takes in a file: checked, read, stored, and put into the project. */
  private async importFile(fileName: string, bytes: ArrayBuffer): Promise<void> {
    const taken = await this.checkAndRead(fileName, bytes)
    if (!taken || !(await this.keep(fileName, bytes))) return
    const { model, sha } = taken
    const isBoard = model.format === 'step' || model.format === 'idf'
    const reference: ProjectReference = {
      id: newId(),
      name: fileName.replace(/\.[^.]+$/, '') || 'Reference',
      kind: model.format,
      file: sha,
      fileName,
      scale: 1,
      checked: false,
      placing: isBoard ? 'board' : 'as-in-file',
      turns: [],
      states: {},
    }
    this.store.getState().edit(addReference(reference))
    this.store.getState().set({ place: 'gather' })
    this.report(fileName, [
      `${model.items.length} ${model.items.length === 1 ? 'item' : 'items'} read, in ${model.unit.name} (${model.unit.from}).`,
      ...model.notes,
    ])
  }

  private async checkAndRead(fileName: string, bytes: ArrayBuffer) {
    const known = detectFormat(new Uint8Array(bytes), fileName)
    if (!known.ok) return void this.report(fileName, [known.problem.message], true)
    const sha = await sha256(bytes)
    const model = await this.read(fileName, bytes, sha)
    return model && { model, sha }
  }

  /** @returns true once the file is safe on disk */
  private async keep(fileName: string, bytes: ArrayBuffer): Promise<boolean> {
    const address = `/api/files?name=${encodeURIComponent(fileName)}`
    const stored = await call<{ sha: string }>(address, { method: 'POST', body: bytes })
    if (!stored.ok) this.report(fileName, [stored.problem.message], true)
    return stored.ok
  }

  /** Reads the next revision of a reference and lists what differs; nothing is stored or changed. */
  async startSwap(reference: string, files: readonly File[]): Promise<void> {
    const [part] = await withLibraries(files)
    if (!part) return
    const taken = await this.checkAndRead(part.name, part.bytes)
    if (!taken) return
    const { history, set } = this.store.getState()
    const changes = await this.engine.compare(history.present, reference, taken.sha)
    const { format: kind } = taken.model
    set({ swap: { reference, kind, sha: taken.sha, fileName: part.name, bytes: part.bytes, changes } })
  }

  async acceptSwap(): Promise<void> {
    const { swap, edit, set } = this.store.getState()
    if (!swap || !(await this.keep(swap.fileName, swap.bytes))) return
    const renamed = Object.fromEntries(swap.changes.flatMap((c) => (c.before && c.after ? [[c.before, c.after]] : [])))
    edit(swapFile(swap.reference, { file: swap.sha, fileName: swap.fileName, kind: swap.kind }, renamed))
    set({ swap: undefined, importReport: undefined })
  }

  cancelSwap(): void {
    this.store.getState().set({ swap: undefined })
  }

  private async read(name: string, bytes: ArrayBuffer, sha: string) {
    const { set } = this.store.getState()
    const stop = new AbortController()
    const show = (progress: { stage: string; share: number }) =>
      set({ importing: { name, progress, stop: () => stop.abort() } })
    show({ stage: 'Starting', share: 0 })
    const result = await importFile(new Uint8Array(bytes), name, show, stop.signal)
    set({ importing: undefined })
    if (!result.ok) {
      this.report(name, [result.problem.message], true)
      return undefined
    }
    if (result.value.holds === 'outlines') {
      this.report(
        name,
        ['This is a flat drawing, without solids. What it holds can be listed with "anorak inspect".'],
        true,
      )
      return undefined
    }
    const { model } = result.value
    await cacheModel(sha, model)
    await this.engine.addModel(sha, model)
    this.loaded.add(sha)
    return model
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

/** The contents of files; a board in IDF goes together with its library. */
async function withLibraries(files: readonly File[]): Promise<{ name: string; bytes: ArrayBuffer }[]> {
  const library = files.find((f) => /\.emp$/i.test(f.name))
  const board = files.find((f) => /\.(emn|brd|bdf|idf)$/i.test(f.name))
  const alone = files.filter((f) => f !== library || !board)
  return Promise.all(
    alone.map(async (f) => ({
      name: f.name,
      bytes: await new Blob(f === board && library ? [f, '\n', library] : [f]).arrayBuffer(),
    })),
  )
}
