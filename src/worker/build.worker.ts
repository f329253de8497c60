import * as Comlink from 'comlink'
import type { ExportFormat } from '../core/formats/export-formats'
import type { Build, Quality } from '../core/built/built'
import type { Project } from '../core/document/schema'
import { inVariant } from '../core/document/variants'
import {
  type ExportedFile,
  type ExportedPart,
  exportFiles,
  exportWishes,
  listExport,
} from '../core/formats/export-parts'
import { type Axis, sectionFiles } from '../core/formats/section-files'
import { apply, turn } from '../core/geometry/placement'
import { Kernel } from '../core/kernel/kernel'
import type { ImportedOutline } from '../core/outlines/outline'
import type { Arrangement } from '../core/print/arrange'
import { printProject } from '../core/print/simulated/print-project'
import { SimulatedPrinter } from '../core/print/simulated/simulated-printer'
import { writeStl } from '../core/formats/stl/write-stl'
import { type PlateView, plateViews } from './plate-views'
import type { Traits } from '../core/recognise/traits'
import type { ImportedModel } from '../core/references/model'
import { ResolvedReferences } from '../core/references/resolved-references'
import { matchEdges } from '../core/references/board-edges'
import { compareRevisions } from '../core/references/revision'
import { shapeTraits } from '../core/references/shape-facts'
import { Builder } from '../core/sheet/builder'
import { type FaceAt, faceAt, type Growth, grown } from '../core/alter/grown'
import { keptAt } from '../core/fit/kept-at'
import type { KeptFace } from '../core/document/pick-schema'
import { type EdgesMeant, edgesMeant } from '../core/fields/edges-meant'
import type { SavedTaken } from '../core/fields/taken-edges'
import { type Joint, PROPOSALS, type Proposal, type ProposedFor } from '../core/propose'
import { compareVariants } from '../core/sheet/compare-variants'
import type { BuildListener, BuildToCheck } from './check.worker'
import { breathe, givingWay, Overtaken } from './give-way'
import { buffersOfVariants, type VariantView, variantViews } from './variant-views'
import { buffersOfBuild, buffersOfEffect, effectView, meshesNotIn, shownItem, Views } from './make-views'
import type { ChangeView, Comparison, EffectView, SentBuild } from './views'

/** Told how far a build is that takes longer than a moment. */
export type OnProgress = (ticket: number, done: number, total: number) => void

/** Shapes of more triangles are not searched for symmetry and the like: builds would have to wait for it. */
const MOST_FOR_TRAITS = 200_000

const models = new Map<string, ImportedModel>()
const drawings = new Map<string, ImportedOutline>()
const resolved = new ResolvedReferences(drawings)
let builders: Promise<Record<'view' | 'export' | 'variants', Builder> & { kernel: Kernel }> | undefined
let latest = 0
/** The newest search for where to cut. */
let proposing = 0
let checks: Comlink.Remote<BuildListener> | undefined
let tell: OnProgress | undefined
let newest: Int32Array | undefined
/** Parts whose meshes the check worker has. */
let checked = new Set<string>()
const views = new Views(drawings)

const ready = () => {
  builders ??= Kernel.load().then((kernel) => ({
    kernel,
    view: new Builder(kernel, resolved),
    export: new Builder(kernel, resolved),
    variants: new Builder(kernel, resolved),
  }))
  return builders
}

