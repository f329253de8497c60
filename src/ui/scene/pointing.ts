'use client'
import { useRef } from 'react'
import type { FaceAt } from '@/core/alter/grown'
import { APART, EDGED, OUT, STANDS } from '@/core/alter/fact-bits'
import type { Pick } from '@/core/fit/picks'
import { keepEdge, keepFace } from '@/core/faces/resolve'
import { boxSize, type Vec3 } from '@/core/geometry/vec'
import { type ProjectState, useProjectStore } from '../store/store'
import type { Direction } from './directions'
import type { Hit, SceneView } from './scene-view'

const KEYS: Record<string, Direction> = {
  t: 'top',
  u: 'bottom',
  f: 'front',
  b: 'back',
  l: 'left',
  r: 'right',
  c: 'corner',
}

const SLIDES: Record<string, [right: number, up: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}
/** Screen pixels that an arrow key slides by; with Shift less, to point exactly. */
const SLIDE = 24
const FINE = 2

/** Looks from the sides of the printer, slides and picks. */
export function keyLook(
  event: React.KeyboardEvent<HTMLCanvasElement>,
  view: SceneView | undefined,
  pickAt: (x: number, y: number, add: boolean) => void,
): void {
  const slide = SLIDES[event.key]
  if (slide) {
    const by = event.shiftKey ? FINE : SLIDE
    view?.eye.slide(slide[0] * by, slide[1] * by)
    event.preventDefault()
  }
  if (event.key === 'Enter') {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect()
    pickAt(left + width / 2, top + height / 2, event.shiftKey)
  }
  const direction = KEYS[event.key]
  if (direction && !event.ctrlKey && !event.metaKey) view?.eye.look(direction)
  if (event.key === 'a') view?.frame()
}

/** Of all others their radius is said, or they are flat. */
const bends = ({ shape }: Pick): boolean => ['free', 'cone', 'torus'].includes(shape.kind)

/** Hover within a frame, and a pick where the pointer goes down and up in one place. */
export function usePointing(view: SceneView | undefined) {
  const store = useProjectStore()
  const down = useRef<[number, number] | undefined>(undefined)
  const frame = useRef(0)
  const pickAt = (x: number, y: number, add: boolean) => {
    if (!view) return
    const state = store.getState()
    const hit = view.hit(x, y)
    const found = pickWithEdge(hit, state)
    const thickness = hit?.body.thicknessAt(hit.point, hit.normal)
    const bend = found?.kind === 'surface' && bends(found) ? hit?.body.bendAt(hit.triangle) : undefined
    const pick = found && { ...found, ...(thickness ? { thickness } : {}), ...(bend === undefined ? {} : { bend }) }
    // What is picked is what the eye is on now.
    state.set({ inHand: undefined })
    if (!pick) state.set({ picks: [], measuring: false })
    else if (state.measuring && state.picks.length > 0)
      state.set({ picks: [...state.picks.slice(0, 2), pick], measuring: false })
    else if (add && state.picks.length > 0) state.set({ picks: withOrWithout(state.picks, pick), measuring: false })
    else state.set({ picks: [pick], measuring: false })
  }
  const events = {
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
        if (hover?.region !== state.hover?.region || hover?.owner !== state.hover?.owner) state.set({ hover })
      })
    },
    onPointerLeave: () => store.getState().set({ hover: undefined }),
    onPointerUp: (e: React.PointerEvent) => {
      const [x, y] = down.current ?? [NaN, NaN]
      down.current = undefined
      if (Math.hypot(e.clientX - x, e.clientY - y) <= 4) pickAt(e.clientX, e.clientY, e.shiftKey)
    },
  }
  return { events, pickAt }
}

/** A pick added to others; one of the same face is let go instead. Two of one face measure between its places. */
function withOrWithout(picks: readonly Pick[], pick: Pick): Pick[] {
  const again = picks.findIndex((p) => p.owner === pick.owner && p.region === pick.region && p.name && pick.name)
  return again >= 0 && picks.length > 1 ? picks.filter((_, i) => i !== again) : [...picks, pick]
}

/** A face of a part as if it had been pointed at. */
export function facePick({ build }: { build: ProjectState['build'] }, owner: string, { region, point, size }: FaceAt) {
  const part = build?.parts.find((p) => p.id === owner)
  if (!part || part.body.surfaceOf[region] === undefined) return undefined
  const { step, role, segment, copy, shape } = part.body.surfaces[part.body.surfaceOf[region]]!
  const facts = part.body.facts[region]!
  return {
    kind: 'surface' as const,
    owner: part.id,
    ownerName: part.name,
    name: { step, role, segment, copy },
    kept: keepFace(part.body, region, point),
    region,
    shape,
    point,
    size,
    ...(facts & STANDS ? { stands: true } : {}),
    ...(facts & APART ? { apart: true } : {}),
    ...(facts & OUT ? { out: true } : {}),
    ...(facts & EDGED ? { edged: true } : {}),
  }
}

/** What was hit as the project knows it. */
export function toPick(hit: Hit | undefined, { build }: ProjectState): Pick | undefined {
  if (!hit || !build) return undefined
  const point: Vec3 = hit.point
  const { region } = hit
  const size = hit.body.sizeOf(region)
  const part = build.parts.find((p) => hit.body.id === `part:${p.id}`)
  if (part) return facePick({ build }, part.id, { region, point, size })
  for (const reference of build.references)
    for (const item of reference.items) {
      if (hit.body.id !== `item:${reference.id}:${item.id}`) continue
      const shape = item.surfaces[region] ?? { kind: 'free' as const }
      return {
        kind: 'surface',
        owner: item.id,
        ownerName: item.name,
        reference: reference.id,
        region,
        shape,
        point,
        size: shape.kind === 'free' ? boxSize(item.bounds) : size,
      }
    }
  return undefined
}

/** The same with the edge nearest to where it was hit. */
export function pickWithEdge(hit: Hit | undefined, state: ProjectState): Pick | undefined {
  const edge = hit && keptEdge(hit, state)
  const found = toPick(hit, state)
  return found && { ...found, ...(edge ? { edge } : {}) }
}

/** The edge nearest to where something was hit, and what the document would keep of it. */
function keptEdge(hit: Hit, { build }: ProjectState): Pick['edge'] {
  const found = hit.body.edgeNear(hit.point)
  if (!found) return undefined
  const { border, ...edge } = found
  const part = build?.parts.find((p) => hit.body.id === `part:${p.id}`)
  if (!part || border < 0) return edge
  const { borders, surfaces, surfaceOf } = part.body
  const flat = borders[border]!.regions.every((r) => surfaces[surfaceOf[r]!]!.shape.kind === 'plane')
  return { ...edge, kept: keepEdge(part.body, border, hit.point), flat }
}
