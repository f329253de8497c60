import * as Comlink from 'comlink'
import type { BuiltPart, Left, Quality, StepReport } from '../core/built/built'
import { runChecks } from '../core/checks'
import type { Finding } from '../core/checks/finding'
import type { Project } from '../core/document/schema'
import { GapCache, type LedgerRow, measurable, measureLedger } from '../core/fit/ledger'
import { type FoundPair, foundPairs } from '../core/fit/found-pairs'
import { type Nearest, nearestOf } from '../core/fit/nearest'
import type { Pick } from '../core/fit/picks'
import type { RowSpec } from '../core/built/rows'
import { Kernel } from '../core/kernel/kernel'
import type { TaggedMesh } from '../core/kernel/surface'
import type { ImportedOutline } from '../core/outlines/outline'
import type { ImportedModel } from '../core/references/model'
import type { Direction } from '../core/prove/directions'
import type { Picture, PictureKind } from '../core/prove/picture'
import { proofKey } from '../core/prove/proof-key'
import { pictureOf, type Proof } from '../core/prove/prove'
import { ResolvedReferences } from '../core/references/resolved-references'

import { type LayerView, Proofs, type ProofView, viewOf } from './proofs'

/** What the build worker hands over: a build without the meshes that were handed over with the build before. */
export interface BuildToCheck {
  ticket: number
  quality: Quality
  project: Project
  parts: (Omit<BuiltPart, 'mesh'> & { mesh?: TaggedMesh })[]
  rows: RowSpec[]
  steps: StepReport[]
  left: Left[]
}

/** Where the page hears of what was measured; `ticket` is the build's. */
export interface CheckEvents {
  ledger: (ticket: number, rows: LedgerRow[]) => void
  findings: (ticket: number, findings: Finding[]) => void
  pairs: (ticket: number, pairs: FoundPair[]) => void
  failure: (message: string) => void
}

const models = new Map<string, ImportedModel>()
const drawings = new Map<string, ImportedOutline>()
const references = new ResolvedReferences(drawings)
const gaps = new GapCache()
let meshes = new Map<string, TaggedMesh>()
let kernel: Promise<Kernel> | undefined
let kept: Proofs | undefined
let events: CheckEvents | undefined
let newest: BuildToCheck | undefined
let running = false

/** The end of the line between the two workers: the newest build is measured, those it overtook are not. */
const fromBuild = {
  take(build: BuildToCheck): void {
    meshes = new Map(
      build.parts.flatMap((p) => ((p.mesh ?? meshes.get(p.key)) ? [[p.key, p.mesh ?? meshes.get(p.key)!]] : [])),
    )
    newest = build
    void run()
  },
}

async function run(): Promise<void> {
  if (running) return
  running = true
  let done: BuildToCheck | undefined
  try {
    while (newest && newest !== done) {
      done = newest
      const start = performance.now()
      await measureAndCheck(done)
      // Dragged values leave half of a processor to the page; what is at rest is done at once.
      await breathe(done.quality === 'drag' ? 3 * (performance.now() - start) : 0)
    }
  } catch (error) {
    events?.failure(error instanceof Error ? error.message : String(error))
  } finally {
    running = false
  }
}

/** Lets messages in. */
const breathe = (ms = 0) => new Promise((resolve) => setTimeout(resolve, ms))

const withMeshes = ({ parts }: BuildToCheck): BuiltPart[] =>
  parts.flatMap((p) => {
    const mesh = meshes.get(p.key)
    return mesh ? [{ ...p, mesh }] : []
  })

async function measureAndCheck(build: BuildToCheck): Promise<void> {
  const { project, rows, steps, left, ticket, quality } = build
  const parts = withMeshes(build)
  kernel ??= Kernel.load()
  const loaded = await kernel
  const placed = references.all(project, models, loaded)
  const ledger = measureLedger({ parts, rows, references: placed }, undefined, gaps)
  events?.ledger(ticket, ledger)
  await breathe()
  if (quality === 'drag' || newest !== build) return
  const built = { quality, names: {}, numberProblems: {}, usedUp: {}, left, parts, rows, steps, references: placed }
  events?.findings(ticket, runChecks({ project, build: built, ledger, kernel: loaded }))
  await breathe()
  if (newest === build) events?.pairs(ticket, foundPairs(built))
}

const proofs = async (): Promise<Proofs> => (kept ??= new Proofs(await (kernel ??= Kernel.load())))

/** Throws when a part has become another in a newer build. */
const OVERTAKEN = new Error('There is a newer build.')
const wanted =
  ({ id, key }: BuiltPart) =>
  () => {
    if (newest?.parts.find((p) => p.id === id)?.key !== key) throw OVERTAKEN
  }
function overtaken(error: unknown): undefined {
  if (error !== OVERTAKEN) throw error
}

type Tell<T> = (proof: Proof, proofs: Proofs, part: BuiltPart, build: BuildToCheck) => T | Promise<T>
/** Tells something of a part of the newest build, as it will be printed. */
async function proven<T>(part: string, tell: Tell<T>): Promise<T | undefined> {
  const asked = newest
  const own = asked && withMeshes(asked).find((p) => p.id === part)
  if (!own) return undefined
  const all = await proofs()
  const proof = await all.of(asked.project, own, wanted(own)).catch(overtaken)
  return proof && tell(proof, all, own, asked)
}

/** Measures the ledger and runs the checks on the same solids the scene shows. */
const worker = {
  /** `port` leads to the build worker. */
  connect(port: MessagePort, report: CheckEvents): void {
    events = report
    Comlink.expose(fromBuild, port)
  },

  async nearest(project: Project, a: Pick, b: Pick): Promise<Nearest | undefined> {
    kernel ??= Kernel.load()
    const placed = references.all(project, models, await kernel)
    return nearestOf(a, b, measurable({ parts: newest ? withMeshes(newest) : [], references: placed }))
  },

  /** What the printer will make of a part; nothing as long as what it is to be said of, by its key, is not here. */
  prove: async (part: string, of: string): Promise<ProofView | undefined> => {
    const own = newest?.parts.find((p) => p.id === part)
    return own && proofKey(own, newest!.project) === of ? proven(part, (proof) => viewOf(part, proof)) : undefined
  },

  /** One of its layers, counted from 1. */
  layer: (part: string, nth: number): Promise<LayerView | undefined> =>
    proven(part, (proof, proofs) => proofs.layer(proof, nth)),

  picture: (part: string, kind: PictureKind): Promise<Picture | undefined> =>
    proven(part, (proof, _, own, { project }) => pictureOf(project, own, proof.lies, kind)),

  /** Ways to lay a part on the bed, the best first, and how it lies now. */
  async directions(part: string): Promise<{ now: Direction; found: Direction[] } | undefined> {
    const asked = newest
    const own = asked && withMeshes(asked).find((p) => p.id === part)
    if (!own) return undefined
    return (await proofs()).directions(asked.project, own, wanted(own)).catch(overtaken)
  },

  addModel(sha: string, model: ImportedModel): void {
    models.set(sha, model)
  },

  addDrawing(sha: string, drawing: ImportedOutline): void {
    drawings.set(sha, drawing)
  },
}

export type BuildListener = typeof fromBuild
export type CheckWorker = typeof worker
Comlink.expose(worker)
