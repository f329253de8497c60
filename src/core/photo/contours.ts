import type { Vec2 } from '../geometry/vec'
import { polygonArea } from '../profile/polygon'
import { peak } from './edges'
import { type Plane, valueAt } from './picture'

/** A closed line round what lies above a level, or round a hole in it, mm. */
export interface Contour {
  points: Vec2[]
  /** Signed, mm2: positive round a thing, negative round a hole. */
  area: number
  /** It runs along the border of the window, so that what it goes round is cut off there. */
  cut: boolean
}

/**
 * Lines at a level, by marching squares with the crossings worked out between samples. What lies above is to their left;
 * outside the window counts as below.
 */
export function contoursAt(field: Plane, level: number): Contour[] {
  const { width, height, values } = field
  const inside = (i: number, j: number) => i >= 0 && j >= 0 && i < width && j < height && values[j * width + i]! > level
  const at = (i: number, j: number) =>
    i >= 0 && j >= 0 && i < width && j < height ? values[j * width + i]! : -Infinity
  const between = (ai: number, aj: number, bi: number, bj: number): Vec2 => {
    const [a, b] = [at(ai, aj), at(bi, bj)]
    const t = a === -Infinity ? 1 : b === -Infinity ? 0 : (level - a) / (b - a)
    return [ai + t * (bi - ai), aj + t * (bj - aj)]
  }
  // An edge between two samples is named by its lower or left one, doubled, plus 1 if it stands.
  const name = (i: number, j: number, stands: boolean) => 2 * ((j + 1) * (width + 2) + (i + 1)) + (stands ? 1 : 0)
  const next = new Map<number, number>()
  const places = new Map<number, Vec2>()
  const go = (from: number, to: number) => next.set(from, to)
  for (let j = -1; j < height; j++)
    for (let i = -1; i < width; i++) {
      const [a, b, c, d] = [inside(i, j), inside(i + 1, j), inside(i + 1, j + 1), inside(i, j + 1)]
      const kind = (a ? 1 : 0) | (b ? 2 : 0) | (c ? 4 : 0) | (d ? 8 : 0)
      if (kind === 0 || kind === 15) continue
      const below = name(i, j, false)
      const above = name(i, j + 1, false)
      const left = name(i, j, true)
      const right = name(i + 1, j, true)
      if (a !== b) places.set(below, between(i, j, i + 1, j))
      if (d !== c) places.set(above, between(i, j + 1, i + 1, j + 1))
      if (a !== d) places.set(left, between(i, j, i, j + 1))
      if (b !== c) places.set(right, between(i + 1, j, i + 1, j + 1))
      const joined = kind === 5 || kind === 10 ? (at(i, j) + at(i + 1, j) + at(i, j + 1) + at(i + 1, j + 1)) / 4 > level : false // prettier-ignore
      switch (kind) {
        case 1: go(below, left); break
        case 2: go(right, below); break
        case 3: go(right, left); break
        case 4: go(above, right); break
        case 6: go(above, below); break
        case 7: go(above, left); break
        case 8: go(left, above); break
        case 9: go(below, above); break
        case 11: go(right, above); break
        case 12: go(left, right); break
        case 13: go(below, right); break
        case 14: go(left, below); break
        case 5: if (joined) { go(below, right); go(above, left) } else { go(below, left); go(above, right) } break
        case 10: if (joined) { go(left, below); go(right, above) } else { go(right, below); go(left, above) } break
      } // prettier-ignore
    }
  const out: Contour[] = []
  for (const start of [...next.keys()]) {
    if (!next.has(start)) continue
    const points: Vec2[] = []
    let cut = false
    for (let k: number | undefined = start; k !== undefined && next.has(k);) {
      const [x, y] = places.get(k)!
      cut ||= x <= 0 || y <= 0 || x >= width - 1 || y >= height - 1
      points.push([field.origin[0] + x * field.step, field.origin[1] + y * field.step])
      const to: number | undefined = next.get(k)
      next.delete(k)
      k = to
    }
    if (points.length > 2) out.push({ points, area: polygonArea(points), cut })
  }
  return out
}

/** How far a point is moved to a steeper place, samples. */
const REACH = 3
/** Light is averaged along the edge, against grain: so many samples to each side. */
const ALONG = [-2, -1, 0, 1, 2]
/** Directions are taken between points this far before and behind. */
const AROUND = 4

/**
 * Moves the points of a contour square to it to where the light changes fastest: there the thing ends, whatever the level
 * was and whether its shadow or the bare ground lies beside it.
 */
export function sharpened(field: Plane, points: readonly Vec2[]): Vec2[] {
  const { origin, step } = field
  const n = points.length
  const around = Math.min(AROUND, Math.floor(n / 8))
  const normals = points.map((_, i): Vec2 => {
    const [a, b] = [points[(i + n - around) % n]!, points[(i + around) % n]!]
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
    return [(b[1] - a[1]) / long, -(b[0] - a[0]) / long]
  })
  const moved = points.map((p, i) => {
    const [nx, ny] = normals[i]!
    const [x, y] = [(p[0] - origin[0]) / step, (p[1] - origin[1]) / step]
    const light = (t: number) =>
      ALONG.reduce((sum, s) => sum + valueAt(field, x + t * nx - s * ny, y + t * ny + s * nx), 0) / ALONG.length
    const slopes: number[] = []
    for (let t = -REACH; t <= REACH; t += 0.5) slopes.push(Math.abs(light(t - 0.75) - light(t + 0.75)))
    let best = Math.floor(slopes.length / 2)
    for (const [k, s] of slopes.entries()) if (s > slopes[best]!) best = k
    return best === 0 || best === slopes.length - 1 ? 0 : (-REACH + 0.5 * (best + peak(slopes, best))) * step
  })
  const placed = points.map((p, i): Vec2 => [p[0] + moved[i]! * normals[i]![0], p[1] + moved[i]! * normals[i]![1]])
  return placed.map((p, i) => {
    // A single point that jumps is noise: none lies farther out or in than the middle one of its neighbourhood.
    const off = (q: Vec2) => (q[0] - p[0]) * normals[i]![0] + (q[1] - p[1]) * normals[i]![1]
    const near = [-2, -1, 0, 1, 2].map((o) => off(placed[(i + o + n) % n]!)).sort((a, b) => a - b)
    return [p[0] + near[2]! * normals[i]![0], p[1] + near[2]! * normals[i]![1]]
  })
}

/** How unsteadily points run along a line: about the standard deviation, mm, told from what single points are off. */
export function unsteadiness(points: readonly Vec2[]): number {
  const n = points.length
  const lag = Math.max(1, Math.min(12, Math.floor(n / 16)))
  const off = points.map((p, i) => {
    const [a, b] = [points[(i + n - lag) % n]!, points[(i + lag) % n]!]
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
    return Math.abs((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) / long
  })
  // The middle of their sizes is 0.67 standard deviations; a point against the mean of two others is off by sqrt(1.5).
  return off.sort((a, b) => a - b)[Math.floor(n / 2)]! / (0.6745 * Math.sqrt(1.5))
}
