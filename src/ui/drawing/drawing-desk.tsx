'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { ProjectStep } from '@/core/document/schema'
import type { Drawn, PlaneValue } from '@/core/fields/drawn-shape'
import type { SavedShape, ShapeReport } from '@/core/fields/shapes'
import type { Vec2 } from '@/core/geometry/vec'
import { middleOf } from '@/core/profile/measure'
import type { SceneView } from '../scene/scene-view'
import { letterOf } from '@/core/fields/shape-letters'
import { useDocument, useProject, useProjectStore } from '../store/store'
import { DrawingActs } from './drawing-acts'
import { DrawingFoot } from './drawing-foot'
import { Crossed, Datum, FreePoints, Grid, InHand, Loose, PickedEdges, PickedMarks, TieLetters } from './drawing-marks'
import { crossings, looseEnds } from './loose-ends'
import { ShapeFigures, standing } from './shape-figures'
import { DrawnShapes } from './shape-paths'
import { type SheetView, shows, toScreen, wholeOf } from './sheet-view'
import { type Snapped, snapped, stepAt } from './snapping'
import { usePointer } from './use-pointer'
import { useMeant, useRegion } from './use-region'
import { useTied } from './use-tied'

/** The drawing that is open, laid over the scene, which looks square at its plane. */
export function DrawingDesk({ scene }: { scene: SceneView }) {
  const { steps } = useDocument()
  const open = useProject((s) => s.drawing?.step)
  const step = steps.find((s) => s.id === open)
  return step ? <Desk key={step.id} step={step} scene={scene} /> : null
}

const NONE: ShapeReport[] = []
const NOWHERE: Vec2[] = []

function useReport(step: string) {
  const report = useProject((s) => s.build?.steps.find((r) => r.id === step))
  const shapes = (report?.values.shapes ?? NONE) as ShapeReport[]
  const drawn = useMemo(() => shapes.flatMap((r) => r.drawn ?? []), [shapes])
  const plane = report?.values.on as (PlaneValue & { covers?: Parameters<typeof wholeOf>[2] }) | undefined
  const switched = (report?.values.switched ?? NOWHERE) as readonly Vec2[]
  return { drawn, plane, switched }
}

function Desk({ step, scene }: { step: ProjectStep; scene: SceneView }) {
  const store = useProjectStore()
  const state = useProject((s) => s.drawing)
  const report = useReport(step.id)
  const { plane } = report
  // While something is dragged the page draws it by itself.
  const [dragged, setDragged] = useState<{ drawn: readonly Drawn[]; since: readonly Drawn[] }>()
  const isDragged = dragged?.since === report.drawn
  const drawn = isDragged ? dragged.drawn : report.drawn
  const acts = useMemo(() => new DrawingActs(store), [store])
  const box = useRef<HTMLDivElement>(null)
  const [screen, setScreen] = useState<Vec2>([0, 0])
  const [view, setView] = useState<SheetView>()
  const [wasEmpty, setWasEmpty] = useState(report.drawn.length === 0)
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
  // What comes into an empty drawing as a whole may lie anywhere.
  if (wasEmpty && view && report.drawn.length > 0) {
    setWasEmpty(false)
    if (!shows(view, screen, report.drawn)) setView(wholeOf(report.drawn, screen))
  }
  const letter = (id: string) => letterOf(saved.findIndex((s) => s.id === id))
  const region = useRegion(report.drawn, report.switched, state?.region)
  const meant = useMeant(region, state?.region)
  const loose = useMemo(() => looseEnds(drawn), [drawn])
  const crossed = useMemo(() => crossings(report.drawn), [report.drawn])
  const slivers = useMemo(() => region?.slivers.map(middleOf) ?? [], [region])
  const tied = useTied(step, acts, { saved, drawn: report.drawn, still: isDragged })
  const pointer = usePointer({ box, view, setView, screen, drawn, saved, acts, setCursor, letter, scene, tied, setDragged: (now) => setDragged({ drawn: now, since: report.drawn }) }) // prettier-ignore
  const picked = state?.picked
  const figures = useMemo(
    () => standing(saved, acts.kinds, picked ?? [], tied.marks, drawn),
    // The step says which shapes are saved.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [step.fields.shapes, acts, picked, tied.marks, drawn],
  )
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
      setCursor(snapped(p, { drawn, marks: [], letter }, { reach: 0, step: stepAt(scale), free: false }))
    } else if (kind) acts.take(kind.kind)
    else if (e.key === 'Escape' || e.key === 'Backspace') acts.back()
    else if (e.key === 'Delete' && state.picked.length > 0) acts.takeOut(state.picked)
    else if (e.key === 'Enter' && pointing.current) acts.point(pointing.current)
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
        data-in-hand={state.tool}
        data-view={view && [...view.centre, view.scale].join(' ')}
        aria-label="The drawing. Drag slides it, the wheel zooms; with a shape in hand, clicks place its points."
        className={`absolute inset-0 touch-none bg-scene/55 outline-none ${state.tool ? 'cursor-crosshair' : ''}`}
        onKeyDown={onKeyDown}
        {...pointer}
      >
        {view && (
          <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden>
            <Grid view={view} screen={screen} />
            <DrawnShapes
              drawn={drawn}
              view={view}
              screen={screen}
              picked={state.picked}
              kinds={acts.kinds}
              region={region}
              meant={meant}
            />
            <Datum at={at([0, 0])} />
            <Loose points={loose} at={at} />
            <Crossed points={crossed} at={at} />
            <Crossed points={slivers} at={at} />
            <PickedEdges plane={plane} at={at} />
            <PickedMarks
              marks={tied.marks.filter((m) => state.marks.some((p) => p.mark === m.mark && p.what === m.what))}
              at={at}
            />
            {!isDragged && <FreePoints points={tied.free} at={at} />}
            {!isDragged && (
              <TieLetters
                saved={saved}
                kinds={acts.kinds}
                marks={tied.marks}
                picked={state.picked}
                letter={letter}
                at={at}
              />
            )}
            <InHand kind={acts.kinds.find((k) => k.kind === state.tool)} state={state} cursor={cursor} at={at} />
          </svg>
        )}
      </div>
      {view && !isDragged && !state.tool && <ShapeFigures acts={acts} figures={figures} at={at} letter={letter} />}
      <button type="button" className="figure absolute top-3 left-4 z-10 bg-sheet px-2" onClick={() => acts.leave()}>
        done with the drawing
      </button>
      <DrawingFoot
        acts={acts}
        state={state}
        drawn={drawn}
        saved={saved}
        letter={letter}
        cursor={cursor}
        marks={tied.marks}
        loose={loose}
        crossed={crossed.length}
        region={region}
        meant={meant}
      />
    </section>
  )
}

/** True if the plane is known before the first build. */
const isGround = ({ fields: { on } }: ProjectStep): boolean => typeof on !== 'object' || on === null || 'base' in on
