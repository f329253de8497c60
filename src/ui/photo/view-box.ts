import type { Vec2 } from '@/core/geometry/vec'

/** Where the photo is on the screen: a pixel p of it is at (p - from) * zoom. */
export interface ViewBox {
  from: Vec2
  /** Screen pixels a pixel of the photo. */
  zoom: number
}

const NEAREST = 60

/** The whole photo, with a margin. */
export function wholePhoto(photo: Vec2, screen: Vec2): ViewBox {
  const zoom = 0.94 * Math.min(screen[0] / photo[0], screen[1] / photo[1])
  return { zoom, from: [(photo[0] - screen[0] / zoom) / 2, (photo[1] - screen[1] / zoom) / 2] }
}

export const toPhoto = ({ from, zoom }: ViewBox, [x, y]: Vec2): Vec2 => [from[0] + x / zoom, from[1] + y / zoom]
export const toScreen = ({ from, zoom }: ViewBox, [x, y]: Vec2): Vec2 => [(x - from[0]) * zoom, (y - from[1]) * zoom]

/** Nearer by a factor, with what is at a place of the screen staying there. */
export function zoomed(view: ViewBox, by: number, at: Vec2, least: number): ViewBox {
  const zoom = Math.min(NEAREST, Math.max(least, view.zoom * by))
  const [x, y] = toPhoto(view, at)
  return { zoom, from: [x - at[0] / zoom, y - at[1] / zoom] }
}

/** Moved on the screen. */
export const slid = ({ from, zoom }: ViewBox, [dx, dy]: Vec2): ViewBox => ({
  zoom,
  from: [from[0] - dx / zoom, from[1] - dy / zoom],
})
