'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { ProjectStep } from '@/core/document/schema'
import type { Drawn, PlaneValue } from '@/core/fields/drawn-shape'
import type { SavedPlace } from '@/core/fields/place'
import type { SavedShape, ShapeReport } from '@/core/fields/shapes'
import type { Vec2 } from '@/core/geometry/vec'
import { distanceTo } from '@/core/profile/segment'
import { toPick } from '../scene/pointing'
import type { SceneView } from '../scene/scene-view'
import { letterOf } from '../store/drawing-state'
import { useDocument, useProject, useProjectStore } from '../store/store'
import { DrawingActs } from './drawing-acts'
import { DrawingFoot } from './drawing-foot'
import { Datum, FreePoints, Grid, InHand, Loose } from './drawing-marks'
import { looseEnds } from './loose-ends'
import { DrawnShapes } from './shape-paths'
import { nearer, type SheetView, toScreen, toSheet, wholeOf } from './sheet-view'
import { type Snapped, snapped, stepAt } from './snapping'

/** The drawing that is open, laid over the scene, which looks square at its plane. */
export function DrawingDesk({ scene }: { scene: SceneView }) {
  const { steps } = useDocument()
  const open = useProject((s) => s.drawing?.step)
  const step = steps.find((s) => s.id === open)
  return step ? <Desk key={step.id} step={step} scene={scene} /> : null
}

const NONE: ShapeReport[] = []
const REACH = 9

function useReport(step: string) {
  const report = useProject((s) => s.build?.steps.find((r) => r.id === step))
  const shapes = (report?.values.shapes ?? NONE) as ShapeReport[]
  const drawn = useMemo(() => shapes.flatMap((r) => r.drawn ?? []), [shapes])
  const plane = report?.values.on as (PlaneValue & { covers?: Parameters<typeof wholeOf>[2] }) | undefined
  return { drawn, plane }
}

