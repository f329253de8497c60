import * as Comlink from 'comlink'
import type { Build, BuiltPart, Quality } from '../core/build/build'
import { Builder } from '../core/build/builder'
import type { Project } from '../core/document/schema'
import { type ExportedFile, type ExportedPart, exportFiles, listExport } from '../core/formats/export-parts'
import { apply, placePositions, turn } from '../core/geometry/placement'
import { type Box3, boxOfPositions } from '../core/geometry/vec'
import { Kernel } from '../core/kernel/kernel'
import { placeShape } from '../core/kernel/placed-shape'
import type { SurfaceShape, SurfaceTag } from '../core/kernel/surface'
import type { Arrangement } from '../core/print/arrange'
import { weldIndex } from '../core/mesh/weld'
import type { ImportedOutline } from '../core/outlines/outline'
import { resolveOutline } from '../core/outlines/resolve-outline'
import { outlineKey, type OutlineView, outlineView } from './outline-view'
import { keptMeasure } from '../core/fit/kept-measures'
import type { RoundFeature } from '../core/recognise/holes'
import type { Traits } from '../core/recognise/traits'
import type { ImportedModel } from '../core/references/model'
import type { PlacedItem } from '../core/references/place-items'
import type { Reference } from '../core/references/resolve'
import { type Change, compareRevisions } from '../core/references/revision'
import { ResolvedReferences } from '../core/references/resolved-references'
import { knownLengths } from '../core/units/known-lengths'
import { shapeFacts, shapeRounds, shapeTraits } from '../core/references/shape-facts'
import type { BuildListener, BuildToCheck } from './check.worker'
import { buffersOf, type ShownMesh, shownMesh } from './shown-mesh'

/** A part for the scene; `shown` only if the asker does not have this shape yet. */
export interface PartView extends Omit<BuiltPart, 'mesh'> {
  /** What each surface is. */
  surfaces: SurfaceTag[]
  bounds: Box3
  shown?: ShownMesh
}
/** An item for the lists and the scene; triangles only if asked for. */
export interface ItemView extends Omit<PlacedItem, 'positions' | 'indices' | 'solid' | 'stands'> {
  shown?: ShownMesh
  /** What it needs on its way, if it moves. */
  space?: ShownMesh
  /** What each face is, where the item is placed. */
  surfaces: SurfaceShape[]
  /** Round holes and pins. */
  rounds: RoundFeature[]
}
export interface ReferenceView extends Omit<Reference, 'items'> {
  items: ItemView[]
  /** Changes when anything about it does. */
  key: string
}
export interface ChangeView extends Change {
  shown?: ShownMesh
}
export interface BuildView extends Omit<Build, 'references' | 'parts'> {
  references: ReferenceView[]
  parts: PartView[]
  outlines: OutlineView[]
  /** What each kept length comes to. */
  measures: { id: string; found: ReturnType<typeof keptMeasure> }[]
  /** ms */
  took: number
}

/** Told how far a build is that takes longer than a moment. */
export type OnProgress = (ticket: number, done: number, total: number) => void

class Overtaken extends Error {}

/** Shapes of more triangles are not searched for symmetry and the like: builds would have to wait for it. */
const MOST_FOR_TRAITS = 200_000

/** Builds shorter than this are not reported on, ms. */
const MOMENT = 300

const models = new Map<string, ImportedModel>()
const drawings = new Map<string, ImportedOutline>()
const resolved = new ResolvedReferences(drawings)
let builders: Promise<Record<'view' | 'export', Builder>> | undefined
let latest = 0
let checks: Comlink.Remote<BuildListener> | undefined
let tell: OnProgress | undefined
/** Parts whose meshes the check worker has. */
let checked = new Set<string>()
const referenceViews = new WeakMap<Reference, ReferenceView>()
let referenceCount = 0
const drawn = new Map<string, OutlineView>()

const ready = () => {
  builders ??= Kernel.load().then((kernel) => ({
    view: new Builder(kernel, resolved),
    export: new Builder(kernel, resolved),
  }))
  return builders
}

/** Lets newer messages in, gives up for them, and tells how far it is. */
const pauseFor = (ticket: number, start: number, steps: number) => {
  let done = -1
  return async (): Promise<void> => {
    done += 1
    if (performance.now() - start > MOMENT) tell?.(ticket, done, steps)
    await new Promise((resolve) => setTimeout(resolve))
    if (ticket < latest) throw new Overtaken()
  }
}

