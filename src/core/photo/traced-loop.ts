import type { TraceLoop, TraceNode } from '../document/photo-schema'
import type { Vec2 } from '../geometry/vec'
import { arcThrough } from '../outlines/simplify'
import { circleThrough } from '../profile/arcs'
import { circle } from '../profile/shapes'
import { gap2, line, type Segment } from '../profile/segment'

/** A traced line with its points in millimetres. */
export type PlacedLoop =
  | { id: string; kind: 'circle'; points: Vec2[]; centre: Vec2; radius: number }
  | { id: string; kind: 'path'; closed: boolean; nodes: PlacedNode[] }
interface PlacedNode extends Omit<TraceNode, 'at' | 'via'> {
  at: Vec2
  via?: Vec2 | undefined
}

const moveNodes = (nodes: readonly PlacedNode[], move: (p: Vec2) => Vec2): PlacedNode[] =>
  nodes.map((n) => ({ ...n, at: move(n.at), via: n.via && move(n.via) }))

/** Undefined for a circle whose three points lie on a line. */
export function placeLoop(loop: TraceLoop, toMm: (pixel: Vec2) => Vec2): PlacedLoop | undefined {
  if (loop.kind === 'path') return { ...loop, nodes: moveNodes(loop.nodes, toMm) }
  const points = loop.points.map(toMm)
  const round = circleThrough(points[0]!, points[1]!, points[2]!)
  return round && { id: loop.id, kind: 'circle', points, ...round }
}

/** Every point of a loop moved. */
export function mapLoop(loop: PlacedLoop, move: (p: Vec2) => Vec2): PlacedLoop {
  if (loop.kind === 'path') return { ...loop, nodes: moveNodes(loop.nodes, move) }
  const points = loop.points.map(move)
  return { ...loop, points, ...circleThrough(points[0]!, points[1]!, points[2]!) }
}

/** Lines and arcs of a loop; curves as short lines. */
export function segmentsOf(loop: PlacedLoop): Segment[] {
  if (loop.kind === 'circle') return [...circle(loop.centre, loop.radius).loops[0]!]
  const { nodes, closed } = loop
  const out: Segment[] = []
  for (let i = 0; i + (closed ? 0 : 1) < nodes.length; i++) {
    const [a, b] = [nodes[i]!, nodes[(i + 1) % nodes.length]!]
    if (gap2(a.at, b.at) < 1e-9) continue
    if (a.to === 'arc' && a.via) out.push(arcThrough(a.at, a.via, b.at) ?? line(a.at, b.at))
    else if (a.to === 'curve') out.push(...curve(nodes, i, closed))
    else out.push(line(a.at, b.at))
  }
  return out
}

const PIECES = 16

/**
 * The piece of a smooth curve from a node to the next: a cubic whose direction at a node that curves on both sides is
 * that from the node before to the one behind (Catmull and Rom, 1974).
 */
function curve(nodes: readonly PlacedNode[], i: number, closed: boolean): Segment[] {
  const n = nodes.length
  const node = (k: number) => (closed ? nodes[(k + n) % n] : nodes[k])
  const [before, a, b, behind] = [node(i - 1), node(i)!, node(i + 1)!, node(i + 2)]
  const slope = (p: PlacedNode | undefined, q: PlacedNode | undefined, smooth: boolean): Vec2 =>
    smooth && p && q ? [(q.at[0] - p.at[0]) / 2, (q.at[1] - p.at[1]) / 2] : [b.at[0] - a.at[0], b.at[1] - a.at[1]]
  const u = slope(before, b, before?.to === 'curve')
  const v = slope(a, behind, b.to === 'curve')
  const at = (t: number): Vec2 => {
    const [h0, h1, h2, h3] = [
      2 * t ** 3 - 3 * t ** 2 + 1,
      t ** 3 - 2 * t ** 2 + t,
      -2 * t ** 3 + 3 * t ** 2,
      t ** 3 - t ** 2,
    ]
    return [0, 1].map((k) => h0! * a.at[k]! + h1! * u[k]! + h2! * b.at[k]! + h3! * v[k]!) as unknown as Vec2
  }
  return Array.from({ length: PIECES }, (_, k) => line(at(k / PIECES), at((k + 1) / PIECES)))
}
