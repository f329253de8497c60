import { solve } from '../geometry/solve'
import { splitCounts } from './histogram'
import type { Plane } from './picture'

/** Lights and cameras darken by factors, so differences are taken between logarithms; this keeps black finite. */
export const BLACK = 8
const TILES = 24

/**
 * How much each sample differs from the ground that things lie on: 0 is the ground, more is farther from it.
 * Takes the ground's own light off a straightened photo: it is what the window's border mostly shows, and it may be
 * brighter to one side. Works for dark things on bright ground and the other way round.
 */
export function contrastOf(plane: Plane): Plane {
  const { width, height } = plane
  const logs = plane.values.map((v) => Math.log(v + BLACK))
  const groundIsBright = brightGround(plane)
  const light = groundLight(logs, width, height, groundIsBright)
  const values = new Float32Array(logs.length)
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const k = j * width + i
      const off = light(i / width - 0.5, j / height - 0.5) - logs[k]!
      values[k] = groundIsBright ? off : -off
    }
  return blurred({ ...plane, values })
}

/** True where the border of the window is mostly of the brighter of the two groups that its samples fall into. */
function brightGround({ width, height, values }: Plane): boolean {
  const counts = new Float64Array(256)
  const bin = (k: number) => Math.max(0, Math.min(255, Math.round(values[k]!)))
  const stride = Math.max(1, Math.floor(values.length / 50_000))
  for (let k = 0; k < values.length; k += stride) counts[bin(k)]! += 1
  const { at } = splitCounts(counts)
  let [bright, all] = [0, 0]
  for (let i = 0; i < width; i++)
    for (const j of [1, height - 2]) {
      bright += bin(j * width + i) > at ? 1 : 0
      all += 1
    }
  for (let j = 0; j < height; j++)
    for (const i of [1, width - 2]) {
      bright += bin(j * width + i) > at ? 1 : 0
      all += 1
    }
  return 2 * bright >= all
}

type Light = (x: number, y: number) => number

/** The ground's light as a bowl (a polynomial of the second degree) through what is most like ground in each tile. */
function groundLight(logs: Float32Array, width: number, height: number, bright: boolean): Light {
  const samples: { x: number; y: number; v: number }[] = []
  const tile = Math.max(4, Math.ceil(Math.max(width, height) / TILES))
  const stride = Math.max(1, Math.floor(tile / 24))
  for (let y = 0; y < height; y += tile)
    for (let x = 0; x < width; x += tile) {
      const there: number[] = []
      for (let j = y; j < Math.min(height, y + tile); j += stride)
        for (let i = x; i < Math.min(width, x + tile); i += stride) there.push(logs[j * width + i]!)
      there.sort((a, b) => a - b)
      const v = there[Math.floor(there.length * (bright ? 0.7 : 0.3))]!
      samples.push({ x: (x + tile / 2) / width - 0.5, y: (y + tile / 2) / height - 0.5, v })
    }
  const terms = (x: number, y: number) => [1, x, y, x * x, x * y, y * y]
  let found = [middle(samples.map((s) => s.v)), 0, 0, 0, 0, 0]
  const light: Light = (x, y) => terms(x, y).reduce((s, t, k) => s + t * found[k]!, 0)
  for (let round = 0; round < 12; round++) {
    const off = samples.map((s) => (bright ? 1 : -1) * (light(s.x, s.y) - s.v))
    const usual = Math.max(0.01, 1.5 * middle(off.map(Math.abs)))
    // What is much less like ground than the bowl is a thing or its shadow and does not count.
    const weights = off.map((o) => (o > 2 * usual ? 0 : 1 / (1 + (o / usual) ** 2)))
    const a = Array.from({ length: 6 }, () => new Array<number>(6).fill(0))
    const b = new Array<number>(6).fill(0)
    for (const [n, s] of samples.entries()) {
      const t = terms(s.x, s.y)
      for (let r = 0; r < 6; r++) {
        b[r]! += weights[n]! * t[r]! * s.v
        for (let c = 0; c < 6; c++) a[r]![c]! += weights[n]! * t[r]! * t[c]!
      }
    }
    for (let r = 0; r < 6; r++) a[r]![r]! += 1e-6 * samples.length
    found = solve(a, b) ?? found
  }
  return light
}

const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!

/** Smooths by 1 4 6 4 1 in both directions, against the grain of the picture. */
export function blurred(plane: Plane): Plane {
  const { width, height, values } = plane
  const between = new Float32Array(values.length)
  const out = new Float32Array(values.length)
  for (let j = 0; j < height; j++) {
    const row = j * width
    for (let i = 0; i < width; i++) {
      const l = row + Math.max(0, i - 1)
      const ll = row + Math.max(0, i - 2)
      const r = row + Math.min(width - 1, i + 1)
      const rr = row + Math.min(width - 1, i + 2)
      between[row + i] = (values[ll]! + values[rr]! + 4 * (values[l]! + values[r]!) + 6 * values[row + i]!) / 16
    }
  }
  for (let j = 0; j < height; j++) {
    const [a, b, c, d, e] = [-2, -1, 0, 1, 2].map((o) => Math.min(height - 1, Math.max(0, j + o)) * width)
    for (let i = 0; i < width; i++)
      out[j * width + i] =
        (between[a! + i]! + between[e! + i]! + 4 * (between[b! + i]! + between[d! + i]!) + 6 * between[c! + i]!) / 16
  }
  return { ...plane, values: out }
}
