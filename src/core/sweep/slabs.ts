import { clipped } from '../geometry/clip'
import type { Vec2, Vec3 } from '../geometry/vec'
import type { IndexedMesh } from '../mesh/weld'
import { polygonArea } from '../profile/polygon'
import { leftward } from './flat-sweep'

/** What lies within this of a slab's bottom or top counts to the neighbour, mm. */
const SKIN = 1e-3
/** Slabs through slopes are this thin, mm, as long as that makes no more than `MOST` of them. */
export const SLAB = 0.2
const MOST = 64

export interface Slab {
  bottom: number
  top: number
}

/**
 * Cuts a height into slabs: at flat faces, and finely where something slopes, so that a slab taken for as wide as its
 * widest place is at most `SLAB` too high (or a 64th of the whole, for what is higher than 12.8 mm).
 */
export function slabsOf(mesh: IndexedMesh): Slab[] {
  const { levels, slopes, min, max } = heights(mesh)
  const thin = Math.max(SLAB, (max - min) / MOST)
  const bounds = spread(levels, min, max, thin)
  return bounds.slice(0, -1).flatMap((bottom, i) => {
    const top = bounds[i + 1]!
    const sloped = slopes.some(([low, high]) => low < top - SKIN && high > bottom + SKIN)
    const count = sloped ? Math.max(1, Math.ceil((top - bottom) / thin - 1e-9)) : 1
    const each = (top - bottom) / count
    return Array.from({ length: count }, (_, k) => ({ bottom: bottom + k * each, top: bottom + (k + 1) * each }))
  })
}

/** Heights of flat faces with their areas, and the heights that slopes reach over, joined. */
function heights(mesh: IndexedMesh) {
  const levels = new Map<number, number>()
  const reach: [number, number][] = []
  let [min, max] = [Infinity, -Infinity]
  for (let t = 0; t < mesh.indices.length; t += 3) {
    const corners = [0, 1, 2].map((k) => corner(mesh, t + k))
    const z = corners.map((p) => p[2])
    const [low, high] = [Math.min(...z), Math.max(...z)]
    min = Math.min(min, low)
    max = Math.max(max, high)
    const flat = Math.abs(polygonArea(corners.map(([x, y]): Vec2 => [x, y])))
    const level = Math.round(low / SKIN) * SKIN
    if (high - low < SKIN) levels.set(level, (levels.get(level) ?? 0) + flat)
    else if (flat > 1e-4 * (high - low)) reach.push([low, high])
    else for (const h of z) levels.set(Math.round(h / SKIN) * SKIN, levels.get(Math.round(h / SKIN) * SKIN) ?? 0)
  }
  return { levels, slopes: joinedRanges(reach), min, max }
}

function joinedRanges(ranges: [number, number][]): [number, number][] {
  const out: [number, number][] = []
  for (const [low, high] of ranges.sort((a, b) => a[0] - b[0])) {
    const last = out.at(-1)
    if (last && low <= last[1]) last[1] = Math.max(last[1], high)
    else out.push([low, high])
  }
  return out
}

/** The ends and the levels between them that are not too near each other; larger faces come first. */
function spread(levels: ReadonlyMap<number, number>, min: number, max: number, thin: number): number[] {
  const bounds = [min, max]
  for (const [level, area] of [...levels].sort((a, b) => b[1] - a[1])) {
    const apart = area > 0.5 ? 2 * SKIN : thin / 2
    if (bounds.length <= MOST && bounds.every((b) => Math.abs(b - level) >= apart)) bounds.push(level)
  }
  return bounds.sort((a, b) => a - b)
}

/** What of the triangles lies in each slab, seen along z, as anticlockwise polygons; upright ones are lines. */
export function shadows(mesh: IndexedMesh, slabs: readonly Slab[]): Vec2[][][] {
  const out: Vec2[][][] = slabs.map(() => [])
  for (let t = 0; t < mesh.indices.length; t += 3) {
    const corners = [0, 1, 2].map((k) => corner(mesh, t + k))
    const [low, high] = [Math.min(...corners.map((p) => p[2])), Math.max(...corners.map((p) => p[2]))]
    for (let i = firstAbove(slabs, low); i < slabs.length && slabs[i]!.bottom <= high; i++) {
      const { bottom, top } = slabs[i]!
      const skin = Math.min(SKIN, (top - bottom) / 4)
      const kept = below(above(corners, bottom + skin), top - skin).map(([x, y]): Vec2 => [x, y])
      if (kept.length > 2) out[i]!.push(leftward(kept))
    }
  }
  return out
}

function firstAbove(slabs: readonly Slab[], z: number): number {
  let [low, high] = [0, slabs.length]
  while (low < high) {
    const mid = (low + high) >> 1
    if (slabs[mid]!.top < z) low = mid + 1
    else high = mid
  }
  return low
}

const above = (polygon: readonly Vec3[], z: number) => clipped(polygon, (p) => p[2] - z)
const below = (polygon: readonly Vec3[], z: number) => clipped(polygon, (p) => z - p[2])

export const corner = (
  { positions, indices }: { positions: ArrayLike<number>; indices: ArrayLike<number> },
  i: number,
): Vec3 => {
  const v = 3 * indices[i]!
  return [positions[v]!, positions[v + 1]!, positions[v + 2]!]
}