function Desk({ step, scene }: { step: ProjectStep; scene: SceneView }) {
  const store = useProjectStore()
  const state = useProject((s) => s.drawing)
  const { drawn, plane } = useReport(step.id)
  const acts = useMemo(() => new DrawingActs(store), [store])
  const box = useRef<HTMLDivElement>(null)
  const [screen, setScreen] = useState<Vec2>([0, 0])
  const [view, setView] = useState<SheetView>()
  const [cursor, showCursor] = useState<Snapped>()
  // Keys can come faster than the picture of the pointer.
  const pointing = useRef<Snapped>(undefined)
  const setCursor = (at: Snapped | undefined) => {
    pointing.current = at
    showCursor(at)
  }
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => setScreen([entry!.contentRect.width, entry!.contentRect.height]))
    watch.observe(box.current!)
    box.current!.focus()
    return () => watch.disconnect()
  }, [])
  useEffect(() => {
    if (plane && view && screen[0] > 0) scene.eye.square(plane.frame, view.centre, view.scale)
  }, [scene, plane, view, screen])
  useEffect(
    () => () => {
      scene.eye.look('corner')
      scene.frame()
    },
    [scene],
  )
  // A field at the foot that is done with leaves the keys to the drawing.
  const placed = state?.points.length
  useEffect(() => {
    if (document.activeElement === document.body) box.current?.focus()
  }, [placed, state?.tool])
  const saved = (Array.isArray(step.fields.shapes) ? step.fields.shapes : []) as unknown as SavedShape[]
  if (!view && screen[0] > 0 && (plane || (saved.length === 0 && isGround(step))))
    setView(wholeOf(drawn, screen, plane?.covers))
  const letter = (id: string) => letterOf(saved.findIndex((s) => s.id === id))
  const loose = useMemo(() => looseEnds(drawn), [drawn])
  const pointer = usePointer({ box, view, setView, screen, drawn, saved, acts, setCursor, letter, scene })
  if (!state) return null
  const scale = view?.scale ?? 1
  const at = (p: Vec2): Vec2 => (view ? toScreen(view, screen, p) : [0, 0])
  const onKeyDown = (e: React.KeyboardEvent) => {
    if (e.target !== box.current || e.ctrlKey || e.metaKey || e.altKey) return
    const kind = acts.kinds.find((k) => k.drawn?.key === e.key)
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key]
    if (by && view) {
      const far = stepAt(scale) * (e.shiftKey ? 10 : 1)
      const from = pointing.current?.at ?? view.centre
      const p: Vec2 = [from[0] + by[0]! * far, from[1] + by[1]! * far]
      setCursor(snapped(p, drawn, letter, { reach: 0, step: stepAt(scale), free: false }))
    } else if (kind) acts.take(kind.kind)
    else if (e.key === 'Escape' || e.key === 'Backspace') acts.back()
    else if (e.key === 'Delete' && state.picked.length > 0) acts.takeOut(state.picked)
    else if (e.key === 'Enter' && pointing.current) acts.point(pointing.current.place, pointing.current.at)
    else if (e.key === 'f' || e.key === 'Home') setView(wholeOf(drawn, screen, plane?.covers))
    else return
    e.preventDefault()
  }
  return (
    <section aria-label="Drawing" className="absolute inset-0 z-10 overflow-hidden">
      <div
        ref={box}
        tabIndex={0}
        role="application"
        data-view={view && [...view.centre, view.scale].join(' ')}
        aria-label="The drawing. Drag slides it, the wheel zooms; with a shape in hand, clicks place its points."
        className={`absolute inset-0 touch-none bg-scene/55 outline-none ${state.tool ? 'cursor-crosshair' : ''}`}
        onKeyDown={onKeyDown}
        {...pointer}
      >
        {view && (
          <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden>
            <Grid view={view} screen={screen} />
            <DrawnShapes drawn={drawn} view={view} screen={screen} picked={state.picked} kinds={acts.kinds} />
            <Datum at={at([0, 0])} />
            <Loose points={loose} at={at} />
            <FreePoints points={freePoints(saved, drawn)} at={at} />
            <InHand kind={acts.kinds.find((k) => k.kind === state.tool)} state={state} cursor={cursor} at={at} />
          </svg>
        )}
      </div>
      <button type="button" className="figure absolute top-3 left-4 z-10 bg-sheet px-2" onClick={() => acts.leave()}>
        done with the drawing
      </button>
      <DrawingFoot acts={acts} state={state} drawn={drawn} saved={saved} letter={letter} cursor={cursor} />
    </section>
  )
}

/** True if the plane is known before the first build. */
const isGround = ({ fields: { on } }: ProjectStep): boolean => typeof on !== 'object' || on === null || 'base' in on

/** A place of a shape that can be dragged: both its coordinates, or one of them, are free. */
interface FreePoint {
  shape: string
  field: string
  saved: Extract<SavedPlace, { along: unknown }>
  at: Vec2
  base: Vec2
}

function freePoints(saved: readonly SavedShape[], drawn: readonly Drawn[]): FreePoint[] {
  const point = (from: string): Vec2 | undefined => {
    const dot = from.lastIndexOf('.')
    return from === '' ? [0, 0] : drawn.find((d) => d.id === from.slice(0, dot))?.points[from.slice(dot + 1)]
  }
  return saved.flatMap((shape) =>
    Object.entries(shape.fields).flatMap(([field, value]): FreePoint[] => {
      if (typeof value !== 'object' || value === null || !('along' in value)) return []
      const place = value as FreePoint['saved']
      const base = point(place.from)
      if (!base || typeof place.along !== 'number' || typeof place.up !== 'number') return []
      return [{ shape: shape.id, field, saved: place, base, at: [base[0] + place.along, base[1] + place.up] }]
    }),
  )
}

