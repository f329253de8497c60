import type { Build, BuiltPart, StepReport } from '../core/built/built'
import { lyingSize } from '../core/print/on-bed'
import { faceFacts } from '../core/alter/face-facts'
import { contentKey } from '../core/content-key'
import type { Project } from '../core/document/schema'
import { pointable, seen, shapesOf } from '../core/faces/resolve'
import { keptMeasure } from '../core/fit/kept-measures'
import { measurable } from '../core/fit/ledger'
import { placePositions } from '../core/geometry/placement'
import { boxOfPositions, type Vec3 } from '../core/geometry/vec'
import type { TaggedMesh } from '../core/kernel/surface'
import { placeShape } from '../core/kernel/placed-shape'
import { weldIndex } from '../core/mesh/weld'
import type { ImportedOutline } from '../core/outlines/outline'
import type { PlacedItem } from '../core/references/place-items'
import { resolveOutline } from '../core/references/resolve-outline'
import type { Reference } from '../core/references/resolve'
import { shapeFacts, shapeRounds } from '../core/references/shape-facts'
import type { Effect, Material } from '../core/sheet/effects'
import { knownLengths } from '../core/units/known-lengths'
import { outlineKey, type OutlineView, outlineView } from './outline-view'
import { buffersOf, type ShownMesh, shownMesh } from './shown-mesh'
import type {
  EffectView,
  ItemView,
  MaterialView,
  MeasureView,
  PartBody,
  ReferenceView,
  Same,
  SentBuild,
  StepView,
} from './views'

/** Makes of a build what the page needs of it; what the page has is left out, what came out as before is kept. */
export class Views {
  private readonly outlines = new Map<string, OutlineView>()

  constructor(private readonly drawings: ReadonlyMap<string, ImportedOutline>) {}

  /** @param known keys of what the page has */
  of(project: Project, build: Build, known: ReadonlySet<string>, took: number): SentBuild {
    const { parts, references, steps, ...rest } = build
    const leave = <T extends { key: string }>(made: T): T | Same => (known.has(made.key) ? { same: made.key } : made)
    return {
      ...rest,
      steps: steps.map((s) => leave(keyed(s))),
      parts: parts.map((part) => {
        const { mesh, ...own } = part
        const label = { ...own, lies: lyingOf(part) }
        return known.has(label.key) ? label : { ...label, body: bodyOf(mesh) }
      }),
      references: references.map((r) => (known.has(r.key) ? { same: r.key } : referenceView(r))),
      outlines: this.outlineViews(project, build).map(leave),
      measures: measureViews(project, build),
      namesKey: contentKey([build.names, build.numberProblems]),
      took,
    }
  }

  /** Outlines for the lists and the scene; one that came out as before is the one made before. */
  private outlineViews(project: Project, { names }: Build): OutlineView[] {
    const value = knownLengths(names)
    return project.outlines.map((outline) => {
      const before = this.outlines.get(outline.id)
      const key = contentKey([this.drawings.has(outline.file), outlineKey(outline, value)])
      if (before?.key === key) return before
      const view = outlineView(resolveOutline(outline, this.drawings, value), key)
      this.outlines.set(outline.id, view)
      return view
    })
  }
}

const lying = new WeakMap<TaggedMesh, { print: BuiltPart['print']; size: Vec3 }>()

/** How large a part is the way it is printed; worked out once for each way. */
function lyingOf(part: BuiltPart): Vec3 {
  const before = lying.get(part.mesh)
  if (before && String(before.print) === String(part.print)) return before.size
  const size = lyingSize(part)
  lying.set(part.mesh, { print: part.print, size })
  return size
}

/** What of a part changes with its shape only. */
function bodyOf(mesh: TaggedMesh): PartBody {
  const on = pointable(mesh)
  const { topology } = on
  return {
    surfaces: mesh.surfaces,
    surfaceOf: topology.surfaceOf,
    borders: seen(on).borders.map(({ regions }) => ({ regions })),
    facts: faceFacts(on),
    bounds: boxOfPositions(mesh.positions),
    shown: shownMesh(mesh.positions, mesh.indices, topology.regionOf, topology.borderOf, shapesOf(on)),
  }
}

function measureViews({ measures }: Project, build: Build): MeasureView[] {
  const things = measurable(build)
  return measures.map((m) => {
    const found = keptMeasure(m, things)
    return { id: m.id, found, key: contentKey(found) }
  })
}

const keyed = (report: StepReport): StepView => ({ ...report, key: contentKey({ ...report, reused: undefined }) })

const views = new WeakMap<Reference, Omit<ReferenceView, 'items'> & { items: Omit<ItemView, 'shown'>[] }>()

/** A reference for the lists and the scene; all but its triangles is made once. */
function referenceView(reference: Reference): ReferenceView {
  let view = views.get(reference)
  if (!view) {
    const items = reference.items.map(({ positions, indices, solid, stands, ...item }) => ({
      ...item,
      surfaces: surfacesOf({ solid, stands }),
      rounds: shapeRounds(solid),
    }))
    view = { ...reference, items }
    views.set(reference, view)
  }
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

const surfacesOf = ({ solid, stands }: Pick<PlacedItem, 'solid' | 'stands'>) =>
  shapeFacts(solid).faces.map((f) => placeShape(f, stands))

/** An item as it stands. Imported faces have vertices of their own; edges between them only show where they are joined. */
export function shownItem({ solid, stands }: PlacedItem): ShownMesh {
  const positions = placePositions(stands, solid.positions)
  const first = weldIndex(positions)
  const joined = solid.indices.map((i) => first[i]!)
  return shownMesh(positions, joined, shapeFacts(solid).faceOfTriangle)
}

/** What a step adds, takes and uses up, as it is drawn. */
export function effectView({ step, added, taken, used }: Effect): EffectView {
  const shown = ({ mesh, ...rest }: Material): MaterialView => {
    const on = pointable(mesh)
    return { ...rest, shown: shownMesh(mesh.positions, mesh.indices, on.topology.regionOf, undefined, shapesOf(on)) }
  }
  return { step, ...(added ? { added: shown(added) } : {}), ...(taken ? { taken: shown(taken) } : {}), ...(used ? { used: shown(used) } : {}) } // prettier-ignore
}

/** What of a build changes hands when it is sent. */
export function buffersOfBuild({ parts, references }: SentBuild): ArrayBuffer[] {
  const items = references.flatMap((r) => ('same' in r ? [] : r.items))
  const shown = [...parts.map((p) => p.body?.shown), ...items.flatMap((i) => [i.shown, i.space])]
  return shown.flatMap((s) => (s ? buffersOf(s) : []))
}

/** The same for what a step does. */
export const buffersOfEffect = ({ added, taken, used }: EffectView): ArrayBuffer[] =>
  [added, taken, used].flatMap((m) => (m ? buffersOf(m.shown) : []))

/** Of the parts those whose meshes somebody else has not got yet come with them. */
export function meshesNotIn(parts: readonly BuiltPart[], known: ReadonlySet<string>) {
  return parts.map(({ mesh, ...label }) => (known.has(label.key) ? label : { ...label, mesh }))
}