const worker = {
  /** `port` leads to the check worker, which gets every build. */
  connect(port: MessagePort, progress: OnProgress): void {
    checks = Comlink.wrap<BuildListener>(port)
    tell = progress
  },

  addModel(sha: string, model: ImportedModel): void {
    models.set(sha, model)
  },

  addDrawing(sha: string, drawing: ImportedOutline): void {
    drawings.set(sha, drawing)
  },

  /** Builds a document; undefined if a newer call has overtaken it. `known` are the keys of shapes the asker has. */
  async build(
    project: Project,
    quality: Quality,
    ticket: number,
    known: readonly string[],
  ): Promise<BuildView | undefined> {
    latest = Math.max(latest, ticket)
    const start = performance.now()
    const { view } = await ready()
    try {
      const build = await view.build(project, models, quality, pauseFor(ticket, start, project.steps.length))
      void checks?.take(forChecks(ticket, project, build))
      const have = new Set(known)
      const parts = build.parts.map((p) => partView(p, have))
      const references = build.references.map((r) => referenceView(r, have))
      const outlines = outlineViews(project, build.names)
      const measures = keptMeasures(project, references, parts)
      const made = { ...build, parts, references, outlines, measures, took: performance.now() - start }
      const shown = [...parts, ...references.flatMap((r) => r.items)].flatMap((x) =>
        'space' in x ? [x.shown, x.space] : [x.shown],
      )
      return Comlink.transfer(
        made,
        shown.flatMap((s) => (s ? buffersOf(s) : [])),
      )
    } catch (error) {
      if (error instanceof Overtaken) return undefined
      throw error
    }
  },

  /** What would differ if another imported file took a reference's place; with triangles of what is not where it was. */
  compare(project: Project, id: string, sha: string): ChangeView[] {
    const before = resolved.all(project, models).find((r) => r.id === id)
    const after = resolved.withFile(project, id, models, sha)
    if (!before || !after) return []
    return compareRevisions(before, after).map((change): ChangeView => {
      const item = change.kind === 'same' ? undefined : after.items.find((i) => i.id === change.after)
      if (!item || change.what === 'hole') return change
      return { ...change, shown: shownItem(item) }
    })
  },

  /** What an item is like on the whole: rounded edges, symmetry, the side it lies on; directions where it stands. */
  traits(project: Project, reference: string, id: string): Traits | undefined {
    const item = resolved.all(project, models).find((r) => r.id === reference)?.items.find((i) => i.id === id) // prettier-ignore
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

  /** Builds at export quality and lists what an export would hold. */
  async listExport(project: Project, arrangement: Arrangement): Promise<ExportedPart[]> {
    const build = await (await ready()).export.build(project, models, 'export')
    return listExport(build.parts, project.name, arrangement, project.printer.bed)
  },

  async export(project: Project, arrangement: Arrangement): Promise<ExportedFile[]> {
    const build = await (await ready()).export.build(project, models, 'export')
    return exportFiles(build.parts, project.name, arrangement, project.printer.bed)
  },
}

function partView({ mesh, ...part }: BuiltPart, known: ReadonlySet<string>): PartView {
  const view: PartView = { ...part, surfaces: mesh.surfaces, bounds: boxOfPositions(mesh.positions) }
  if (!known.has(part.key)) view.shown = shownMesh(mesh.positions, mesh.indices, mesh.triangleSurface)
  return view
}

function forChecks(ticket: number, project: Project, build: Build): BuildToCheck {
  const parts = build.parts.map(({ mesh, ...part }) => (checked.has(part.key) ? part : { ...part, mesh }))
  checked = new Set(build.parts.map((p) => p.key))
  return { ticket, quality: build.quality, project, parts, rows: build.rows, steps: build.steps }
}

/** A reference for the lists and the scene; what does not change with it is made once. */
function referenceView(reference: Reference, known: ReadonlySet<string>): ReferenceView {
  let view = referenceViews.get(reference)
  if (!view) {
    const items = reference.items.map(({ positions, indices, solid, stands, ...item }): ItemView => ({
      ...item,
      surfaces: shapeFacts(solid).faces.map((f) => placeShape(f, stands)),
      rounds: shapeRounds(solid),
    }))
    view = { ...reference, items, key: `reference ${(referenceCount += 1)}` }
    referenceViews.set(reference, view)
  }
  if (known.has(view.key)) return view
  const items = view.items.map((item, i): ItemView => {
    const { positions, indices, moves } = reference.items[i]!
    return {
      ...item,
      shown: shownItem(reference.items[i]!),
      ...(moves ? { space: shownMesh(positions, indices, new Uint32Array(indices.length / 3)) } : {}),
    }
  })
  return { ...view, items }
}

/** Outlines for the lists and the scene; one that came out as before is the one made before. */
function outlineViews(project: Project, names: Readonly<Record<string, number>>): OutlineView[] {
  const value = knownLengths(names)
  return project.outlines.map((outline) => {
    const before = drawn.get(outline.id)
    const key = `${drawings.has(outline.file)} ${outlineKey(outline, value)}`
    if (before?.key === key) return before
    const view = outlineView(resolveOutline(outline, drawings, value), key)
    drawn.set(outline.id, view)
    return view
  })
}

function keptMeasures(project: Project, references: readonly ReferenceView[], parts: readonly PartView[]) {
  const sized = (id: string) => project.references.find((r) => r.id === id)?.scale ?? 1
  const things = { references: references.map((r) => ({ ...r, sized: sized(r.id) })), parts }
  return project.measures.map((m) => ({ id: m.id, found: keptMeasure(m, things) }))
}

/** An item as it stands. */
function shownItem({ solid, stands }: PlacedItem): ShownMesh {
  const positions = placePositions(stands, solid.positions)
  return shownMesh(positions, joined(positions, solid.indices), shapeFacts(solid).faceOfTriangle)
}

/** Imported faces have vertices of their own; edges between faces only show where they are joined. */
function joined(positions: Float64Array, indices: Uint32Array): Uint32Array {
  const first = weldIndex(positions)
  return indices.map((i) => first[i]!)
}

export type BuildWorker = typeof worker
Comlink.expose(worker)
