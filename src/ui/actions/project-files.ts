import { importedFiles } from '@/core/document/imported-files'
import { detectFormat } from '@/core/formats/detect'
import type { Imported } from '@/core/formats/read-file'
import { call, sha256 } from '../api'
import type { Engine } from '../engine/engine'
import { importFile } from '../engine/importer'
import { cached, cache } from '../engine/model-cache'
import type { ProjectStore } from '../store/store'

/** The imported files of a project: checked, read, stored, and given to the workers. */
export class ProjectFiles {
  /** SHA-256 of the files the workers have, or are being given. */
  private readonly loaded = new Set<string>()

  constructor(
    private readonly store: ProjectStore,
    private readonly engine: Engine,
  ) {}

  private inProject() {
    return importedFiles(this.store.getState().history.present)
  }

  /** True if the project refers to files the workers do not have yet, as after going back to an older revision. */
  missing(): boolean {
    return this.inProject().some((f) => !this.loaded.has(f.file))
  }

  /** Loads the imported files of the project into the workers. */
  async load(): Promise<void> {
    for (const { file, fileName } of this.inProject()) {
      if (this.loaded.has(file)) continue
      this.loaded.add(file)
      const known = await cached(file)
      if (known) await this.give(file, known)
      else await this.readStored(file, fileName)
    }
  }

  private async readStored(sha: string, fileName: string): Promise<void> {
    const response = await fetch(`/api/files/${sha}`)
    if (!response.ok) return this.report(fileName, ['The imported file is missing from the data folder.'], true)
    await this.read(fileName, await response.arrayBuffer(), sha)
  }

  /** Checks and reads a file, and gives it to the workers; nothing is stored. What is wrong with it is reported. */
  async take(fileName: string, bytes: ArrayBuffer): Promise<{ imported: Imported; sha: string } | undefined> {
    const known = detectFormat(new Uint8Array(bytes), fileName)
    if (!known.ok) return void this.report(fileName, [known.problem.message], true)
    const sha = await sha256(bytes)
    const imported = await this.read(fileName, bytes, sha)
    return imported && { imported, sha }
  }

  /** @returns true once the file is safe on disk */
  async keep(fileName: string, bytes: ArrayBuffer): Promise<boolean> {
    const address = `/api/files?name=${encodeURIComponent(fileName)}`
    const stored = await call<{ sha: string }>(address, { method: 'POST', body: bytes })
    if (!stored.ok) this.report(fileName, [stored.problem.message], true)
    return stored.ok
  }

  private async read(name: string, bytes: ArrayBuffer, sha: string): Promise<Imported | undefined> {
    const { receive } = this.store.getState()
    const stop = new AbortController()
    // What the worker still had to say may come after its result.
    let reading = true
    const show = (progress: { stage: string; share: number }) =>
      reading && receive({ importing: { name, progress, stop: () => stop.abort() } })
    show({ stage: 'Starting', share: 0 })
    const result = await importFile(
      new Uint8Array(bytes),
      name,
      show,
      (early) => reading && receive({ early }),
      stop.signal,
    )
    reading = false
    receive({ importing: undefined })
    if (!result.ok) receive({ early: undefined })
    if (!result.ok) return void this.report(name, [result.problem.message], true)
    await cache(sha, result.value)
    await this.give(sha, result.value)
    this.loaded.add(sha)
    return result.value
  }

  private async give(sha: string, imported: Imported): Promise<void> {
    if (imported.holds === 'solids') await this.engine.addModel(sha, imported.model)
    if (imported.holds === 'outlines') await this.engine.addDrawing(sha, imported.outline)
  }

  report(title: string, lines: string[], failed = false): void {
    const { receive, importReports } = this.store.getState()
    receive({ importReports: [...importReports, { title, lines, failed }] })
  }
}
