import {
  addLoop,
  addPhotoCheck,
  addTraceSize,
  calibrate,
  moveTracePoint,
  setLoops,
  setLoopsOfThing,
} from '@/core/document/outline-edits'
import type { Vec2 } from '@/core/geometry/vec'
import { inOrder, type PhotoMap } from '@/core/photo/photo-map'
import { workedOut } from '@/core/photo/resolve-photo'
import { softNote } from '@/core/photo/trace'
import { gap2 } from '@/core/profile/segment'
import { knownLengths } from '@/core/units/known-lengths'
import { newId } from '../new-id'
import type { TraceLoop } from '@/core/document/photo-schema'
import type { TraceCandidate, TraceResult } from '@/worker/photo.worker'
import type { ProjectStore } from '../store/store'
import type { PhotoEngine } from './photo-engine'
import {
  type Anchor,
  drawnBack,
  drawnClosed,
  drawnTo,
  type PhotoState,
  POINTS,
  type PhotoTool,
  withTool,
} from '../store/photo-state'
import type { PhotoOutline } from './use-photo'

const rounded = ([x, y]: Vec2): [number, number] => [Math.round(x * 1000) / 1000, Math.round(y * 1000) / 1000]

/** What can be done on an open photo. Points in pixels. */
export class PhotoActs {
  constructor(
    private readonly store: ProjectStore,
    private readonly engine: PhotoEngine,
  ) {}

  private get state(): PhotoState {
    return this.store.getState().photo!
  }

  private get outline(): PhotoOutline {
    const { history, photo } = this.store.getState()
    return history.present.outlines.find((o) => o.id === photo?.outline) as PhotoOutline
  }

  set(change: Partial<PhotoState>): void {
    this.store.getState().set({ photo: { ...this.state, ...change } })
  }

  take(tool: PhotoTool): void {
    this.store.getState().set({ photo: withTool(this.state, tool) })
  }

  private edit: ReturnType<ProjectStore['getState']>['edit'] = (...args) => this.store.getState().edit(...args)

  /** Where a point comes to lie: on the nearest edge of the picture, unless it is to stay where it was put. */
  snapped(at: Vec2, reach: number): Promise<Vec2> {
    return reach > 0 ? this.engine.snap(at, reach) : Promise.resolve(at)
  }

  /** Points are placed one after the other; what is done next waits for the last of them. */
  private last: Promise<void> = Promise.resolve()

  private then(act: () => void | Promise<void>): Promise<void> {
    this.last = this.last.then(act)
    return this.last
  }

  /** Puts a point for the tool in hand. */
  place(at: Vec2, reach: number): Promise<void> {
    return this.state.tool === 'trace' ? this.trace(at) : this.then(() => this.placeNow(at, reach))
  }

  private async placeNow(at: Vec2, reach: number): Promise<void> {
    const { tool } = this.state
    if (tool === 'look' || tool === 'size' || tool === 'trace') return
    const p = await this.snapped(at, reach)
    const state = this.state
    if (state.tool !== tool) return
    if (tool === 'draw') return this.set({ drawn: drawnTo(state.drawn, p, newId()) })
    if (state.points.length >= POINTS[tool]) return
    const points = [...state.points, p]
    this.set({ points })
    if (tool === 'circle' && points.length === 3) this.addCircle(points)
    if (tool === 'rectangle' && points.length === 4) await this.followSides(points)
  }

  /** Takes the last point back; without one, lays the tool down. */
  back(): void {
    void this.then(() => this.backNow())
  }

  private backNow(): void {
    const { drawn, points, anchors, tool } = this.state
    if (drawn.nodes.length > 0) this.set({ drawn: drawnBack(drawn) })
    else if (anchors.length > 0) this.set({ anchors: anchors.slice(0, -1) })
    else if (points.length > 0) this.set({ points: points.slice(0, -1), said: undefined })
    else if (tool !== 'look') this.take('look')
  }

  private addCircle(points: Vec2[]): void {
    const [a, b, c] = points.map(rounded)
    this.edit(addLoop(this.outline.id, { id: newId(), kind: 'circle', points: [a!, b!, c!] }))
    this.take('circle')
  }

  /** Ends the line being drawn: back at its beginning, or left open. */
  endLine(closed: boolean): void {
    void this.then(() => this.endLineNow(closed))
  }

  private endLineNow(closed: boolean): void {
    const { drawn } = this.state
    const nodes = closed ? drawnClosed(drawn) : drawn.nodes
    if (nodes && nodes.length > 1)
      this.edit(
        addLoop(this.outline.id, {
          id: newId(),
          kind: 'path',
          closed,
          nodes: nodes.map((n) => ({ ...n, at: rounded(n.at), ...(n.via ? { via: rounded(n.via) } : {}) })),
        }),
      )
    this.take('draw')
  }

