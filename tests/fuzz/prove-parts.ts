import type { BuiltPart } from '../../src/core/built/built'
import { turnAbout } from '../../src/core/geometry/placement'
import { cross, dot, length, placeAt, scale, sub, type Vec3 } from '../../src/core/geometry/vec'
import type { Kernel } from '../../src/core/kernel/kernel'
import type { TaggedMesh } from '../../src/core/kernel/surface'
import { featherEdges } from '../../src/core/prove/feather'
import { type Layer, layersOf } from '../../src/core/prove/layers'
import { lying } from '../../src/core/prove/lying'
import { overhangs } from '../../src/core/prove/overhangs'
import { narrowSpots } from '../../src/core/prove/thin-spots'
import { Builder } from '../../src/core/sheet/builder'
import { at, type Fields, sheetOf, type StepOf } from '../support/drawn'
import { Random } from './random'
import type { Failure } from './read-files'

/** What a figure may be off, mm; degrees; a share of an area or a volume. */
const [LENGTH, ANGLE, SHARE] = [0.02, 0.5, 0.02]
const LAYER = 0.2
/** Walls up to this are looked for in random bodies, mm. */
const LIMIT = 3
const RAYS = 150

/** Random bodies whose figures are known by formula, or found by rays shot through them, held against what is proved of them. */
export async function proveRandomParts(from: number, count: number, kernel: Kernel): Promise<Failure[]> {
  const failures: Failure[] = []
  for (let seed = from; seed < from + count; seed++) {
    const r = new Random(seed)
    const [what, prove] = CASES[Math.floor(r.next() * CASES.length)]!
    try {
      const why = await prove(r, (steps) => partOf(kernel, steps), kernel)
      if (why) failures.push({ seed, what, why })
    } catch (error) {
      failures.push({ seed, what, why: error instanceof Error ? (error.stack ?? error.message) : String(error) })
    }
  }
  return failures
}

type Make = (steps: StepOf[]) => Promise<BuiltPart>
type Case = readonly [what: string, prove: (r: Random, make: Make, kernel: Kernel) => Promise<string | undefined>]

async function partOf(kernel: Kernel, steps: StepOf[]): Promise<BuiltPart> {
  const builder = new Builder(kernel)
  const build = await builder.build(sheetOf(...steps), new Map(), 'view')
  builder.dispose()
  const problem = build.steps.flatMap((s) => s.problems)[0]
  if (problem) throw new Error(problem.message)
  return build.parts[0]!
}

const size = (r: Random, least: number, most: number) => Number((least + (most - least) * r.next()).toFixed(3))
const box = (w: number, d: number, h: number, x = 0, y = 0, up = 0, more: Fields = {}): StepOf => ['solid', { width: `${w}`, depth: `${d}`, height: `${h}`, at: at(x, y), lift: `${up}`, ...more }] // prettier-ignore
const [ADDED, TAKEN] = [
  { how: 'add', parts: ['solid1'] },
  { how: 'take', parts: ['solid1'] },
]
const off = (what: string, found: number | undefined, wanted: number, by: number): string | undefined =>
  found !== undefined && Math.abs(found - wanted) <= by ? undefined : `${what} is ${found}, not ${wanted}`

/** The layers of a part turned about upright by any angle. */
const turnedLayers = (r: Random, part: BuiltPart, kernel: Kernel): Promise<Layer[]> =>
  layersOf(kernel, lying({ ...part, print: turnAbout([0, 0, 1], 2 * Math.PI * r.next()) }), { layer: LAYER })