const worker = {
  /** `port` leads to the check worker, which gets every build; in `asked` the page writes the ticket of the newest. */
  connect(port: MessagePort, progress: OnProgress, asked?: Int32Array): void {
    newest = asked
    checks = Comlink.wrap<BuildListener>(port)
    tell = progress
  },

  addModel(sha: string, model: ImportedModel): void {
    models.set(sha, model)
  },

  addDrawing(sha: string, drawing: ImportedOutline): void {
    drawings.set(sha, drawing)
  },

  /** Builds a document; undefined if a newer call has overtaken it. `known` are the keys of what the asker has. */
  async build(
    project: Project,
    quality: Quality,
    ticket: number,
    known: readonly string[],
  ): Promise<SentBuild | undefined> {
    latest = Math.max(latest, ticket)
    const start = performance.now()
    const { view } = await ready()
    try {
      const giving = givingWay(
        () => ticket < latest,
        (done) => tell?.(ticket, done, project.steps.length),
        () => newest !== undefined && Atomics.load(newest, 0) > ticket,
      )
      const build = await view.build(project, models, quality, giving.between, giving.within)
      void checks?.take(forChecks(ticket, project, build))
      const sent = views.of(project, build, new Set(known), performance.now() - start)
      return Comlink.transfer(sent, buffersOfBuild(sent))
    } catch (error) {
      if (error instanceof Overtaken) return undefined
      throw error
    }
  },

  /** What would differ if another imported file took a reference's place; with triangles of what is not where it was. */
  async compare(project: Project, id: string, sha: string): Promise<Comparison> {
    const { kernel } = await ready()
    const before = resolved.all(project, models, kernel).find((r) => r.id === id)
    const after = resolved.withFile(project, id, models, sha, kernel)
    if (!before || !after) return { changes: [], edges: {} }
    const edges = before.board && after.board ? matchEdges(before.board, after.board) : {}
    const changes = compareRevisions(before, after).map((change): ChangeView => {
      const item = change.kind === 'same' ? undefined : after.items.find((i) => i.id === change.after)
      if (!item || change.what === 'hole') return change
      return { ...change, shown: shownItem(item) }
    })
    return { changes, edges }
  },

  /** What an item is like on the whole: rounded edges, symmetry, the side it lies on; directions where it stands. */
  async traits(project: Project, reference: string, id: string): Promise<Traits | undefined> {
    const { kernel } = await ready()
    const placed = resolved.all(project, models, kernel).find((r) => r.id === reference)
    const item = placed?.items.find((i) => i.id === id)
    if (!item) return undefined
    if (item.solid.indices.length > 3 * MOST_FOR_TRAITS) return undefined
    const { symmetry, underside, ...rest } = shapeTraits(item.solid)
    return {
      ...rest,
      symmetry: symmetry.map((s) => ({ normal: turn(item.stands, s.normal), point: apply(item.stands, s.point) })),
      ...(underside
        ? {
            underside: {
              ...underside,
              normal: turn(item.stands, underside.normal),
              point: apply(item.stands, underside.point),
            },
          }
        : {}),
    }
  },

  /** Gives up every build asked for before this ticket. */
  stop(ticket: number): void {
    latest = Math.max(latest, ticket)
  },

  /** Where a plane cuts the parts of the last build. */
  async section(axis: 'x' | 'y' | 'z', at: number) {
    const { view } = await ready()
    return view.section(axis, at)
  },

  /** The outlines of a cut through a project as files. */
  async sectionFiles(project: Project, axis: Axis, at: number) {
    const build = await (await ready()).export.build(project, models, 'export')
    return sectionFiles(build.parts, axis, at, project.name)
  },

  /** The edges of parts of the last build that a list of picks takes. */
  async edgesMeant(of: readonly SavedTaken[]): Promise<EdgesMeant | undefined> {
    const { view } = await ready()
    const meant = edgesMeant(of, { parts: view.lastParts(), references: [] })
    return meant && Comlink.transfer(meant, [meant.lines.buffer as ArrayBuffer])
  },

  /** The faces of a part of the last build that picked ones grow to. */
  async grown(part: string, regions: readonly number[], how: Growth): Promise<FaceAt[]> {
    const { view } = await ready()
    const on = view.lastParts().get(part)?.pointable()
    return on ? grown(on, regions, how).map((r) => faceAt(on, r)) : []
  },

  /** Where kept faces lie: each on the first of some parts of the last build that has it. */
  async keptFaces(parts: readonly string[], kept: readonly KeptFace[]) {
    const { view } = await ready()
    const on = parts.flatMap((id) => { const part = view.lastParts().get(id); return part ? [[id, part.pointable()] as const] : [] }) // prettier-ignore
    return kept.map((face) => keptAt(on, face))
  },

  /** What a step of the last build adds to the parts before it and takes from them. */
  async effectOf(step: string): Promise<EffectView> {
    const { view } = await ready()
    const effect = effectView(view.effectOf(step))
    return Comlink.transfer(effect, buffersOfEffect(effect))
  },

  /** What has been added to a part of the last build and taken from it since it was made. */
  async sinceMade(part: string): Promise<EffectView> {
    const { view } = await ready()
    const effect = effectView(view.sinceMade(part))
    return Comlink.transfer(effect, buffersOfEffect(effect))
  },

  /** What the project comes to as it is drawn and in each of its variants, one beside the other. */
  async variants(project: Project): Promise<VariantView[]> {
    const { kernel, variants } = await ready()
    const compared = await compareVariants(kernel, variants, project, models, 'view', breathe)
    const views = variantViews(compared)
    return Comlink.transfer(views, buffersOfVariants(views))
  },

  /** Steps that would divide a part so that its pieces lie on the bed, or need no supports. @param onCut told of each cut */
  async propose(
    project: Project,
    part: string,
    what: ProposedFor,
    joint: Joint,
    onCut: (cuts: number) => void,
  ): Promise<Proposal> {
    const { kernel, variants } = await ready()
    const ticket = (proposing += 1)
    const pause = async () => {
      await breathe()
      if (ticket !== proposing) throw new Overtaken('It was stopped.')
    }
    return PROPOSALS[what](variants, kernel, { project: inVariant(project), models, part, joint, newId: () => crypto.randomUUID().slice(0, 8), pause, onCut }) // prettier-ignore
  },

  /** Gives up looking for where to cut. */
  stopProposing(): void {
    proposing += 1
  },

  /** Builds at export quality and lists what an export would hold. */
  async listExport(project: Project, arrangement: Arrangement): Promise<ExportedPart[]> {
    const build = await (await ready()).export.build(project, models, 'export')
    return listExport(build.parts, exportWishes(project, arrangement))
  },

  /** What a simulated printer makes of a project: its parts as they come off, as STL, and the gaps read on them. */
  async simulate(project: Project, seed: number) {
    const build = await (await ready()).export.build(project, models, 'export')
    const { parts, gaps } = printProject(build, SimulatedPrinter.of(seed), project.printer)
    return { gaps, parts: parts.map(({ mesh, ...part }) => ({ ...part, stl: writeStl(mesh, `${part.name}, as it came out`) })) } // prettier-ignore
  },

  /** The plates that an export would fill. */
  async plates(project: Project): Promise<PlateView[]> {
    const build = await (await ready()).export.build(project, models, 'export')
    return plateViews(build.parts, project)
  },

  async export(project: Project, arrangement: Arrangement, format: ExportFormat): Promise<ExportedFile[]> {
    const build = await (await ready()).export.build(project, models, 'export')
    return exportFiles(build.parts, exportWishes(project, arrangement), [format])
  },
}

function forChecks(ticket: number, project: Project, build: Build): BuildToCheck {
  const parts = meshesNotIn(build.parts, checked)
  checked = new Set(build.parts.map((p) => p.key))
  return {
    ticket,
    quality: build.quality,
    project: inVariant(project),
    parts,
    rows: build.rows,
    steps: build.steps,
    left: build.left,
  }
}

export type BuildWorker = typeof worker
Comlink.expose(worker)