  private async followSides(points: Vec2[]): Promise<void> {
    const ordered = inOrder(points)
    if (!ordered) {
      const text = 'These are not the corners of a rectangle seen aslant. Take the last one back with Backspace.'
      return this.set({ said: { text, failed: true } })
    }
    const found = await this.engine.snapCorners(ordered)
    if (this.state.tool !== 'rectangle') return
    this.set({
      points: found?.corners ?? ordered,
      said: found
        ? { text: `Its sides were found; they run straight to ${found.residual.toFixed(2)} pixels.`, failed: false }
        : { text: 'Its sides show no clear edge, so the points stay where they were put.', failed: false },
    })
    this.residual = found?.residual
  }
  private residual: number | undefined

  setLength(length: string): void {
    const [a, b] = this.state.points.map(rounded)
    this.edit(calibrate(this.outline.id, { kind: 'length', a: a!, b: b!, length }))
    this.take('look')
  }

  setRectangle(width: string, height: string): void {
    const [a, b, c, d] = this.state.points.map(rounded)
    this.edit(
      calibrate(this.outline.id, {
        kind: 'rectangle',
        corners: [a!, b!, c!, d!],
        width,
        height,
        ...(this.residual === undefined ? {} : { residual: this.residual }),
      }),
    )
    this.take('look')
  }

  addCheck(length: string): void {
    const [a, b] = this.state.points.map(rounded)
    this.edit(addPhotoCheck(this.outline.id, { id: newId(), a: a!, b: b!, length }))
    this.take('look')
  }

  /** What was pointed at joins what was traced of other things; the largest thing takes the place of all. */
  private loopsOf(on: Vec2 | undefined, loops: TraceLoop[]) {
    return on ? setLoopsOfThing(this.outline.id, loops) : setLoops(this.outline.id, loops)
  }

  /** Finds the outline of what lies at a point, or of the largest thing, and puts it in the place of what was traced of it. */
  async trace(on: Vec2 | undefined, tolerance = 0.15, level = 1): Promise<void> {
    const { calibration } = this.outline.photo
    const names = this.store.getState().build?.names ?? {}
    const known = calibration && workedOut(calibration, knownLengths(names))
    if (!known?.ok) return
    this.set({ busy: 'Straightening', said: undefined })
    const result = await this.engine.trace(known.value, { tolerance, on, level }, (busy) => this.set({ busy }))
    if (!this.store.getState().photo) return
    if (!result.ok) return this.set({ busy: undefined, said: { text: result.problem.message, failed: true } })
    const { candidates } = result.value
    const said = { text: tracedNote(result.value, tolerance), failed: false }
    if (candidates.length === 1) this.edit(this.loopsOf(on, candidates[0]!.loops))
    this.store.getState().set({
      photo: { ...withTool(this.state, 'look'), ...(candidates.length > 1 ? { candidates, tracedOn: on } : { said }) },
    })
  }

  /** Takes one of the outlines that the thing may have, in the place of what was traced of it. */
  takeCandidate(candidate: TraceCandidate): void {
    this.edit(this.loopsOf(this.state.tracedOn, candidate.loops))
    this.set({ candidates: undefined, pointed: undefined })
  }

  stopTrace(): void {
    this.engine.stop()
    this.set({ busy: undefined })
  }

  /** Takes a point of the trace for one end of a size. */
  anchor(anchor: Anchor): void {
    const { anchors } = this.state
    if (anchors.length < 2) this.set({ anchors: [...anchors, anchor] })
  }

  addSize(length: string, how: 'scale' | 'move'): void {
    const [from, to] = this.state.anchors
    this.edit(addTraceSize(this.outline.id, { id: newId(), kind: 'distance', from: from!, to: to!, length, how }))
    this.take('look')
  }

  addDiameter(loop: string, length: string): void {
    this.edit(addTraceSize(this.outline.id, { id: newId(), kind: 'diameter', loop, length }))
    this.take('look')
  }

  move(point: { loop: string; node: string | number; via?: boolean }, to: Vec2): void {
    this.edit(moveTracePoint(this.outline.id, point, rounded(to)), { group: 'drag trace', dragging: true })
  }

  endMove(): void {
    this.store.getState().endEdit()
  }
}

function tracedNote({ candidates, noise, tolerance: kept, shadow, soft }: TraceResult, tolerance: number): string {
  const holes = candidates[0]!.loops.length - 1
  return [
    `Traced an outline and ${holes} ${holes === 1 ? 'hole' : 'holes'}. Lines and arcs stay within ${kept.toFixed(2)} mm of the edge, which is sure to ${noise.toFixed(2)} mm.`,
    ...(kept > 1.2 * tolerance ? [`The photo is too noisy for ${tolerance} mm.`] : []),
    ...(shadow ? ['Its dark shadow was told from it by colour and left out.'] : []),
    ...(soft === undefined ? [] : [softNote(soft)]),
  ].join(' ')
}

/** What the map makes of two points, mm. */
export const between = ({ toMm }: PhotoMap, a: Vec2, b: Vec2): number => gap2(toMm(a), toMm(b))
