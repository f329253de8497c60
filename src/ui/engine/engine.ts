import * as Comlink from 'comlink'
import type { ExportFormat } from '@/core/formats/export-formats'
import type { Growth } from '@/core/alter/grown'
import type { SavedTaken } from '@/core/fields/taken-edges'
import type { Quality } from '@/core/built/built'
import type { KeptFace } from '@/core/document/pick-schema'
import type { Finding } from '@/core/checks/finding'
import type { Project } from '@/core/document/schema'
import type { Pick } from '@/core/fit/picks'
import type { Joint, ProposedFor } from '@/core/propose'
import type { FoundPair } from '@/core/fit/found-pairs'
import type { LedgerRow } from '@/core/fit/ledger'
import type { ImportedModel } from '@/core/references/model'
import type { ImportedOutline } from '@/core/outlines/outline'
import type { Arrangement } from '@/core/print/arrange'
import type { PictureKind } from '@/core/prove/picture'
import type { BuildWorker } from '@/worker/build.worker'
import type { CheckWorker } from '@/worker/check.worker'
import { type BuildView, keysOf } from '@/worker/views'
import type { Progress } from '../store/results-slice'
import { BuildQueue } from './build-queue'
import { shareBuild } from './share'

export interface EngineEvents {
  onBuild: (build: BuildView) => void
  onLedger: (rows: LedgerRow[]) => void
  onFindings: (findings: Finding[]) => void
  onPairs: (pairs: FoundPair[]) => void
  /** undefined: nothing is being built. */
  onProgress: (progress: Progress | undefined) => void
  /** What was being built is given up. */
  onStopped: () => void
  onFailure: (message: string) => void
}

/** After the last change of a dragged value, this long until it is built in view quality, ms. */
const SETTLE = 250

/** Processors that two workers, the page and its drawing each have one of. */
const FEW = 4
/** How long to wait for a drawing where nothing is drawn, ms. */
const UNSEEN = 120

/** After what was received is drawn, so that what is pointed at is that. */
export const painted = () =>
  new Promise<void>((resolve) => {
    const unseen = setTimeout(resolve, UNSEEN)
    requestAnimationFrame(() => {
      clearTimeout(unseen)
      setTimeout(resolve)
    })
  })

/** The workers behind a project: one builds, and hands what it built to one that measures and checks. */
export class Engine {
  private readonly buildThread = new Worker(new URL('../../worker/build.worker.ts', import.meta.url), {
    type: 'module',
  })
  private readonly checkThread = new Worker(new URL('../../worker/check.worker.ts', import.meta.url), {
    type: 'module',
  })
  private readonly builder = Comlink.wrap<BuildWorker>(this.buildThread)
  private readonly checker = Comlink.wrap<CheckWorker>(this.checkThread)
  private readonly queue: BuildQueue<Project>
  /** The ticket of the newest build, where a worker in the middle of a step sees it; not everywhere can memory be shared. */
  private readonly asked = globalThis.crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : undefined
  private settle: ReturnType<typeof setTimeout> | undefined
  /** What the page has of the last build. */
  private last: BuildView | undefined

  constructor(private readonly events: EngineEvents) {
    this.queue = new BuildQueue((project, quality, ticket) => this.build(project, quality, ticket))
    const fresh = (ticket: number) => ticket === this.queue.ticket
    const between = new MessageChannel()
    void this.builder.connect(
      Comlink.transfer(between.port1, [between.port1]),
      Comlink.proxy((ticket, done, total) => fresh(ticket) && events.onProgress({ done, total })),
      this.asked,
    )
    void this.checker.connect(
      Comlink.transfer(between.port2, [between.port2]),
      Comlink.proxy({
        ledger: (ticket: number, rows: LedgerRow[]) => fresh(ticket) && events.onLedger(rows),
        findings: (ticket: number, findings: Finding[]) => fresh(ticket) && events.onFindings(findings),
        pairs: (ticket: number, pairs: FoundPair[]) => fresh(ticket) && events.onPairs(pairs),
        failure: (message: string) => events.onFailure(message),
      }),
    )
  }

  async addModel(sha: string, model: ImportedModel): Promise<void> {
    await Promise.all([this.builder.addModel(sha, model), this.checker.addModel(sha, model)])
  }

  async addDrawing(sha: string, drawing: ImportedOutline): Promise<void> {
    await Promise.all([this.builder.addDrawing(sha, drawing), this.checker.addDrawing(sha, drawing)])
  }

  /** Asks for a build; `dragging` ones are coarse and followed by a fine one when the value rests. */
  request(project: Project, dragging: boolean): void {
    clearTimeout(this.settle)
    if (dragging) this.settle = setTimeout(() => this.request(project, false), SETTLE)
    this.queue.request(project, dragging ? 'drag' : 'view')
  }

