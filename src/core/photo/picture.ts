import type { Vec2 } from '../geometry/vec'

/** A photo as decoded: red, green, blue and opacity of each pixel, row by row from the upper left. */
export interface Picture {
  width: number
  height: number
  data: Uint8ClampedArray | Uint8Array
}

/** One value a sample, row by row from below; sample (i, j) lies at `origin` + `step` (i, j), mm. */
export interface Plane {
  width: number
  height: number
  values: Float32Array
  origin: Vec2
  /** mm */
  step: number
}

/** The value between samples; outside, the nearest one's. `x` and `y` in samples. */
export function valueAt({ width, height, values }: Plane, x: number, y: number): number {
  const cx = Math.min(width - 1.001, Math.max(0, x))
  const cy = Math.min(height - 1.001, Math.max(0, y))
  const [i, j] = [Math.floor(cx), Math.floor(cy)]
  const [u, v] = [cx - i, cy - j]
  const k = j * width + i
  const below = values[k]! * (1 - u) + values[k + 1]! * u
  const above = values[k + width]! * (1 - u) + values[k + width + 1]! * u
  return below * (1 - v) + above * v
}

/**
 * Lightness at a point of a photo, 0 to 255 (weights of ITU-R BT.601); outside, of the nearest pixel. The middle of the
 * first pixel is at 0.5, 0.5.
 */
export function lightness({ width, height, data }: Picture, x: number, y: number): number {
  const cx = Math.min(width - 1.001, Math.max(0, x - 0.5))
  const cy = Math.min(height - 1.001, Math.max(0, y - 0.5))
  const [i, j] = [Math.floor(cx), Math.floor(cy)]
  const [u, v] = [cx - i, cy - j]
  const grey = (k: number) => 0.299 * data[k]! + 0.587 * data[k + 1]! + 0.114 * data[k + 2]!
  const k = 4 * (j * width + i)
  const below = 4 * width
  return (grey(k) * (1 - u) + grey(k + 4) * u) * (1 - v) + (grey(k + below) * (1 - u) + grey(k + below + 4) * u) * v
}
