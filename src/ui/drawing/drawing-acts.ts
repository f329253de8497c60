import { setField } from '@/core/document/edits'
import type { ProjectStep } from '@/core/document/schema'
import type { SavedPlace } from '@/core/fields/place'
import type { Drawn } from '@/core/fields/drawn-shape'
import { filled, type SavedShape, type ShapeKind, type ShapeReport } from '@/core/fields/shapes'
import type { SavedTakenFace } from '@/core/fields/taken-faces'
import type { Vec2 } from '@/core/geometry/vec'
import { contains } from '@/core/profile/measure'
import { stepKindNamed } from '@/core/steps/registry'
import { newId } from '../new-id'
import type { DrawingState } from '../store/drawing-state'
import { withShape } from '../store/drawing-state'
import { looseEnds, mended } from './loose-ends'
import type { ProjectStore } from '../store/store'

/** What can be done in the drawing that is open. */
export class DrawingActs {
  constructor(private readonly store: ProjectStore) {}

  private get state(): DrawingState {
    return this.store.getState().drawing!
  }

  private get step(): ProjectStep {
    return this.store.getState().history.present.steps.find((s) => s.id === this.state.step)!
  }

  get kinds(): readonly ShapeKind[] {
    return shapeKindsOf(this.step)
  }

  get shapes(): SavedShape[] {
    return (Array.isArray(this.step.fields.shapes) ? this.step.fields.shapes : []) as unknown as SavedShape[]
  }

  set(change: Partial<DrawingState>): void {
    this.store.getState().set({ drawing: { ...this.state, ...change } })
  }

  leave(): void {
    this.store.getState().set({ drawing: undefined })
  }

  take(tool?: string): void {
    this.store.getState().set({ drawing: withShape(this.state, tool) })
  }

  /** Lets open ends that lie near each other meet. */
  mend(): void {
    const shapes = mended(this.shapes, looseEnds(this.drawn()))
    if (shapes) this.write(shapes)
  }

  private write(shapes: readonly SavedShape[]): void {
    this.store.getState().edit(setField(this.state.step, 'shapes', shapes as never))
  }

  private tool(): ShapeKind | undefined {
    return this.kinds.find((k) => k.kind === this.state.tool)
  }

  /** Takes a place for the shape in hand; with the last one, the shape is made. */
  point(place: SavedPlace, at: Vec2): void {
    const by = this.tool()?.drawn
    if (!by) return
    const [places, points] = [
      [...this.state.places, place],
      [...this.state.points, at],
    ]
    this.set({ places, points })
    if (!by.endless && places.length === by.asks.length) this.finish()
  }

  /** Makes the shape in hand of what there is, with figures that were typed. */
  finish(
    typed: Readonly<Record<string, string>> = {},
    cursor?: Vec2,
    more: Readonly<Record<string, unknown>> = {},
  ): void {
    const kind = this.tool()
    const { places, points } = this.state
    if (!kind?.drawn || points.length === 0) return
    const end = cursor ?? points.at(-1)!
    const all = filled(kind.drawn, points, end)
    const kept = filled(kind.drawn, places, { along: end[0], up: end[1], from: '' })
    const inside = 'is' in kind.fields && !kind.drawn.endless && this.insideMaterial(points[0]!)
    this.add(kind, { ...kind.drawn.start(kept, all), ...(inside ? { is: 'hole' } : {}), ...typed, ...more })
  }

  /** What is begun in the middle of material is meant as a hole in it, until the maker says otherwise. */
  private insideMaterial(at: Vec2): boolean {
    const drawn = this.drawn().filter((d) => d.is !== 'guide')
    const within = (is: 'material' | 'hole') => drawn.some((d) => d.is === is && d.regions.some((r) => contains(r, at)))
    return within('material') && !within('hole')
  }

  private drawn(): Drawn[] {
    const report = this.store.getState().build?.steps.find((s) => s.id === this.state.step)
    return ((report?.values.shapes ?? []) as ShapeReport[]).flatMap((r) => r.drawn ?? [])
  }

  /** A shape made of those that are picked. */
  ofPicked(kind: ShapeKind): void {
    if (!kind.ofPicked) return
    const { picked } = this.state
    const { instead, start } = kind.ofPicked
    const can = (s: SavedShape) => this.kinds.some((k) => k.kind === s.kind && 'is' in k.fields)
    const shapes = this.shapes.map((s) =>
      instead && picked.includes(s.id) && can(s) ? { ...s, fields: { ...s.fields, is: 'guide' } } : s,
    )
    const was = this.drawn().find((d) => d.id === picked[0])?.is
    this.add(kind, { ...start(picked), ...(instead && was === 'hole' ? { is: was } : {}) }, shapes)
  }

  /** Takes what was gathered: a traced photo, a drawing. */
  takeOutline(from: string): void {
    const kind = this.kinds.find((k) => Object.values(k.fields).some((f) => f.type === 'outline'))
    if (kind) this.add(kind, { from })
  }

  /** Takes the edges of faces that are picked in the scene. */
  takeEdges(faces: readonly SavedTakenFace[]): void {
    const kind = this.kinds.find((k) => Object.values(k.fields).some((f) => f.type === 'taken-faces'))
    if (kind && faces.length > 0) this.add(kind, { of: faces })
    this.store.getState().set({ picks: [] })
  }

  private add(kind: ShapeKind, fields: Record<string, unknown>, before = this.shapes): void {
    const id = newId()
    this.write([...before, { id, kind: kind.kind, fields }])
    this.store.getState().set({ drawing: { ...withShape(this.state), picked: [id] } })
  }

  /** Takes the last place back; without one, lays the shape down; without that, picks nothing. */
  back(): void {
    const { places, points, tool } = this.state
    if (points.length > 0) this.set({ places: places.slice(0, -1), points: points.slice(0, -1) })
    else if (tool) this.take()
    else if (this.state.picked.length > 0) this.set({ picked: [] })
    else this.leave()
  }

  setField(shape: string, field: string, value: unknown): void {
    this.store.getState().edit(setField(shape, field, value as never))
  }

  takeOut(shapes: readonly string[]): void {
    this.write(this.shapes.filter((s) => !shapes.includes(s.id)))
    this.set({ picked: [] })
  }

  /** Drags a free place; all of one drag is one edit. */
  drag(shape: string, field: string, place: SavedPlace): void {
    this.store.getState().edit(setField(shape, field, place), { group: `drag ${shape}.${field}`, dragging: true })
  }

  endDrag(): void {
    this.store.getState().endEdit()
  }
}

export function shapeKindsOf(step: ProjectStep): readonly ShapeKind[] {
  const spec = stepKindNamed(step.kind)?.fields.shapes
  return spec?.type === 'shapes' ? spec.kinds : []
}
