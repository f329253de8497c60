import * as Comlink from 'comlink'
import type { Build, BuiltPart, Quality } from '../core/build/build'
import { Builder } from '../core/build/builder'
import type { Project } from '../core/document/schema'
import { type ExportedFile, type ExportedPart, exportFiles, listExport } from '../core/formats/export-parts'
import { compose } from '../core/geometry/placement'
import { Kernel } from '../core/kernel/kernel'
import { placeShape } from '../core/kernel/placed-shape'
import type { SurfaceShape } from '../core/kernel/surface'
import type { Arrangement } from '../core/print/arrange'
import { weldIndex } from '../core/recognise/mesh-facts'
import type { ImportedModel } from '../core/references/model'
import type { PlacedItem, Reference } from '../core/references/resolve'
import { shapeFacts } from '../core/references/shape-facts'
import { type ShownMesh, shownMesh } from './shown-mesh'

/** A part for the scene; `shown` only if the asker does not have this shape yet. */
export interface PartView extends BuiltPart {
  shown?: ShownMesh
}
/** An item for the lists and the scene; triangles only if asked for. */
export interface ItemView extends Omit<PlacedItem, 'positions' | 'indices'> {
  shown?: ShownMesh
  /** What each face is, where the item is placed. */
  surfaces: SurfaceShape[]
}
export interface ReferenceView extends Omit<Reference, 'items'> {
  items: ItemView[]
  /** Changes when anything about it does. */
  key: string
}
export interface BuildView extends Omit<Build, 'references' | 'parts'> {
  references: ReferenceView[]
  parts: PartView[]
  /** ms */
  took: number
}

class Overtaken extends Error {}

const models = new Map<string, ImportedModel>()
let builders: Promise<Record<'view' | 'export', Builder>> | undefined
let latest = 0
const referenceKeys = new WeakMap<Reference, string>()
let referenceCount = 0

const ready = () => {
  builders ??= Kernel.load().then((kernel) => ({ view: new Builder(kernel), export: new Builder(kernel) }))
  return builders
}

/** Lets newer messages in, and gives up for them. */
const pauseFor = (ticket: number) => async (): Promise<void> => {
  await new Promise((resolve) => setTimeout(resolve))
  if (ticket < latest) throw new Overtaken()
}

const worker = {
  addModel(sha: string, model: ImportedModel): void {
    models.set(sha, model)
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
      const build = await view.build(project, models, quality, pauseFor(ticket))
      const have = new Set(known)
      const parts = build.parts.map((p): PartView =>
        have.has(p.key) ? p : { ...p, shown: shownMesh(p.mesh.positions, p.mesh.indices, p.mesh.triangleSurface) },
      )
      const references = build.references.map((r) => referenceView(r, project, have))
      return { ...build, parts, references, took: performance.now() - start }
    } catch (error) {
      if (error instanceof Overtaken) return undefined
      throw error
    }
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

function referenceView(reference: Reference, project: Project, known: ReadonlySet<string>): ReferenceView {
  let key = referenceKeys.get(reference)
  if (key === undefined) {
    key = `reference ${(referenceCount += 1)}`
    referenceKeys.set(reference, key)
  }
  const model = models.get(project.references.find((r) => r.id === reference.id)?.file ?? '')
  const items = reference.items.map(({ positions, indices, ...item }, i): ItemView => {
    const shape = model?.shapes[item.shape]
    const facts = shape && shapeFacts(shape)
    const place = compose(reference.placement, model?.items[i]?.placement ?? reference.placement)
    const view: ItemView = { ...item, surfaces: facts?.faces.map((f) => placeShape(f, place)) ?? [] }
    if (!known.has(key) && facts) view.shown = shownMesh(positions, joined(positions, indices), facts.faceOfTriangle)
    return view
  })
  return { ...reference, items, key }
}

/** Imported faces have vertices of their own; edges between faces only show where they are joined. */
function joined(positions: Float64Array, indices: Uint32Array): Uint32Array {
  const first = weldIndex(positions)
  return indices.map((i) => first[i]!)
}

export type BuildWorker = typeof worker
Comlink.expose(worker)