  /** Gives up what is being built; what was built last stays. */
  stop(): void {
    clearTimeout(this.settle)
    const ticket = this.queue.stop()
    this.ask(ticket)
    void this.builder.stop(ticket)
    this.events.onStopped()
  }

  private ask(ticket: number): void {
    if (this.asked) Atomics.store(this.asked, 0, ticket)
  }

  private async build(project: Project, quality: Quality, ticket: number): Promise<void> {
    this.ask(ticket)
    const start = performance.now()
    try {
      const sent = await this.builder.build(project, quality, ticket, this.last ? keysOf(this.last) : [])
      // What comes after a newer one was asked for is dropped whole: the newer one was told what is known here.
      if (!sent || ticket !== this.queue.ticket) return
      this.last = shareBuild(this.last, sent)
      this.events.onProgress(undefined)
      this.events.onBuild(this.last)
      if (quality === 'drag') await this.yieldToPage(performance.now() - start)
    } catch (error) {
      this.events.onProgress(undefined)
      this.events.onFailure(error instanceof Error ? error.message : String(error))
    }
  }

  /**
   * While a value is dragged the page has the machine to itself until what was built is drawn; where workers, page and
   * drawing have to share few processors, as long again as the build took.
   */
  private async yieldToPage(took: number): Promise<void> {
    await painted()
    if (navigator.hardwareConcurrency < FEW) await new Promise((resolve) => setTimeout(resolve, took))
  }

  /** What would differ if another imported file took a reference's place. */
  compare(project: Project, reference: string, sha: string) {
    return this.builder.compare(project, reference, sha)
  }

  /** The least distance between what two picks are taken as, and along each axis. */
  nearest(project: Project, a: Pick, b: Pick) {
    return this.checker.nearest(project, a, b)
  }

  /** What the printer will make of a part, once the checks have what it is to be said of, by its key. */
  prove(part: string, of: string) {
    return this.checker.prove(part, of)
  }

  layer(part: string, nth: number) {
    return this.checker.layer(part, nth)
  }

  picture(part: string, kind: PictureKind) {
    return this.checker.picture(part, kind)
  }

  /** Ways to lay a part on the bed. */
  directions(part: string) {
    return this.checker.directions(part)
  }

  /** What an item is like on the whole. */
  traits(project: Project, reference: string, item: string) {
    return this.builder.traits(project, reference, item)
  }

  section(axis: 'x' | 'y' | 'z', at: number) {
    return this.builder.section(axis, at)
  }

  /** The edges of parts of the last build that a list of picks takes. */
  edgesMeant(of: readonly SavedTaken[]) {
    return this.builder.edgesMeant(of)
  }

  /** The faces of a part of the last build that picked ones grow to. */
  grown(part: string, regions: readonly number[], how: Growth) {
    return this.builder.grown(part, regions, how)
  }

  /** Where kept faces lie: each on the first of some parts of the last build that has it. */
  keptFaces(parts: readonly string[], kept: readonly KeptFace[]) {
    return this.builder.keptFaces(parts, kept)
  }

  /** What a step of the last build adds to the parts before it and takes from them. */
  effectOf(step: string) {
    return this.builder.effectOf(step)
  }

  /** What has been added to a part of the last build and taken from it since it was made. */
  sinceMade(part: string) {
    return this.builder.sinceMade(part)
  }

  /** What the project comes to in each of its variants. */
  variants(project: Project) {
    return this.builder.variants(project)
  }

  /** Steps that would divide a part so that its pieces lie on the bed, or need no supports. @param onCut told of each cut */
  propose(project: Project, part: string, what: ProposedFor, joint: Joint, onCut: (cuts: number) => void) {
    return this.builder.propose(project, part, what, joint, Comlink.proxy(onCut))
  }

  /** Gives up looking for them. */
  stopProposing() {
    return this.builder.stopProposing()
  }

  /** The outlines of a cut through a project as files. */
  sectionFiles(project: Project, axis: 'x' | 'y' | 'z', at: number) {
    return this.builder.sectionFiles(project, axis, at)
  }

  /** What a simulated printer makes of a project. */
  simulate(project: Project, seed: number) {
    return this.builder.simulate(project, seed)
  }

  /** The plates that an export would fill. */
  plates(project: Project) {
    return this.builder.plates(project)
  }

  listExport(project: Project, arrangement: Arrangement) {
    return this.builder.listExport(project, arrangement)
  }

  export(project: Project, arrangement: Arrangement, format: ExportFormat) {
    return this.builder.export(project, arrangement, format)
  }

  dispose(): void {
    clearTimeout(this.settle)
    this.buildThread.terminate()
    this.checkThread.terminate()
  }
}