/** Sliding, zooming, picking, placing points, dragging those that are free. */
function usePointer({
  box,
  view,
  setView,
  screen,
  drawn,
  saved,
  acts,
  setCursor,
  letter,
  scene,
}: {
  box: React.RefObject<HTMLDivElement | null>
  view: SheetView | undefined
  setView: (next: SheetView) => void
  screen: Vec2
  drawn: readonly Drawn[]
  saved: readonly SavedShape[]
  acts: DrawingActs
  setCursor: (at: Snapped | undefined) => void
  letter: (shape: string) => string
  scene: SceneView
}) {
  const store = useProjectStore()
  const down = useRef<{ x: number; y: number; view: SheetView; free?: FreePoint | undefined; moved: boolean }>(
    undefined,
  )
  const here = (e: { clientX: number; clientY: number }): Vec2 => {
    const { left, top } = box.current!.getBoundingClientRect()
    return [e.clientX - left, e.clientY - top]
  }
  useEffect(() => {
    const element = box.current
    if (!element || !view) return
    const onWheel = (e: WheelEvent) => {
      e.preventDefault()
      setView(nearer(view, screen, here(e), Math.exp(-e.deltaY / 400)))
    }
    element.addEventListener('wheel', onWheel, { passive: false })
    return () => element.removeEventListener('wheel', onWheel)
  })
  const place = (e: React.PointerEvent, others = drawn): Snapped => {
    const scale = view!.scale
    return snapped(toSheet(view!, screen, here(e)), others, letter, {
      reach: REACH / scale,
      step: stepAt(scale),
      free: e.altKey,
    })
  }
  return {
    onPointerDown: (e: React.PointerEvent) => {
      if (!view || e.button > 1) return
      box.current!.setPointerCapture(e.pointerId)
      const p = toSheet(view, screen, here(e))
      const near = freePoints(saved, drawn).find((f) => Math.hypot(f.at[0] - p[0], f.at[1] - p[1]) * view.scale < REACH)
      const free = store.getState().drawing?.tool ? undefined : near
      down.current = { x: e.clientX, y: e.clientY, view, free, moved: false }
    },
    onPointerMove: (e: React.PointerEvent) => {
      if (!view) return
      const from = down.current
      setCursor(place(e))
      if (!from || (!from.moved && Math.hypot(e.clientX - from.x, e.clientY - from.y) < 4)) return
      from.moved = true
      if (from.free) {
        const { shape, field, base } = from.free
        const { at } = place(e, [])
        const round = (v: number) => Math.round(v * 1000) / 1000
        acts.drag(shape, field, { ...from.free.saved, along: round(at[0] - base[0]), up: round(at[1] - base[1]) })
      } else {
        const { centre, scale } = from.view
        setView({ scale, centre: [centre[0] - (e.clientX - from.x) / scale, centre[1] + (e.clientY - from.y) / scale] })
      }
    },
    onPointerLeave: () => setCursor(undefined),
    onPointerUp: (e: React.PointerEvent) => {
      const from = down.current
      down.current = undefined
      const state = store.getState().drawing
      if (!from || !view || !state) return
      if (from.moved) return from.free ? acts.endDrag() : undefined
      if (state.tool) {
        const put = place(e)
        return acts.point(put.place, put.at)
      }
      const p = toSheet(view, screen, here(e))
      const hit = nearestShape(drawn, p, REACH / view.scale)
      const more = e.shiftKey ? state.picked.filter((id) => id !== hit) : []
      acts.set({ picked: hit ? [...more, hit] : more })
      // Where no shape is, what lies behind is pointed at: its edges can be taken.
      const face = hit ? undefined : toPick(scene.hit(e.clientX, e.clientY, true), store.getState())
      const picks = e.shiftKey ? store.getState().picks : []
      store.getState().set({ picks: face ? [...picks, face] : picks })
    },
  }
}

function nearestShape(drawn: readonly Drawn[], p: Vec2, reach: number): string | undefined {
  let best: { id: string; off: number } | undefined
  for (const d of drawn)
    for (const run of [...d.regions.flatMap((r) => r.loops), ...d.open])
      for (const s of run) {
        const off = distanceTo(s, p)
        if (off <= reach && (!best || off < best.off)) best = { id: d.id, off }
      }
  return best?.id
}
