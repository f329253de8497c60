import type { TraceNode } from '@/core/document/photo-schema'
import type { Vec2 } from '@/core/geometry/vec'
import type { TraceCandidate } from '@/worker/photo.worker'

/** What pointing at the photo does. */
export type PhotoTool = 'look' | 'length' | 'rectangle' | 'check' | 'trace' | 'draw' | 'circle' | 'size'

/** How many points each tool asks for before it asks for anything else. */
export const POINTS: Readonly<Record<PhotoTool, number>> = {
  look: 0,
  length: 2,
  rectangle: 4,
  check: 2,
  trace: 1,
  draw: Infinity,
  circle: 3,
  size: 2,
}

export interface Anchor {
  loop: string
  node?: string | undefined
}

/** A picked point, piece or line of the trace. */
export interface TracePick extends Anchor {
  what: 'node' | 'piece' | 'line'
}

/** What is going on on the photo that is open; points in pixels. */
export interface PhotoState {
  outline: string
  tool: PhotoTool
  points: Vec2[]
  /** What the points of a size hang on. */
  anchors: Anchor[]
  drawn: DrawnPath
  picked?: TracePick | undefined
  /** What the worker is at. */
  busy?: string | undefined
  said?: { text: string; failed: boolean } | undefined
  /** Outlines that the thing may have, one of which is to be taken. */
  candidates?: readonly TraceCandidate[] | undefined
  /** Where was pointed when these were found; nowhere, if the largest thing was asked for. */
  tracedOn?: Vec2 | undefined
  /** Which of them is pointed at. */
  pointed?: number | undefined
}

export const openPhoto = (outline: string): PhotoState => ({
  outline,
  tool: 'look',
  points: [],
  anchors: [],
  drawn: { nodes: [], next: 'line' },
})

/** Takes up a tool, or lays it down. */
export const withTool = (state: PhotoState, tool: PhotoTool): PhotoState => ({ ...openPhoto(state.outline), tool })

/** A line that is being drawn, point by point. */
export interface DrawnPath {
  nodes: TraceNode[]
  /** How it goes on from the last point. */
  next: TraceNode['to']
  /** A point that the arc being drawn runs through. */
  via?: [number, number]
}

/** The next point of a line: an arc takes one that it runs through before its end. */
export function drawnTo(path: DrawnPath, at: Vec2, id: string): DrawnPath {
  const p: [number, number] = [at[0], at[1]]
  const last = path.nodes.at(-1)
  if (!last) return { ...path, nodes: [{ id, at: p, to: 'line' }] }
  if (path.next === 'arc' && !path.via) return { ...path, via: p }
  const went = { ...last, to: path.next, ...(path.next === 'arc' && path.via ? { via: path.via } : {}) }
  return { next: path.next, nodes: [...path.nodes.slice(0, -1), went, { id, at: p, to: 'line' }] }
}

/** Takes the last point back. */
export function drawnBack(path: DrawnPath): DrawnPath {
  const { via, ...rest } = path
  return via ? rest : { ...rest, nodes: path.nodes.slice(0, -1) }
}

/** The line with its way back to its beginning; undefined while it has too few points for that. */
export function drawnClosed(path: DrawnPath): TraceNode[] | undefined {
  const last = path.nodes.at(-1)
  const few = path.nodes.length + (path.via ? 1 : 0) < 3
  if (!last || few) return undefined
  const bent = path.next === 'arc' && path.via
  const to = path.next === 'arc' && !path.via ? 'line' : path.next
  return [...path.nodes.slice(0, -1), { ...last, to, ...(bent ? { via: path.via } : {}) }]
}
