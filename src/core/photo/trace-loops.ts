import type { TraceLoop, TraceNode } from '../document/photo-schema'
import type { Vec2 } from '../geometry/vec'
import type { Simplified } from '../outlines/simplify'
import { polar, pointAt } from '../profile/segment'
import type { PhotoMap } from './photo-map'
import type { TracedOutline } from './trace'

/** What was found in a photo as lines of the document: their points in pixels, so that a new calibration moves them. */
export function traceLoops(trace: TracedOutline, { toPhoto }: PhotoMap, newId: () => string): TraceLoop[] {
  return [trace.outside, ...trace.holes].map((found) => traceLoop(found, toPhoto, newId))
}

function traceLoop(found: Simplified, toPhoto: (p: Vec2) => Vec2, newId: () => string): TraceLoop {
  const pixel = (p: Vec2): [number, number] => {
    const [x, y] = toPhoto(p)
    return [round(x), round(y)]
  }
  if (found.kind === 'circle') {
    const [a, b, c] = [0, 1, 2].map((k) => pixel(polar(found.centre, found.radius, (2 * Math.PI * k) / 3)))
    return { id: newId(), kind: 'circle', points: [a!, b!, c!] }
  }
  return {
    id: newId(),
    kind: 'path',
    closed: true,
    nodes: found.loop.map((s): TraceNode => ({
      id: newId(),
      at: pixel(s.a),
      to: s.kind,
      ...(s.kind === 'arc' ? { via: pixel(pointAt(s, 0.5)) } : {}),
    })),
  }
}

/** A thousandth of a pixel is enough. */
const round = (v: number): number => Math.round(v * 1000) / 1000
