import { setField, together } from '@/core/document/edits'
import type { ProjectStep } from '@/core/document/schema'
import type { Drawn } from '@/core/fields/drawn-shape'
import type { BodiesField, SavedBodies } from '@/core/fields/bodies'
import type { SavedShape, ShapeReport } from '@/core/fields/shapes'
import { filled, type ShapeKind } from '@/core/fields/shape-kind'
import type { SavedTaken } from '@/core/fields/taken-edges'
import type { Vec2 } from '@/core/geometry/vec'
import type { SavedPlace } from '@/core/fields/place'
import { contains } from '@/core/profile/measure'
import { type Region, regionOf } from '@/core/fields/region'
import { stepKindNamed } from '@/core/steps/registry'
import { newId } from '../new-id'
import type { CaughtTie, DrawingState } from '../store/drawing-state'
import { withShape } from '../store/drawing-state'
import type { Dragging } from './dragging'
import { isOf } from './marked'
import { looseEnds, mended } from './loose-ends'
import { completed, settledOf, standingOf, type Standing } from './page-draft'
import type { Snapped } from './snapping'
import { anew, backTo, withCaught, withTie } from './tie-acts'
import type { ProjectStore } from '../store/store'
import type { Meant } from './use-region'

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

  get picked(): Pick<DrawingState, 'picked' | 'marks'> {
    return this.state
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

  /** The drawing as it stands, to be worked out on the page. */
  standing(): Standing {
    return standingOf(this.store, this.step, this.kinds)
  }

  private write(shapes: readonly SavedShape[], settled = settledOf(this.step)): void {
    const { step } = this.state
    const edits = [setField(step, 'shapes', shapes as never)]
    if (settled !== settledOf(this.step)) edits.push(setField(step, 'settled', settled as never))
    this.store.getState().edit(together(...edits))
  }

  /** Ties what is picked; what cannot be had is told and not done. */
  tie(kind: ShapeKind, fields: Record<string, unknown>): void {
    const next = withTie(this.standing(), kind, fields)
    if (!('shapes' in next)) return this.set({ told: next.told })
    this.write(next.shapes, next.settled)
    this.set({ marks: [], picked: [next.id], told: next.told })
  }

  /** What is free is fixed where it is, or what is given is let free. */
  setFree(shape: string, field: string, saved: unknown): void {
    this.write(this.shapes.map((s) => (s.id === shape ? { ...s, fields: { ...s.fields, [field]: saved } } : s)))
  }

  private tool(): ShapeKind | undefined {
    return this.kinds.find((k) => k.kind === this.state.tool)
  }

  /** Takes a place for the shape in hand; with the last one, the shape is made. */
  point({ place, at, caught = [] }: Snapped): void {
    const by = this.tool()?.drawn
    if (!by) return
    const nth = this.state.points.length
    const places = [...this.state.places, place]
    const points = [...this.state.points, at]
    this.set({
      places,
      points,
      caught: [...this.state.caught, ...caught.map((c): CaughtTie => ({ ...c, place: nth }))],
    })
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
    const { caught } = this.state
    this.add(kind, { ...kind.drawn.start(kept, all), ...(inside ? { is: 'hole' } : {}), ...typed, ...more }, this.shapes, caught) // prettier-ignore
  }

  /** What is begun in the middle of material is meant as a hole in it, until the maker says otherwise. */
  private insideMaterial(at: Vec2): boolean {
    const report = this.store.getState().build?.steps.find((s) => s.id === this.state.step)
    const region = regionOf(this.drawn(), (report?.values.switched ?? []) as readonly Vec2[])
    return region.ok && region.value.profile.loops.length > 0 && contains(region.value.profile, at)
  }

  get reports(): readonly ShapeReport[] {
    const report = this.store.getState().build?.steps.find((s) => s.id === this.state.step)
    return (report?.values.shapes ?? []) as ShapeReport[]
  }

  private drawn(): Drawn[] {
    return this.reports.flatMap((r) => r.drawn ?? [])
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

  /** Makes a region the other than its shapes say, or again what they say. */
  switchRegion({ at }: Meant, { switched }: Region): void {
    const { fields } = this.step
    const saved = (Array.isArray(fields.switched) ? fields.switched : []) as unknown as SavedPlace[]
    const there = switched.findIndex((s) => s && contains(s.cell, at))
    const [along, up] = at.map((v) => String(Math.round(v * 100) / 100)) as [string, string]
    const next = there < 0 ? [...saved, { along, up, from: '' }] : saved.filter((_, i) => i !== there)
    this.store.getState().edit(setField(this.state.step, 'switched', next as never))
  }

  /** Takes what was gathered: a traced photo, a drawing. */
  takeOutline(from: string): void {
    const kind = this.kinds.find((k) => Object.values(k.fields).some((f) => f.type === 'outline'))
    if (kind) this.add(kind, { from })
  }

  /** Takes edges of what is picked in the scene. */
  takeEdges(faces: readonly SavedTaken[]): void {
    const kind = this.kinds.find((k) => Object.values(k.fields).some((f) => f.type === 'taken-edges'))
    if (kind && faces.length > 0) this.add(kind, { of: faces })
    this.store.getState().set({ picks: [] })
  }

  /** Takes the outlines of bodies: where the drawing's plane cuts them, or as they are seen from it. */
  takeBodies(how: BodiesField['how'], bodies: Omit<SavedBodies, 'at'>): void {
    const kind = this.kinds.find((k) => Object.values(k.fields).some((f) => f.type === 'bodies' && f.how === how))
    if (kind) this.add(kind, { of: { ...bodies, at: '0' } })
    this.store.getState().set({ picks: [] })
  }

  private add(
    kind: ShapeKind,
    fields: Record<string, unknown>,
    before = this.shapes,
    caught: readonly CaughtTie[] = [],
  ): void {
    const id = newId()
    const shape = { id, kind: kind.kind, fields }
    const next = withCaught({ ...this.standing(), shapes: before }, shape, caught)
    this.write(next.shapes, next.settled)
    this.store.getState().set({ drawing: { ...withShape(this.state), picked: [id] } })
  }

  /** Takes the last place back; without one, lays the shape down; without that, picks nothing. */
  back(): void {
    const { places, points, tool } = this.state
    const caught = this.state.caught.filter((c) => c.place < points.length - 1)
    if (points.length > 0) this.set({ places: places.slice(0, -1), points: points.slice(0, -1), caught })
    else if (tool) this.take()
    else if (this.state.picked.length + this.state.marks.length > 0)
      this.set({ picked: [], marks: [], told: undefined }) // prettier-ignore
    else this.leave()
  }

  setField(shape: string, field: string, value: unknown): void {
    this.store.getState().edit(setField(shape, field, value as never))
  }

  takeOut(shapes: readonly string[]): void {
    const left = this.shapes.filter((s) => !shapes.includes(s.id) && !this.ties(s, shapes))
    this.write(left)
    this.set({ picked: [], marks: [] })
  }

  /** True for a tie that says something of one of these. */
  private ties({ kind, fields }: SavedShape, of: readonly string[]): boolean {
    const specs = this.kinds.find((k) => k.kind === kind)?.fields ?? {}
    const marks = Object.keys(specs).flatMap((f) => (specs[f]!.type === 'mark' ? [String(fields[f])] : []))
    return marks.some((mark) => of.some((id) => isOf(mark, id)))
  }

  /** Keeps what was dragged, with what it was solved with. */
  endDrag(dragging: Dragging): void {
    dragging.end()
    const standing = this.standing()
    const whole = completed(standing.shapes, standing.kinds)
    const shapes = backTo(standing.shapes, whole, dragging.saved(whole))
    const now = anew({ ...standing, shapes })
    this.write(now.shapes, now.settled)
  }
}

export function shapeKindsOf(step: ProjectStep): readonly ShapeKind[] {
  const spec = stepKindNamed(step.kind)?.fields.shapes
  return spec?.type === 'shapes' ? spec.kinds : []
}