const CASES: readonly Case[] = [
  ['a wall beside a pocket', async (r, make) => {
    const [wall, w, d, h] = [size(r, 0.2, 1.2), size(r, 15, 40), size(r, 15, 40), size(r, 8, 20)]
    const wide = w - wall - 4
    const part = await make([box(w, d, h), box(wide, d - 8, h, -w / 2 + wall + wide / 2, 0, 4, TAKEN)])
    return off('the wall', narrowSpots(part.mesh, 1.26, 'material')[0]?.apart, wall, LENGTH)
  }],
  ['a slit', async (r, make) => {
    const [slit, w] = [size(r, 0.1, 0.4), size(r, 15, 40)]
    const part = await make([box(w, 20, 12), box(slit, 12, 20, size(r, -3, 3), 0, 3, TAKEN)])
    return off('the slit', narrowSpots(part.mesh, 0.42, 'air')[0]?.apart, slit, LENGTH)
  }],
  ['a bridge', async (r, make, kernel) => {
    const [gap, high, deep] = [size(r, 3, 30), Math.round(size(r, 20, 60)) * LAYER, size(r, 3, 20)]
    const part = await make([box(6, deep, high), box(6, deep, high, 6 + gap, 0, 0, ADDED), box(12 + gap, deep, 2, (6 + gap) / 2, 0, high, ADDED)]) // prettier-ignore
    const layers = await turnedLayers(r, part, kernel)
    const found = layers.flatMap((l) => l.bridges)
    if (found.length !== 1 || layers.some((l) => l.hangs.length + l.islands.length > 0)) return `${found.length} bridges are found`
    return off('the bridge', found[0]!.size, gap, LENGTH)
  }],
  ['a shelf', async (r, make, kernel) => {
    const [reach, high, deep] = [size(r, 1.5, 20), Math.round(size(r, 20, 60)) * LAYER, size(r, 3, 20)]
    const part = await make([box(8, deep, high + 2), box(reach + 1, deep, 2, 3.5 + reach / 2, 0, high, ADDED)])
    const layers = await turnedLayers(r, part, kernel)
    const found = layers.flatMap((l) => l.hangs)
    if (found.length !== 1 || layers.some((l) => l.bridges.length + l.islands.length > 0)) return `${found.length} hang out`
    return off('the shelf', found[0]!.size, reach, LENGTH)
  }],
  ['a slope', async (r, make) => {
    const [w, d, lean] = [size(r, 10, 40), size(r, 5, 30), size(r, 20, 75)]
    if (Math.abs(lean - 45.5) < ANGLE) return undefined
    const high = w / Math.tan((lean * Math.PI) / 180)
    const part = await make([['solid', { shape: 'wedge', width: `${w}`, depth: `${d}`, height: `${high}` }, 'solid1']])
    const { leans, area } = overhangs(lying({ ...part, print: turnAbout([1, 0, 0], Math.PI) }), LAYER / 2)
    if (lean < 45.5) return area === 0 ? undefined : `${area} lean out at ${lean}°`
    return off('the lean', Math.max(...leans), lean, ANGLE) ?? off('its area', area / (d * Math.hypot(w, high)), 1, 1e-3)
  }],
  ['an island', async (r, make, kernel) => {
    const [w, high, up] = [size(r, 2, 6), size(r, 2, 5), size(r, 3, 8)]
    const part = await make([box(30, 30, 2), box(4, 30, 14, -13, 0, 2, ADDED), box(30, 30, 2, 0, 0, 16, ADDED), box(w, w, 16 - up - high, 8, 0, up + high, ADDED)]) // prettier-ignore
    const found = (await turnedLayers(r, part, kernel)).flatMap((l) => l.islands)
    if (found.length !== 1) return `${found.length} islands are found`
    return off('the island', found[0]!.size / (w * w), 1, SHARE)
  }],
  ['layers of a random body fill it', async (r, make, kernel) => {
    const part = await make(anyBody(r))
    const layers = await turnedLayers(r, part, kernel)
    const filled = layers.reduce((sum, l) => sum + l.area * (l.to - l.from), 0)
    return off('what layers fill', filled / part.volume, 1, SHARE)
  }],
  ['no ray finds a random body thinner than it is said to be', async (r, make) => {
    const { mesh } = await make(anyBody(r))
    // Where faces run out to an edge a wall has no end that could be told.
    if (featherEdges(mesh).length > 0) return undefined
    const least = narrowSpots(mesh, LIMIT, 'material')[0]?.apart ?? LIMIT
    const thinnest = shot(r, mesh)
    return thinnest < least - LENGTH ? `a ray goes through ${thinnest}, the thinnest is said to be ${least}` : undefined
  }],
] // prettier-ignore

function anyBody(r: Random): StepOf[] {
  const more = Array.from({ length: 1 + Math.floor(3 * r.next()) }, (): StepOf => {
    const how = r.next() < 0.5 ? ADDED : TAKEN
    const place = { at: at(size(r, -12, 12), size(r, -8, 8)), lift: `${size(r, 0, 10)}`, ...how }
    if (r.next() < 0.5) return ['solid', { shape: 'cylinder', across: `${size(r, 4, 14)}`, height: `${size(r, 4, 14)}`, ...place }] // prettier-ignore
    return ['solid', { width: `${size(r, 4, 16)}`, depth: `${size(r, 4, 16)}`, height: `${size(r, 4, 14)}`, turn: `${size(r, 0, 90)}`, ...place }] // prettier-ignore
  })
  return [box(30, 22, 12), ...more]
}

/** The least that rays from random places of a mesh go through, square to its faces, to a face that looks the other way. */
function shot(r: Random, { positions, indices }: TaggedMesh): number {
  const corners = (t: number) => [0, 1, 2].map((k) => placeAt(positions, indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
  const normals = Array.from({ length: indices.length / 3 }, (_, t) => {
    const [a, b, c] = corners(t)
    const n = cross(sub(b, a), sub(c, a))
    return length(n) < 1e-6 ? undefined : scale(n, 1 / length(n))
  })
  let least = Infinity
  for (let i = 0; i < RAYS; i++) {
    const t = Math.floor(r.next() * normals.length)
    const n = normals[t]
    if (!n) continue
    const [a, b, c] = corners(t)
    const [u, v] = [r.next(), r.next()]
    const [s, q] = u + v > 1 ? [1 - u, 1 - v] : [u, v]
    const from: Vec3 = [0, 1, 2].map((k) => a[k]! + s * (b[k]! - a[k]!) + q * (c[k]! - a[k]!)) as unknown as Vec3
    let first = { far: Infinity, facing: 0 }
    for (let o = 0; o < normals.length; o++) {
      const m = normals[o]
      if (!m || o === t) continue
      const [d, e, f] = corners(o)
      const along = -dot(n, m)
      if (Math.abs(along) < 1e-9) continue
      const far = dot(sub(d, from), m) / along
      if (far <= 1e-3 || far >= first.far) continue
      const p: Vec3 = sub(from, scale(n, far))
      const isIn = [[d, e], [e, f], [f, d]].every(([g, h]) => dot(cross(sub(h!, g!), sub(p, g!)), m) >= -1e-9) // prettier-ignore
      if (isIn) first = { far, facing: dot(n, m) }
    }
    if (first.facing < -0.86) least = Math.min(least, first.far)
  }
  return least
}
