'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Vec2 } from '@/core/geometry/vec'
import { mapLoop, segmentsOf } from '@/core/photo/traced-loop'
import type { ResolvedPhoto } from '@/core/photo/resolve-photo'
import { distanceTo, gap2 } from '@/core/profile/segment'
import { useProject, useProjectStore } from '../store/store'
import { PhotoActs } from './photo-acts'
import { Loupe, PhotoCanvas } from './photo-canvas'
import { PhotoFoot } from './photo-foot'
import { type Handle, handlesOf, PhotoOverlay } from './photo-overlay'
import type { Anchor, PhotoState, TracePick } from '../store/photo-state'
import { type LoadedPhoto, type PhotoOutline, useLoaded, useOpenPhoto, useResolved } from './use-photo'
import { slid, toPhoto, toScreen, type ViewBox, wholePhoto, zoomed } from './view-box'

/** The photo that is open, in place of the scene. */
export function PhotoDesk() {
  const outline = useOpenPhoto()
  return outline ? <Desk key={outline.id} outline={outline} /> : null
}

function Desk({ outline }: { outline: PhotoOutline }) {
  const loaded = useLoaded(outline.file)
  const set = useProject((s) => s.set)
  return (
    <section aria-label="Photo" className="absolute inset-0 z-10 overflow-hidden bg-scene">
      {loaded === 'missing' && <p className="p-10 text-rust">■ The photo is missing from the data folder.</p>}
      {loaded === undefined && <p className="p-10 text-soft">Opening the photo …</p>}
      {loaded && loaded !== 'missing' && <Opened outline={outline} loaded={loaded} />}
      <button
        type="button"
        className="figure absolute top-3 left-4 z-10 bg-sheet px-2"
        onClick={() => set({ photo: undefined })}
      >
        back to the scene
      </button>
    </section>
  )
}

/** Points are looked for within this of the pointer, screen pixels. */
const REACH = 9

function Opened({ outline, loaded }: { outline: PhotoOutline; loaded: LoadedPhoto }) {
  const store = useProjectStore()
  const state = useProject((s) => s.photo)
  const resolution = useResolved(outline)
  const resolved = resolution.ok ? resolution.value : undefined
  const acts = useMemo(() => new PhotoActs(store, loaded.engine), [store, loaded])
  const box = useRef<HTMLDivElement>(null)
  const [screen, setScreen] = useState<Vec2>([0, 0])
  const [view, setView] = useState<ViewBox>()
  const [cursor, setCursor] = useState<Vec2>()
  const size: Vec2 = useMemo(() => [loaded.bitmap.width, loaded.bitmap.height], [loaded])
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect
      setScreen([width, height])
      setView((v) => v ?? wholePhoto(size, [width, height]))
    })
    watch.observe(box.current!)
    return () => watch.disconnect()
  }, [size])
  useEffect(() => box.current?.focus(), [])
  const pointer = usePointer(box, view, setView, setCursor, acts, state, resolved, size, screen)
  if (!state) return null
  const onKeyDown = (e: React.KeyboardEvent) => {
    if (e.target !== box.current || !view) return
    const candidate = state.candidates?.[Number(e.key) - 1]
    if (candidate) {
      e.preventDefault()
      return acts.takeCandidate(candidate)
    }
    const step = (e.shiftKey ? 20 : 1) * (state.tool === 'look' ? 40 / view.zoom : Math.max(1, 1 / view.zoom))
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key]
    const middle: Vec2 = [screen[0] / 2, screen[1] / 2]
    if (by && state.tool === 'look') setView(slid(view, [-by[0]! * step * view.zoom, -by[1]! * step * view.zoom]))
    else if (by) {
      const at = cursor ?? toPhoto(view, middle)
      setCursor([at[0] + by[0]! * step, at[1] + by[1]! * step])
    } else if (e.key === '+' || e.key === '=')
      setView(zoomed(view, 1.4, cursor ? toScreen(view, cursor) : middle, 0.02))
    else if (e.key === '-') setView(zoomed(view, 1 / 1.4, middle, 0.02))
    else if (e.key === 'a' && state.tool !== 'draw') setView(wholePhoto(size, screen))
    else if (e.key === 'Escape') acts.take('look')
    else if (e.key === 'Backspace') acts.back()
    else if (e.key === 'Enter' && state.tool === 'trace') void acts.trace(undefined)
    else if (e.key === 'Enter' && cursor) void acts.place(cursor, e.altKey ? 0 : REACH / view.zoom)
    else if (state.tool === 'draw' && e.key === 'e') acts.endLine(true)
    else if (state.tool === 'draw' && 'lac'.includes(e.key))
      acts.set({
        drawn: { nodes: state.drawn.nodes, next: ({ l: 'line', a: 'arc', c: 'curve' } as const)[e.key as 'l'] },
      })
    else return
    e.preventDefault()
  }
  return (
    <>
      <div
        ref={box}
        tabIndex={0}
        role="application"
        aria-label="The photo. Drag slides it, the wheel zooms; with something in hand, clicks place points."
        className={`absolute inset-0 touch-none outline-none ${state.tool === 'look' ? '' : 'cursor-crosshair'}`}
        onKeyDown={onKeyDown}
        {...pointer}
      >
        {view && (
          <>
            <PhotoCanvas bitmap={loaded.bitmap} view={view} screen={screen} />
            <PhotoOverlay photo={outline.photo} resolved={resolved} state={state} view={view} cursor={cursor} />
          </>
        )}
      </div>
      {cursor && state.tool !== 'look' && <Loupe bitmap={loaded.bitmap} at={cursor} />}
      <PhotoFoot acts={acts} outline={outline} resolved={resolved} state={state} />
    </>
  )
}

