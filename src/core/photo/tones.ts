import type { Contour } from './contours'
import { splitCounts } from './histogram'
import type { Plane } from './picture'

/** The two tones that what was found falls into, as contrasts to the ground. */
export interface Tones {
  paler: number
  darker: number
}

/** The groups of samples are two tones if this share of all variance lies between them; one noisy tone has 0.64, and one on uneven light up
 * to 0.73. */
const PARTED = 0.76
/** And if they differ by this much (a factor of the light, as a logarithm). */
const APART = 0.05
const BINS = 96
/** Samples this near to an edge, mm, are of no tone of their own. */
const RIM = 0.8

/**
 * Tells whether a thing is of one tone: a shadow that differs little from what casts it is taken in with it.
 * @param inside whether a sample belongs to what was found
 */
export function twoTones(contrast: Plane, inside: Uint8Array): Tones | undefined {
  const deep = distances(inside, contrast.width, contrast.height)
  const rim = Math.max(2, RIM / contrast.step)
  const kept: number[] = []
  for (let k = 0; k < inside.length; k++) if (deep[k]! > rim) kept.push(contrast.values[k]!)
  if (kept.length < 200) return undefined
  const [low, high] = kept.reduce(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity])
  if (high - low < APART) return undefined
  const counts = new Float64Array(BINS)
  for (const v of kept) counts[Math.min(BINS - 1, Math.floor(((v - low) / (high - low)) * BINS))]! += 1
  const { at, parted } = splitCounts(counts)
  const mean = counts.reduce((s, n, i) => s + n * i, 0) / kept.length
  const all = counts.reduce((s, n, i) => s + n * (i - mean) ** 2, 0) / kept.length
  const split = low + ((at + 1) / BINS) * (high - low)
  const [pale, dark] = [kept.filter((v) => v < split), kept.filter((v) => v >= split)]
  const few = 0.02 * kept.length
  if (pale.length < few || dark.length < few) return undefined
  const tones = { paler: middle(pale), darker: middle(dark) }
  return parted / all > PARTED && tones.darker - tones.paler > APART ? tones : undefined
}

const middle = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!

/**
 * A field that is above 0 on what is of the paler tone, without the rims that every darker thing has on its way down to
 * the ground.
 * @param wide what is narrower than twice this, mm, counts as a rim
 */
export function palerField(contrast: Plane, { paler, darker }: Tones, wide: number): Plane {
  const { width, height, step } = contrast
  const [low, high] = [paler / 2, (paler + darker) / 2]
  const values = contrast.values.map((v) => Math.min(v - low, high - v))
  const mask = Uint8Array.from(values, (v) => (v > 0 ? 1 : 0))
  const deep = distances(mask, width, height)
  const core = Uint8Array.from(deep, (d) => (d > wide / step ? 0 : 1))
  // Corners that are rounded by it are given back: they lie at most this far off what is kept.
  const far = distances(core, width, height)
  const reach = (1 + 0.45) * (wide / step)
  for (let k = 0; k < values.length; k++) if (values[k]! > 0 && far[k]! > reach) values[k] = -1e-3
  return { ...contrast, values }
}

/** Which samples lie inside a contour and outside its holes. */
export function samplesIn(plane: Plane, outside: Contour, holes: readonly Contour[]): Uint8Array {
  const { width, height, origin, step } = plane
  const out = new Uint8Array(width * height)
  const [xs, ys] = [outside.points.map((p) => p[0]), outside.points.map((p) => p[1])]
  const span = (values: number[], from: number, count: number): [number, number] => {
    const [a, b] = values.reduce(([l, h], v) => [Math.min(l, v), Math.max(h, v)], [Infinity, -Infinity])
    return [Math.max(0, Math.ceil((a - from) / step)), Math.min(count - 1, Math.floor((b - from) / step))]
  }
  const [i0, i1] = span(xs, origin[0], width)
  const [j0, j1] = span(ys, origin[1], height)
  for (let j = j0; j <= j1; j++) {
    const y = origin[1] + j * step
    const crossings = [outside, ...holes].flatMap((c) => crossingsAt(c.points, y)).sort((a, b) => a - b)
    for (let n = 0; n + 1 < crossings.length; n += 2) {
      const from = Math.max(i0, Math.ceil((crossings[n]! - origin[0]) / step))
      const to = Math.min(i1, Math.floor((crossings[n + 1]! - origin[0]) / step))
      out.fill(1, j * width + from, j * width + Math.max(from, to + 1))
    }
  }
  return out
}

function crossingsAt(points: Contour['points'], y: number): number[] {
  const out: number[] = []
  for (const [i, a] of points.entries()) {
    const b = points[(i + 1) % points.length]!
    if (a[1] > y !== b[1] > y) out.push(a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]))
  }
  return out
}

/** How far each sample that is 1 lies from the next that is 0, in samples, to 8 % (Borgefors, 1986: 3 and 4). */
function distances(mask: Uint8Array, width: number, height: number): Float32Array {
  const out = new Float32Array(mask.length)
  const at = (i: number, j: number) => (i < 0 || j < 0 || i >= width || j >= height ? 0 : out[j * width + i]!)
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++)
      out[j * width + i] = mask[j * width + i]
        ? Math.min(at(i - 1, j) + 1, at(i, j - 1) + 1, at(i - 1, j - 1) + 4 / 3, at(i + 1, j - 1) + 4 / 3)
        : 0
  for (let j = height - 1; j >= 0; j--)
    for (let i = width - 1; i >= 0; i--)
      out[j * width + i] = Math.min(
        out[j * width + i]!,
        at(i + 1, j) + 1,
        at(i, j + 1) + 1,
        at(i - 1, j + 1) + 4 / 3,
        at(i + 1, j + 1) + 4 / 3,
      )
  return out
}
