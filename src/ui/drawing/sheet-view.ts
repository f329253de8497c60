import { boundsOf } from '@/core/profile/measure'
import type { Drawn } from '@/core/fields/drawn-shape'
import type { Vec2 } from '@/core/geometry/vec'

/** How a drawing's plane lies on the screen: what is in the middle, mm, and pixels for each mm. */
export interface SheetView {
  centre: Vec2
  scale: number
}

export const toScreen = ({ centre, scale }: SheetView, [w, h]: Vec2, [x, y]: Vec2): Vec2 => [
  w / 2 + (x - centre[0]) * scale,
  h / 2 - (y - centre[1]) * scale,
]

export const toSheet = ({ centre, scale }: SheetView, [w, h]: Vec2, [x, y]: Vec2): Vec2 => [
  centre[0] + (x - w / 2) / scale,
  centre[1] - (y - h / 2) / scale,
]

/** Nearer and farther by a factor, the point under the pointer staying. */
export function nearer(view: SheetView, screen: Vec2, pointer: Vec2, by: number): SheetView {
  const scale = Math.min(400, Math.max(0.02, view.scale * by))
  const p = toSheet(view, screen, pointer)
  const q = toSheet({ ...view, scale }, screen, pointer)
  return { scale, centre: [view.centre[0] + p[0] - q[0], view.centre[1] + p[1] - q[1]] }
}

const loopsOf = (drawn: readonly Drawn[]) => drawn.flatMap((d) => [...d.regions.flatMap((r) => r.loops), ...d.open])

/** Whether all that is drawn is in view. */
export function shows(view: SheetView, [w, h]: Vec2, drawn: readonly Drawn[]): boolean {
  const [x0, y0, x1, y1] = boundsOf({ loops: loopsOf(drawn) })
  return ([[x0, y0], [x1, y1]] as Vec2[]).map((p) => toScreen(view, [w, h], p)).every(([x, y]) => x > 0 && x < w && y > 0 && y < h) // prettier-ignore
}

/** An empty drawing shows this much, mm. */
const EMPTY = 70

/**
 * All that is drawn and the face it is drawn on, with a margin and room for the line at the foot.
 * @param covers what that face covers: [least along, least up, most along, most up], mm
 */
export function wholeOf(
  drawn: readonly Drawn[],
  [w, h]: Vec2,
  covers: readonly [number, number, number, number] = [-EMPTY / 2, -EMPTY / 2, EMPTY / 2, EMPTY / 2],
): SheetView {
  const loops = loopsOf(drawn)
  const [x0, y0, x1, y1] = loops.length > 0 ? boundsOf({ loops }) : covers
  const scale = Math.min((0.78 * w) / Math.max(1, x1 - x0), (0.58 * h) / Math.max(1, y1 - y0))
  return { centre: [(x0 + x1) / 2, (y0 + y1) / 2 - (0.13 * h) / scale], scale }
}
