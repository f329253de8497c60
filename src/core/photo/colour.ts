import type { Vec2 } from '../geometry/vec'
import { BLACK, blurred } from './contrast'
import type { PhotoMap } from './photo-map'
import type { Picture, Plane } from './picture'
import { type Mix, straighten, type Window } from './straighten'

/** A difference of colour (of logarithms of two channels) smaller than this tells nothing. */
const LEAST = 0.05
/** And one of fewer standard deviations of the ground's own. */
const SURE = 6
/** So many places inside an outline are looked at. */
const LOOKS = 4000

/**
 * How much each sample's colour differs from the ground's towards that of a thing, however much light falls on it: a
 * shadow takes light, not colour. 0 is the ground, 1 the thing.
 * @param inside tells whether a point, mm, is on the thing or in its shadow
 * @returns nothing where the two have the same colour
 */
export function colourContrast(
  picture: Picture,
  map: PhotoMap,
  window: Window,
  inside: (p: Vec2) => boolean,
): Plane | undefined {
  const channel = (mix: Mix) => straighten(picture, map, window, mix)
  const [red, green, blue] = [channel([1, 0, 0]), channel([0, 1, 0]), channel([0, 0, 1])]
  const { width, height, origin, step } = green
  const log = (plane: Plane, k: number) => Math.log(plane.values[k]! + BLACK)
  const colour = (k: number): Vec2 => [log(red, k) - log(green, k), log(blue, k) - log(green, k)]

  const border = borderOf(width, height)
  const ground = meanOf(border.map(colour))
  const within: number[] = []
  const stride = Math.max(1, Math.floor(Math.sqrt((width * height) / (4 * LOOKS))))
  for (let j = 0; j < height; j += stride)
    for (let i = 0; i < width; i += stride)
      if (inside([origin[0] + i * step, origin[1] + j * step])) within.push(j * width + i)
  if (within.length < 20) return undefined
  const towards = meanOf(within.map(colour).map((c): Vec2 => [c[0] - ground[0], c[1] - ground[1]]))
  const size = Math.hypot(...towards)
  if (size < LEAST / 4) return undefined

  const values = new Float32Array(width * height)
  for (let k = 0; k < values.length; k++) {
    const [x, y] = colour(k)
    values[k] = ((x - ground[0]) * towards[0] + (y - ground[1]) * towards[1]) / size
  }
  const plane = blurred({ ...green, values })
  const thing = within.map((k) => plane.values[k]!).sort((a, b) => a - b)[Math.floor(0.7 * within.length)]!
  const off = border.map((k) => plane.values[k]!)
  const noise = Math.sqrt(off.reduce((s, v) => s + v * v, 0) / off.length)
  if (thing < LEAST || thing < SURE * noise) return undefined
  for (let k = 0; k < values.length; k++) plane.values[k]! /= thing
  return plane
}

/** Samples a little inside the edge of the window, where the ground is. */
function borderOf(width: number, height: number): number[] {
  const out: number[] = []
  for (let i = 2; i < width - 2; i += 3) out.push(2 * width + i, (height - 3) * width + i)
  for (let j = 2; j < height - 2; j += 3) out.push(j * width + 2, j * width + width - 3)
  return out
}

const meanOf = (points: readonly Vec2[]): Vec2 => {
  const n = Math.max(1, points.length)
  return [points.reduce((s, p) => s + p[0], 0) / n, points.reduce((s, p) => s + p[1], 0) / n]
}