/** Sliding, zooming, placing points, dragging those of the trace. */
function usePointer(
  box: React.RefObject<HTMLDivElement | null>,
  view: ViewBox | undefined,
  setView: (next: ViewBox) => void,
  setCursor: (at: Vec2 | undefined) => void,
  acts: PhotoActs,
  state: PhotoState | undefined,
  resolved: ResolvedPhoto | undefined,
  size: Vec2,
  screen: Vec2,
) {
  const down = useRef<{ x: number; y: number; view: ViewBox; handle?: Handle | undefined; moved: boolean }>(undefined)
  const store = useProjectStore()
  const here = (e: { clientX: number; clientY: number }): Vec2 => {
    const { left, top } = box.current!.getBoundingClientRect()
    return [e.clientX - left, e.clientY - top]
  }
  const least = Math.min(0.5 * wholePhoto(size, screen).zoom, 0.05)
  useEffect(() => {
    const element = box.current
    if (!element || !view) return
    const onWheel = (e: WheelEvent) => {
      e.preventDefault()
      const rect = element.getBoundingClientRect()
      setView(zoomed(view, Math.exp(-e.deltaY / 400), [e.clientX - rect.left, e.clientY - rect.top], least))
    }
    element.addEventListener('wheel', onWheel, { passive: false })
    return () => element.removeEventListener('wheel', onWheel)
  })
  const loops = () => {
    const { history, photo } = store.getState()
    const outline = history.present.outlines.find((o) => o.id === photo?.outline)
    return outline?.kind === 'photo' ? outline.photo.loops : []
  }
  return {
    onPointerDown: (e: React.PointerEvent) => {
      if (!view || !state || e.button > 1) return
      box.current!.setPointerCapture(e.pointerId)
      const at = toPhoto(view, here(e))
      const handle = state.tool === 'look' ? nearest(handlesOf(loops()), at, REACH / view.zoom) : undefined
      down.current = { x: e.clientX, y: e.clientY, view, handle, moved: false }
    },
    onPointerMove: (e: React.PointerEvent) => {
      if (!view) return
      const from = down.current
      setCursor(toPhoto(view, here(e)))
      if (!from || (!from.moved && Math.hypot(e.clientX - from.x, e.clientY - from.y) < 4)) return
      from.moved = true
      if (from.handle) acts.move(from.handle, toPhoto(view, here(e)))
      else setView(slid(from.view, [e.clientX - from.x, e.clientY - from.y]))
    },
    onPointerLeave: () => setCursor(undefined),
    onPointerUp: (e: React.PointerEvent) => {
      const from = down.current
      down.current = undefined
      if (!from || !view || !state) return
      const at = toPhoto(view, here(e))
      const reach = e.altKey ? 0 : REACH / view.zoom
      if (from.handle && from.moved) {
        const { handle } = from
        void acts.snapped(at, reach).then((p) => {
          acts.move(handle, p)
          acts.endMove()
        })
      } else if (from.moved) return
      else if (state.tool === 'look')
        acts.set({ picked: pickAt(loops(), resolved, at, REACH / view.zoom), said: undefined })
      else if (state.tool === 'size') {
        const anchor = resolved && anchorAt(resolved, at, (1.6 * REACH) / view.zoom)
        if (anchor) acts.anchor(anchor)
      } else if (state.tool === 'draw' && backAtBeginning(state, at, REACH / view.zoom)) acts.endLine(true)
      else void acts.place(at, reach)
    },
  }
}

const nearest = <T extends { at: Vec2 }>(things: readonly T[], at: Vec2, reach: number): T | undefined =>
  things.filter((t) => gap2(t.at, at) <= reach).sort((a, b) => gap2(a.at, at) - gap2(b.at, at))[0]

const backAtBeginning = ({ drawn }: PhotoState, at: Vec2, reach: number): boolean =>
  drawn.nodes.length > 2 && gap2(drawn.nodes[0]!.at, at) <= reach

/** The point, or the piece, or the round hole of the trace that is pointed at. */
function pickAt(
  loops: Parameters<typeof handlesOf>[0],
  resolved: ResolvedPhoto | undefined,
  at: Vec2,
  reach: number,
): TracePick | undefined {
  const handle = nearest(
    handlesOf(loops).filter((h) => typeof h.node === 'string' && !h.via),
    at,
    reach,
  )
  if (handle) return { what: 'node', loop: handle.loop, node: String(handle.node) }
  if (!resolved) return undefined
  for (const loop of resolved.loops) {
    const inPixels = mapLoop(loop, resolved.map.toPhoto)
    if (inPixels.kind === 'circle') {
      if (Math.abs(gap2(inPixels.centre, at) - inPixels.radius) < reach) return { what: 'line', loop: loop.id }
      continue
    }
    for (const [i, node] of inPixels.nodes.entries()) {
      const behind = inPixels.nodes[(i + 1) % inPixels.nodes.length]!
      const piece = segmentsOf({ ...inPixels, closed: false, nodes: [node, behind] })
      if (piece.some((s) => distanceTo(s, at) < reach)) return { what: 'piece', loop: loop.id, node: node.id }
    }
  }
  return undefined
}

/** The point or the middle of a round hole that a size can hang on. */
function anchorAt({ traced, map }: ResolvedPhoto, at: Vec2, reach: number): Anchor | undefined {
  const points = traced.flatMap((l): { at: Vec2; anchor: Anchor }[] =>
    l.kind === 'circle'
      ? [{ at: map.toPhoto(l.centre), anchor: { loop: l.id } }]
      : l.nodes.map((n) => ({ at: map.toPhoto(n.at), anchor: { loop: l.id, node: n.id } })),
  )
  return nearest(points, at, reach)?.anchor
}
