import earcut from 'earcut'
import type { Vec3 } from '../../src/core/geometry/vec'

export interface Soup {
  positions: Float64Array
  indices: Uint32Array
}

/** Loose triangles, every corner of their own, as in an STL. */
const soup = (corners: readonly Vec3[]): Soup => ({
  positions: Float64Array.from(corners.flat()),
  indices: Uint32Array.from(corners.keys()),
})

/** A box with its lower corner at the origin, 12 facets. */
export function boxSoup([x, y, z]: Vec3): Soup {
  const corner = (i: number): Vec3 => [i & 1 ? x : 0, i & 2 ? y : 0, i & 4 ? z : 0]
  const quads = [[0, 2, 3, 1], [4, 5, 7, 6], [0, 1, 5, 4], [2, 6, 7, 3], [0, 4, 6, 2], [1, 3, 7, 5]] // prettier-ignore
  return soup(quads.flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!].map(corner)))
}

/** A standing cylinder of n sides; of every four facets the first belongs to the lower cap, the second to the upper. */
export function cylinderSoup(radius: number, height: number, n: number): Soup {
  const rim = (i: number, z: number): Vec3 => [
    radius * Math.cos((2 * Math.PI * i) / n),
    radius * Math.sin((2 * Math.PI * i) / n),
    z,
  ]
  return soup(
    Array.from({ length: n }, (_, i): Vec3[] => [
      [0, 0, 0], rim(i + 1, 0), rim(i, 0),
      [0, 0, height], rim(i, height), rim(i + 1, height),
      rim(i, 0), rim(i + 1, 0), rim(i + 1, height),
      rim(i, 0), rim(i + 1, height), rim(i, height),
    ]).flat(), // prettier-ignore
  )
}

export interface Drilling {
  at: readonly [number, number]
  radius: number
  segments: number
  /** From the top, mm; through if absent. */
  depth?: number
  /** A wider step at the top. */
  bore?: { radius: number; depth: number }
}

type Ring = (readonly [number, number])[]
const ringOf = ({ at, segments }: Drilling, radius: number): Ring =>
  Array.from({ length: segments }, (_, i) => {
    const a = (2 * Math.PI * (i + 0.3)) / segments
    return [at[0] + radius * Math.cos(a), at[1] + radius * Math.sin(a)] as const
  })

/** A plate on the ground with round holes from its top, drawn with chords; no two holes overlap. */
export function drilledPlate([width, depth, height]: Vec3, holes: readonly Drilling[]): Soup {
  const out: Vec3[] = []
  const flat = (outer: Ring, inner: readonly Ring[], z: number, up: boolean) => {
    const starts = inner.map((_, i) => outer.length + inner.slice(0, i).reduce((n, r) => n + r.length, 0))
    const points = [outer, ...inner].flat()
    const facets = earcut(points.flatMap(([x, y]) => [x, y]), starts) // prettier-ignore
    for (let i = 0; i < facets.length; i += 3) {
      const [a, b, c] = [0, 1, 2].map((k) => points[facets[i + k]!]!) as [Ring[0], Ring[0], Ring[0]]
      const turn = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
      for (const p of turn > 0 === up ? [a, b, c] : [a, c, b]) out.push([p[0], p[1], z])
    }
  }
  /** The wall over an anticlockwise ring, facing outwards or into a hole. */
  const wall = (ring: Ring, z0: number, z1: number, outwards: boolean) => {
    for (const [i, a] of ring.entries()) {
      const b = ring[(i + 1) % ring.length]!
      const [l0, r0, r1, l1]: Vec3[] = [[a[0], a[1], z0], [b[0], b[1], z0], [b[0], b[1], z1], [a[0], a[1], z1]] // prettier-ignore
      out.push(...(outwards ? [l0!, r0!, r1!, l0!, r1!, l1!] : [l0!, r1!, r0!, l0!, l1!, r1!]))
    }
  }
  const border: Ring = [[0, 0], [width, 0], [width, depth], [0, depth]] // prettier-ignore
  wall(border, 0, height, true)
  flat(border, holes.map((h) => ringOf(h, h.bore?.radius ?? h.radius)), height, true) // prettier-ignore
  flat(border, holes.filter((h) => h.depth === undefined).map((h) => ringOf(h, h.radius)), 0, false) // prettier-ignore
  for (const h of holes) {
    const floor = height - (h.depth ?? height)
    const inner = ringOf(h, h.radius)
    const step = height - (h.bore?.depth ?? 0)
    wall(inner, floor, step, false)
    if (h.depth !== undefined) flat(inner, [], floor, true)
    if (h.bore) {
      wall(ringOf(h, h.bore.radius), step, height, false)
      flat(ringOf(h, h.bore.radius), [inner], step, true)
    }
  }
  return soup(out)
}

/** The same mesh with every vertex moved a little, coinciding ones together. */
export function shaken({ positions, indices }: Soup, by: number, seed: number): Soup {
  const moved = new Map<string, Vec3>()
  let state = seed >>> 0 || 1
  const random = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32 - 0.5
  }
  const out = positions.slice()
  for (let i = 0; i < positions.length; i += 3) {
    const key = [0, 1, 2].map((c) => positions[i + c]!.toFixed(6)).join()
    const by3: Vec3 = moved.get(key) ?? [2 * by * random(), 2 * by * random(), 2 * by * random()]
    moved.set(key, by3)
    for (let c = 0; c < 3; c++) out[i + c] = positions[i + c]! + by3[c]!
  }
  return { positions: out, indices }
}
