import type { Vec2 } from '../geometry/vec'
import { inPolygon } from '../profile/polygon'
import { fail, ok, type Result } from '../result'
import type { Contour } from './contours'
import type { Window } from './straighten'

/** The thing at a point, or the largest that the border does not cut off; of like ones that nearer the middle. */
export function choose(contours: readonly Contour[], window: Window, on: Vec2 | undefined): Result<Contour> {
  const things = contours.filter((c) => c.area > 0).sort((a, b) => a.area - b.area)
  if (on) {
    const there = things.find((c) => inPolygon(c.points, on))
    return there ? ok(there) : NOT_THERE
  }
  const weight = (c: Contour) => c.area * (1 - offMiddle(c.points, window)) ** 2
  const whole = things.filter((c) => !c.cut)
  return whole.length > 0 ? ok(whole.reduce((a, b) => (weight(b) > weight(a) ? b : a))) : NOTHING
}

/** How far off the middle of the window points lie on the whole: 0 in it, 1 in a corner. */
function offMiddle(points: readonly Vec2[], [x0, y0, x1, y1]: Window): number {
  const mx = points.reduce((s, p) => s + p[0], 0) / points.length
  const my = points.reduce((s, p) => s + p[1], 0) / points.length
  return Math.min(1, Math.hypot(mx - (x0 + x1) / 2, my - (y0 + y1) / 2) / (Math.hypot(x1 - x0, y1 - y0) / 2))
}

export const NOT_THERE = fail(
  'not-there',
  'Nothing that differs from its ground lies at that point. Point at the thing itself, or let fainter edges count.',
)
export const NOTHING = fail(
  'nothing-there',
  'Nothing in the photo stands out from its ground as a whole. Point at the thing, or let fainter edges count.',
)

/** The holes right inside a thing, not those of things that lie in its holes. */
export function holesOf(outside: Contour, all: readonly Contour[]): Contour[] {
  const inside = all.filter((c) => c !== outside && inPolygon(outside.points, c.points[0]!))
  const islands = inside.filter((c) => c.area > 0)
  return inside.filter((c) => c.area < 0 && !islands.some((i) => inPolygon(i.points, c.points[0]!)))
}
