import type { Vec2 } from '../geometry/vec'
import { splitCounts } from './histogram'
import type { PhotoMap } from './photo-map'
import type { Picture, Plane } from './picture'

/** The most samples a straightened photo is made of. */
const MOST = 12e6

/** Which mix of red, green and blue is looked at. */
export type Mix = readonly [red: number, green: number, blue: number]

/** The part of the photo's plane that is looked at, mm: [min x, min y, max x, max y]. */
export type Window = readonly [number, number, number, number]

/** What of a photo is looked at: inside the rectangle that it was straightened by, or all of it, also where what is meant lies beside that. */
export function wholeWindow(map: PhotoMap, size: Vec2, on?: Vec2): Window {
  if (map.window && (!on || isWithin(on, map.window))) {
    const [x0, y0, x1, y1] = map.window
    // A little inside, so that what lies round the sheet does not count.
    const inset = 0.008 * Math.max(x1 - x0, y1 - y0)
    return [x0 + inset, y0 + inset, x1 - inset, y1 - inset]
  }
  const corners = ([[0, 0], [size[0], 0], size, [0, size[1]]] as Vec2[]).map(map.toMm) // prettier-ignore
  const xs = corners.map((p) => p[0])
  const ys = corners.map((p) => p[1])
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

const isWithin = ([x, y]: Vec2, [x0, y0, x1, y1]: Window): boolean => x > x0 && x < x1 && y > y0 && y < y1

/** A window of a photo seen straight from above, about as fine as the photo is. */
export function straighten(picture: Picture, map: PhotoMap, window: Window, mix: Mix): Plane {
  const [x0, y0, x1, y1] = window
  const step = Math.max(map.scale, Math.sqrt(((x1 - x0) * (y1 - y0)) / MOST))
  const width = Math.max(2, Math.floor((x1 - x0) / step) + 1)
  const height = Math.max(2, Math.floor((y1 - y0) / step) + 1)
  const values = new Float32Array(width * height)
  const { data } = picture
  const [maxX, maxY] = [picture.width - 1.001, picture.height - 1.001]
  const row = 4 * picture.width
  const [r, g, b] = mix
  const light = (k: number) => r * data[k]! + g * data[k + 1]! + b * data[k + 2]!
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const p = map.toPhoto([x0 + i * step, y0 + j * step])
      const x = Math.min(maxX, Math.max(0, p[0] - 0.5))
      const y = Math.min(maxY, Math.max(0, p[1] - 0.5))
      const [px, py] = [Math.floor(x), Math.floor(y)]
      const [u, v] = [x - px, y - py]
      const k = py * row + 4 * px
      const upper = light(k) * (1 - u) + light(k + 4) * u
      const lower = light(k + row) * (1 - u) + light(k + row + 4) * u
      values[j * width + i] = upper * (1 - v) + lower * v
    }
  return { width, height, values, origin: [x0, y0], step }
}

const MIXES: readonly Mix[] = [
  [0.299, 0.587, 0.114],
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
]
const LOOKS = 160

/** The mix in which what lies in the window and what is round it differ most. */
export function bestMix(picture: Picture, map: PhotoMap, window: Window): Mix {
  const [x0, y0, x1, y1] = window
  let best: { mix: Mix; parted: number } | undefined
  for (const mix of MIXES) {
    const counts = new Float64Array(256)
    for (let j = 0; j < LOOKS; j++)
      for (let i = 0; i < LOOKS; i++) {
        const [x, y] = map.toPhoto([x0 + ((x1 - x0) * (i + 0.5)) / LOOKS, y0 + ((y1 - y0) * (j + 0.5)) / LOOKS])
        const px = Math.min(picture.width - 1, Math.max(0, Math.floor(x)))
        const py = Math.min(picture.height - 1, Math.max(0, Math.floor(y)))
        const k = 4 * (py * picture.width + px)
        const v = mix.reduce((s, w, c) => s + w * picture.data[k + c]!, 0)
        counts[Math.min(255, Math.round(v))]! += 1
      }
    const { parted } = splitCounts(counts)
    if (!best || parted > best.parted * 1.05) best = { mix, parted }
  }
  return best!.mix
}
