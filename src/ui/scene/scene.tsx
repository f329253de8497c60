'use client'
import { useEffect, useRef, useState } from 'react'
import type { Pick } from '@/core/fit/picks'
import { boxSize, type Vec3 } from '@/core/geometry/vec'
import { useEngine } from '../project/actions-context'
import { type ProjectState, type Showing, useProject, useProjectStore } from '../project/store'
import { Dial } from './dial'
import { FootLine } from './foot-line'
import { GapInset } from './gap-inset'
import type { Direction } from './directions'
import { KeptLines } from './kept-lines'
import { type Hit, SceneView } from './scene-view'
import { Working } from './working'

/** The parts as built, with the references as pale ghosts. */
export function SceneHost({
  onView,
  children,
}: {
  onView: (view: SceneView | undefined) => void
  children?: React.ReactNode
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const [view, setView] = useState<SceneView>()
  const [broken, setBroken] = useState(false)
  useEffect(() => {
    let made: SceneView
    try {
      made = new SceneView(canvas.current!)
    } catch {
      queueMicrotask(() => setBroken(true))
      return
    }
    setView(made)
    onView(made)
    const box = new ResizeObserver(() =>
      made.resize(canvas.current!.parentElement!.clientWidth, canvas.current!.parentElement!.clientHeight),
    )
    box.observe(canvas.current!.parentElement!)
    const dark = window.matchMedia('(prefers-color-scheme: dark)')
    const recolor = () => made.recolor()
    dark.addEventListener('change', recolor)
    return () => {
      box.disconnect()
      dark.removeEventListener('change', recolor)
      onView(undefined)
      setView(undefined)
      made.dispose()
    }
  }, [onView])
  useBodies(view)
  useEarly(view)
  useMarks(view)
  useSectionCaps(view)
  const pointer = usePointer(view)
  return (
    <section aria-label="Scene" className="relative min-w-0 overflow-hidden bg-scene">
      <canvas
        ref={canvas}
        className="absolute inset-0 size-full touch-none outline-none"
        tabIndex={0}
        aria-label="The parts as built. Drag turns, shift-drag slides, the wheel zooms."
        {...pointer}
        onKeyDown={(e) => keyLook(e, view)}
      />
      {broken && (
        <p className="absolute inset-0 grid place-items-center p-10 text-center text-soft">
          This browser shows no 3D pictures (WebGL is off). The sheet, the ledger and the export work without it.
        </p>
      )}
      {view && <Dial view={view} />}
      {view && <GapInset view={view} />}
      {view && <KeptLines view={view} />}
      <FootLine />
      <Working />
      {children}
    </section>
  )
}

const KEYS: Record<string, Direction> = {
  t: 'top',
  u: 'bottom',
  f: 'front',
  b: 'back',
  l: 'left',
  r: 'right',
  c: 'corner',
}

function keyLook(event: React.KeyboardEvent, view: SceneView | undefined): void {
  const direction = KEYS[event.key]
  if (direction && !event.ctrlKey && !event.metaKey) view?.look(direction)
  if (event.key === 'a') view?.frame()
}

/** Space that is to stay free. */
const KEPT_FREE = '#b98a2e'

/** Puts what was built into the scene, reusing bodies whose shape is the same. */
function useBodies(view: SceneView | undefined): void {
  const build = useProject((s) => s.build)
  const showing = useProject((s) => s.showing)
  const swap = useProject((s) => s.swap)
  const perspective = useProject((s) => s.perspective)
  // While things are gathered, the parts stand back.
  const usual: Showing = useProject((s) => (s.place === 'gather' ? 'ghost' : 'solid'))
  const keys = useRef(new Map<string, string>())
  useEffect(() => {
    if (!view || !build) return
    const present = new Set<string>()
    for (const part of build.parts) {
      const id = `part:${part.id}`
      present.add(id)
      if (part.shown && (keys.current.get(id) !== part.key || !view.body(id))) {
        view.put(id, part.shown)
        keys.current.set(id, part.key)
      }
      view.dress(id, { color: part.color, showing: showing[id] ?? usual, reference: false })
    }
    for (const reference of build.references)
      for (const item of reference.items) {
        const id = `item:${reference.id}:${item.id}`
        present.add(id)
        if (item.shown && (keys.current.get(id) !== reference.key || !view.body(id))) {
          view.put(id, item.shown)
          keys.current.set(id, reference.key)
        }
        const shown = item.state === 'left-out' ? 'hidden' : (showing.references ?? 'solid')
        const free = item.made === 'reach' || item.made === 'keep-out'
        view.dress(id, free ? { color: KEPT_FREE, showing: shown === 'solid' ? 'ghost' : shown, reference: false } : { color: '#f6f1e4', showing: shown, reference: true }) // prettier-ignore
        if (!item.moves) continue
        const space = `space:${reference.id}:${item.id}`
        present.add(space)
        if (item.space && (keys.current.get(space) !== reference.key || !view.body(space))) {
          view.put(space, item.space)
          keys.current.set(space, reference.key)
        }
        view.dress(space, {
          color: KEPT_FREE,
          showing: shown === 'solid' ? 'ghost' : shown,
          reference: false,
          veil: true,
        })
      }
    for (const change of swap?.changes ?? []) {
      const id = `swap:${change.after}`
      if (!change.shown) continue
      present.add(id)
      if (!view.body(id)) view.put(id, change.shown)
      view.dress(id, { color: '#b98a2e', showing: 'solid', reference: false, front: true })
    }
    view.keepOnly(present)
    view.unpicked.setOutlines(build.outlines.map((o) => o.lines))
    view.draw()
    if (present.size > 0 || build.outlines.length > 0) view.frame(false)
  }, [view, build, showing, usual, swap])
  useEffect(() => view?.setPerspective(perspective), [view, perspective])
}

/** What is being read is looked at before its faces are found. */
function useEarly(view: SceneView | undefined): void {
  const early = useProject((s) => s.early)
  useEffect(() => {
    view?.unpicked.setEarly(early)
    if (early) view?.frame(false)
    view?.draw()
  }, [view, early])
}

function useMarks(view: SceneView | undefined): void {
  const picks = useProject((s) => s.picks)
  const hover = useProject((s) => s.hover)
  const build = useProject((s) => s.build)
  useEffect(() => {
    const body = (p: Pick) => (p.kind === 'item' || p.reference ? `item:${p.reference}:${p.owner}` : `part:${p.owner}`)
    view?.mark([
      ...picks.map((p) => ({ body: body(p), surface: p.surface, tone: 'mark' as const })),
      ...(hover ? [{ body: body(hover), surface: hover.surface, tone: 'hover' as const }] : []),
    ])
  }, [view, picks, hover, build])
}

function useSectionCaps(view: SceneView | undefined): void {
  const section = useProject((s) => s.section)
  const build = useProject((s) => s.build)
  const showing = useProject((s) => s.showing)
  const engine = useEngine()
  useEffect(() => {
    view?.setSection(section)
    if (!view || !section) return
    let current = true
    void engine.section(section.axis, section.at).then((cuts) => {
      if (current)
        view.setCaps(
          cuts.map((c) => ({ part: `part:${c.part}`, polygons: c.polygons })),
          section.axis,
          section.at,
        )
    })
    return () => {
      current = false
    }
  }, [view, section, build, engine, showing])
}

/** Hover within a frame, and a pick where the pointer goes down and up in one place. */
function usePointer(view: SceneView | undefined) {
  const store = useProjectStore()
  const down = useRef<[number, number] | undefined>(undefined)
  const frame = useRef(0)
  return {
    onPointerDown: (e: React.PointerEvent) => {
      down.current = [e.clientX, e.clientY]
    },
    onPointerMove: (e: React.PointerEvent) => {
      if (!view || e.buttons !== 0) return
      cancelAnimationFrame(frame.current)
      const { clientX, clientY } = e
      frame.current = requestAnimationFrame(() => {
        const state = store.getState()
        const hover = toPick(view.hit(clientX, clientY), state)
        if (hover?.surface !== state.hover?.surface || hover?.owner !== state.hover?.owner) state.set({ hover })
      })
    },
    onPointerLeave: () => store.getState().set({ hover: undefined }),
    onPointerUp: (e: React.PointerEvent) => {
      const [x, y] = down.current ?? [NaN, NaN]
      down.current = undefined
      if (!view || Math.hypot(e.clientX - x, e.clientY - y) > 4) return
      const state = store.getState()
      const hit = view.hit(e.clientX, e.clientY)
      const edge = hit?.body.edgeNear(hit.point)
      const found = toPick(hit, state)
      const thickness = hit && view.thicknessAt(hit)
      const pick = found && { ...found, ...(edge ? { edge } : {}), ...(thickness ? { thickness } : {}) }
      if (!pick) state.set({ picks: [], measuring: false })
      else if ((state.measuring || e.shiftKey) && state.picks.length > 0)
        state.set({ picks: [...state.picks.slice(0, 2), pick], measuring: false })
      else state.set({ picks: [pick], measuring: false })
    },
  }
}

function toPick(hit: Hit | undefined, { build }: ProjectState): Pick | undefined {
  if (!hit || !build) return undefined
  const point: Vec3 = hit.point
  const size = hit.body.sizeOf(hit.surface)
  const part = build.parts.find((p) => hit.body.id === `part:${p.id}`)
  if (part) {
    const surface = part.surfaces[hit.surface]
    if (!surface) return undefined
    return {
      kind: 'surface',
      owner: part.id,
      ownerName: part.name,
      step: surface.step,
      role: surface.role,
      surface: hit.surface,
      shape: surface.shape,
      point,
      size,
    }
  }
  for (const reference of build.references)
    for (const item of reference.items) {
      if (hit.body.id !== `item:${reference.id}:${item.id}`) continue
      const shape = item.surfaces[hit.surface] ?? { kind: 'free' as const }
      return {
        kind: 'surface',
        owner: item.id,
        ownerName: item.name,
        reference: reference.id,
        surface: hit.surface,
        shape,
        point,
        size: shape.kind === 'free' ? boxSize(item.bounds) : size,
      }
    }
  return undefined
}
