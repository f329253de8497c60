import * as Comlink from 'comlink'
import type { Quality } from '@/core/build/build'
import type { Finding } from '@/core/checks/finding'
import type { Project } from '@/core/document/schema'
import type { LedgerRow } from '@/core/fit/ledger'
import type { ImportedModel } from '@/core/references/model'
import type { Arrangement } from '@/core/print/arrange'
import type { BuildView, BuildWorker } from '@/worker/build.worker'
import type { CheckInputView, CheckWorker } from '@/worker/check.worker'

export interface EngineEvents {
  onBuild: (build: BuildView) => void
  onLedger: (rows: LedgerRow[]) => void
  onFindings: (findings: Finding[]) => void
  onBusy: (busy: boolean) => void
  onFailure: (message: string) => void
}

/** After the last change of a dragged value, this long until it is built in view quality, ms. */
const SETTLE = 250

/**
 * The workers behind a project: one builds, one measures and checks. While one document is being
 * built only the newest of those that came meanwhile is kept.
 */
export class Engine {
  private readonly buildThread = new Worker(new URL('../../worker/build.worker.ts', import.meta.url), {
    type: 'module',
  })
  private readonly checkThread = new Worker(new URL('../../worker/check.worker.ts', import.meta.url), {
    type: 'module',
  })
  private readonly builder = Comlink.wrap<BuildWorker>(this.buildThread)
  private readonly checker = Comlink.wrap<CheckWorker>(this.checkThread)
  private ticket = 0
  private waiting: { project: Project; quality: Quality } | undefined
  private running = false
  private settle: ReturnType<typeof setTimeout> | undefined
  private known: string[] = []
  private checking: Promise<void> = Promise.resolve()

  constructor(private readonly events: EngineEvents) {}

  async addModel(sha: string, model: ImportedModel): Promise<void> {
    await Promise.all([this.builder.addModel(sha, model), this.checker.addModel(sha, model)])
  }

  /** Asks for a build; `dragging` ones are coarse and followed by a fine one when the value rests. */
  request(project: Project, dragging: boolean): void {
    clearTimeout(this.settle)
    this.waiting = { project, quality: dragging ? 'drag' : 'view' }
    if (dragging) this.settle = setTimeout(() => this.request(project, false), SETTLE)
    void this.run()
  }

  private async run(): Promise<void> {
    if (this.running) return
    this.running = true
    this.events.onBusy(true)
    try {
      while (this.waiting) {
        const { project, quality } = this.waiting
        this.waiting = undefined
        const ticket = ++this.ticket
        const build = await this.builder.build(project, quality, ticket, this.known)
        if (!build) continue
        this.known = [...build.parts.map((p) => p.key), ...build.references.map((r) => r.key)]
        this.events.onBuild(build)
        this.check(project, build, ticket)
      }
    } catch (error) {
      this.events.onFailure(error instanceof Error ? error.message : String(error))
    } finally {
      this.running = false
      this.events.onBusy(false)
    }
  }

  private check(project: Project, build: BuildView, ticket: number): void {
    const input: CheckInputView = {
      project,
      rows: build.rows,
      steps: build.steps,
      parts: build.parts.map(({ id, name, color, key, mesh, volume, print }) => ({
        id,
        name,
        color,
        key,
        mesh,
        volume,
        print,
      })),
    }
    this.checking = this.checking
      .then(async () => {
        if (ticket < this.ticket) return
        const rows = await this.checker.measure(input, ticket)
        if (!rows || ticket < this.ticket) return
        this.events.onLedger(rows)
        if (build.quality === 'drag') return
        const findings = await this.checker.check(input, rows, ticket)
        if (findings && ticket === this.ticket) this.events.onFindings(findings)
      })
      .catch((error: unknown) => this.events.onFailure(error instanceof Error ? error.message : String(error)))
  }

  section(axis: 'x' | 'y' | 'z', at: number) {
    return this.builder.section(axis, at)
  }

  listExport(project: Project, arrangement: Arrangement) {
    return this.builder.listExport(project, arrangement)
  }

  export(project: Project, arrangement: Arrangement) {
    return this.builder.export(project, arrangement)
  }

  dispose(): void {
    clearTimeout(this.settle)
    this.buildThread.terminate()
    this.checkThread.terminate()
  }
}
