import { pointable } from '../../src/core/faces/resolve'
import { apply, type Placement, turnAbout } from '../../src/core/geometry/placement'
import { add, dot, normalize, scale, type Vec2, type Vec3 } from '../../src/core/geometry/vec'
import { makeReference } from '../../src/core/document/schema'
import { readFile } from '../../src/core/formats/read-file'
import type { Kernel } from '../../src/core/kernel/kernel'
import type { SurfaceShape } from '../../src/core/kernel/surface'
import { extrude } from '../../src/core/mesh/extrude'
import { polygonArea } from '../../src/core/profile/polygon'
import { Builder } from '../../src/core/sheet/builder'
import { type Fields, sheetOf, type StepOf } from '../support/drawn'
import { kept } from '../support/facing'
import { type Facet, textStl } from '../support/text-stl'
import { noTools } from '../support/tools'
import { areaOf, convexOf, edgesOf, type HalfSpace, trianglesOf, volumeOf } from './convex'
import type { Changed } from './change-faces'
import { Random } from './random'

/** A mesh as a file from elsewhere has it, a change of one of its faces, and what that must come to. */
interface Case {
  what: string
  facets: Facet[]
  /** Of a clean one, how many faces are to be found; none of them free. */
  faces: number
  is: (shape: SurfaceShape) => boolean
  kind: string
  fields: Fields
  /** Volume afterwards, mm3; none where what comes out is another body altogether, which may be refused. */
  wanted?: number
  /** Its whole surface, mm2: noise counts by it. */
  area: number
}

/** Noise of files from the net, mm, and what of an area it may come to. */
const NOISE = 0.002

/** Found meshes of four families, turned anyhow, clean or noisy, changed by hand. */
export async function changeRandomMeshes(from: number, count: number, kernel: Kernel): Promise<Changed> {
  const out: Changed = { failures: [], refused: 0 }
  for (let seed = from; seed < from + count; seed++) {
    const r = new Random(seed)
    const noisy = r.next() < 0.3
    const found = r.from([convexCase, prismCase, prismCase, tubeCase, plateCase])(r)
    if (!found) continue
    const turned = r.next() < 0.5 ? turnAbout(normalize([r.next() - 0.5, r.next() - 0.5, r.next() + 0.1]), 6 * r.next()) : undefined // prettier-ignore
    try {
      const why = await wrongWith(kernel, found, turned, noisy ? r : undefined)
      if (why === 'refused') out.refused += 1
      else if (why) out.failures.push({ seed, what: `${found.what}${noisy ? ', noisy' : ''}`, why })
    } catch (error) {
      out.failures.push({ seed, what: found.what, why: String(error instanceof Error ? error.stack : error) })
    }
  }
  return out
}

const rounded = (v: number) => Math.round(v * 100) / 100
const size = (r: Random, least: number, most: number) => rounded(least + (most - least) * r.next())

/** A block with corners cut off at random; a face of it moved. */
function convexCase(r: Random): Case | undefined {
  const spaces: HalfSpace[] = [[1, 0, 0], [-1, 0, 0], [0, 1, 0], [0, -1, 0], [0, 0, 1], [0, 0, -1]].map((out) => ({ out: out as unknown as Vec3, off: size(r, 8, 20) })) // prettier-ignore
  for (let k = r.below(5); k > 0; k--) {
    const out = normalize([r.next() - 0.5, r.next() - 0.5, r.next() - 0.5])
    spaces.push({ out, off: size(r, 10, 18) })
  }
  const body = convexOf(spaces, 0.3)
  if (!body) return undefined
  const [nth, by] = [r.below(spaces.length), size(r, -4, 4)]
  const moved = convexOf(spaces.map((s, i) => (i === nth ? { ...s, off: s.off + by } : s)), 0.3) // prettier-ignore
  const { out, off } = spaces[nth]!
  return {
    what: `convex of ${spaces.length}, face ${nth} by ${by}`,
    facets: trianglesOf(body).map((t) => t.map((v) => body.corners[v]!) as unknown as Facet),
    faces: spaces.length,
    is: flat(out, off),
    kind: 'move-faces',
    fields: { by: String(by) },
    area: areaOf(body),
    ...(moved && edgesOf(moved) === edgesOf(body) ? { wanted: volumeOf(moved) } : {}),
  }
}

const flat = (out: Vec3, off: number) => (s: SurfaceShape) => s.kind === 'plane' && dot(s.normal, out) > 1 - 1e-5 && Math.abs(dot(s.point, out) - off) < 0.02 // prettier-ignore

/** A star-shaped outline drawn out, also with nooks; one of its sides moved. */
function prismCase(r: Random): Case | undefined {
  const n = 4 + r.below(6)
  const outline = Array.from({ length: n }, (_, i): Vec2 => {
    const [a, far] = [((i + 0.6 * r.next()) * 2 * Math.PI) / n, size(r, 8, 24)]
    return [rounded(far * Math.cos(a)), rounded(far * Math.sin(a))]
  })
  const [nth, by, high] = [r.below(n), size(r, -2, 3), size(r, 3, 20)]
  const moved = withSideMoved(outline, nth, by)
  const turns = outline.map((_, i) => turnAt(outline, i))
  // Corners that hardly turn are none.
  if (turns.some((t) => Math.abs(Math.sin(t)) < 0.15) || shortest(outline) < 1) return undefined
  const [a, b] = [outline[nth]!, outline[(nth + 1) % n]!]
  const long = Math.hypot(b[0] - a[0], b[1] - a[1])
  const out: Vec3 = [(b[1] - a[1]) / long, -(b[0] - a[0]) / long, 0]
  return {
    what: `prism of ${n} sides, side ${nth} by ${by}`,
    facets: facetsOf(outline, [], high),
    faces: n + 2,
    is: flat(out, dot(out, [...a, 0])),
    kind: 'move-faces',
    fields: { by: String(by) },
    area: 2 * polygonArea(outline) + long * high,
    ...(moved && shortest(moved) > 0.5 && isSimple(moved) ? { wanted: polygonArea(moved) * high } : {}),
  }
}

/** A sleeve; its bore, its outside or its end changed. */
function tubeCase(r: Random): Case {
  const chords = 32 + 8 * r.below(5)
  const [outside, high] = [size(r, 8, 20), size(r, 4, 30)]
  const bore = size(r, 3, outside - 2)
  const ring = (radius: number) => Array.from({ length: chords }, (_, i): Vec2 => [radius * Math.cos((2 * Math.PI * i) / chords), radius * Math.sin((2 * Math.PI * i) / chords)]) // prettier-ignore
  const share = (chords / 2) * Math.sin((2 * Math.PI) / chords)
  const which = r.from(['bore', 'outside', 'end'] as const)
  const by = size(r, -1, 1)
  const [o, b, h] = [outside + (which === 'outside' ? by : 0), bore + (which === 'bore' ? by : 0), high + (which === 'end' ? by : 0)] // prettier-ignore
  const radius = which === 'bore' ? bore : outside
  const hole = which === 'bore'
  return {
    what: `tube ${outside} ${bore} ${high} of ${chords}, ${which} by ${by}`,
    facets: facetsOf(ring(outside), [ring(bore)], high),
    faces: 4,
    is: which === 'end' ? flat([0, 0, 1], high) : (s) => s.kind === 'cylinder' && s.hole === hole && Math.abs(s.radius - radius) < 0.1, // prettier-ignore
    ...(which === 'end' ? { kind: 'move-faces', fields: { by: String(by) } } : { kind: 'round-size', fields: { size: String(2 * (radius + by)) } }), // prettier-ignore
    area: 2 * Math.PI * (outside + bore) * high,
    ...(o - b > 0.5 && b > 0.5 ? { wanted: share * (o * o - b * b) * h } : {}),
  }
}

/** A plate with round corners and two holes: a side moved, a hole sized or closed. */
function plateCase(r: Random): Case {
  const [w, d, high, round] = [size(r, 14, 30), size(r, 10, 20), size(r, 2, 8), size(r, 1, 4)]
  const plate = (wide: number, from = -w): Vec2[] =>
    ([[wide - round, d - round, 0], [from + round, d - round, 1], [from + round, -d + round, 2], [wide - round, -d + round, 3]] as const).flatMap(([x, y, q]) => // prettier-ignore
      Array.from({ length: 9 }, (_, i): Vec2 => [x + round * Math.cos(((q + i / 8) * Math.PI) / 2), y + round * Math.sin(((q + i / 8) * Math.PI) / 2)])) // prettier-ignore
  const radius = size(r, 1, 3)
  const hole = (x: number, at: number) => Array.from({ length: 40 }, (_, i): Vec2 => [x + at * Math.cos((Math.PI * i) / 20), at * Math.sin((Math.PI * i) / 20)]) // prettier-ignore
  const share = 20 * Math.sin(Math.PI / 20)
  const which = r.from(['side', 'hole', 'fill'] as const)
  const by = size(r, -1.5, 3)
  const [outer, wider] = [polygonArea(plate(which === 'side' ? w + by : w)), Math.max(0.3, radius + by / 2)]
  const holes = which === 'fill' ? radius ** 2 : which === 'hole' ? radius ** 2 + wider ** 2 : 2 * radius ** 2
  return {
    what: `plate ${w} ${d} ${high}, ${which} by ${by}`,
    facets: facetsOf(plate(w), [hole(-w / 2, radius), hole(w / 2, radius)], high),
    faces: 12,
    is: which === 'side' ? flat([1, 0, 0], w) : (s) => s.kind === 'cylinder' && s.hole,
    ...(which === 'side' ? { kind: 'move-faces', fields: { by: String(by) } } : which === 'hole' ? { kind: 'round-size', fields: { size: String(2 * wider) } } : { kind: 'remove-faces', fields: {} }), // prettier-ignore
    area: 2 * outer,
    wanted: (outer - share * holes) * high,
  }
}

function facetsOf(outer: readonly Vec2[], holes: readonly (readonly Vec2[])[], high: number): Facet[] {
  const { positions, indices } = extrude(outer, holes, 0, high)
  const at = (i: number): Vec3 => [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!]
  return Array.from({ length: indices.length / 3 }, (_, t): Facet => [0, 1, 2].map((k) => at(indices[3 * t + k]!)) as unknown as Facet) // prettier-ignore
}

/** An outline with one of its sides moved out; none where sides would turn round. */
function withSideMoved(outline: readonly Vec2[], nth: number, by: number): Vec2[] | undefined {
  const n = outline.length
  const p = (i: number) => outline[(i + n) % n]!
  const [a, b] = [p(nth), p(nth + 1)]
  const long = Math.hypot(b[0] - a[0], b[1] - a[1])
  const out: Vec2 = [(b[1] - a[1]) / long, -(b[0] - a[0]) / long]
  /** A corner slid along the other side at it. */
  const slid = (corner: Vec2, other: Vec2): Vec2 => {
    const [dx, dy] = [corner[0] - other[0], corner[1] - other[1]]
    const t = by / (dx * out[0] + dy * out[1])
    return [corner[0] + t * dx, corner[1] + t * dy]
  }
  const moved = outline.map((q, i): Vec2 => (i === nth ? slid(a, p(nth - 1)) : i === (nth + 1) % n ? slid(b, p(nth + 2)) : q)) // prettier-ignore
  const same = outline.every((q, i) => {
    const [now, next, was] = [moved[i]!, moved[(i + 1) % n]!, p(i + 1)]
    return (next[0] - now[0]) * (was[0] - q[0]) + (next[1] - now[1]) * (was[1] - q[1]) > 0
  })
  return same ? moved : undefined
}

const turnAt = (outline: readonly Vec2[], i: number): number => {
  const [a, b, c] = [outline.at(i - 1)!, outline[i]!, outline[(i + 1) % outline.length]!]
  return Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0])
}
const shortest = (outline: readonly Vec2[]): number =>
  Math.min(...outline.map(([x, y], i) => Math.hypot(outline.at(i - 1)![0] - x, outline.at(i - 1)![1] - y)))

/** True of an outline none of whose sides cross. */
function isSimple(outline: readonly Vec2[]): boolean {
  const n = outline.length
  const side = (p: Vec2, a: Vec2, b: Vec2) => (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue
      const [a, b, c, d] = [outline[i]!, outline[i + 1]!, outline[j]!, outline[(j + 1) % n]!]
      if (side(a, c, d) * side(b, c, d) <= 0 && side(c, a, b) * side(d, a, b) <= 0) return false
    }
  return true
}

/** Corners moved at random, the same one everywhere in the same way. */
function withNoise(facets: readonly Facet[], r: Random): Facet[] {
  const known = new Map<string, Vec3>()
  const noisy = (p: Vec3): Vec3 => {
    const key = p.map((v) => v.toFixed(5)).join()
    const before = known.get(key)
    if (before) return before
    const made = add(p, scale([r.next() - 0.5, r.next() - 0.5, r.next() - 0.5], 2 * NOISE))
    known.set(key, made)
    return made
  }
  return facets.map((f) => f.map(noisy) as unknown as Facet)
}

const SHA = 'f'.repeat(64)

async function wrongWith(
  kernel: Kernel,
  { facets, faces, is, kind, fields, wanted, area }: Case,
  turned: Placement | undefined,
  noise: Random | undefined,
): Promise<string | undefined> {
  const lies = (p: Vec3) => (turned ? apply(turned, p) : p)
  const own = noise ? withNoise(facets, noise) : facets
  const read = await readFile(textStl(own.map((f) => f.map(lies) as unknown as Facet)), 'made.stl', noTools)
  if (!read.ok || read.value.holds !== 'solids') return 'it cannot be read'
  const { model } = read.value
  const reference = makeReference({ id: 'h', name: 'Made', kind: 'stl', file: SHA, fileName: 'made.stl', placing: 'as-in-file' }) // prettier-ignore
  const taken: StepOf = ['item', { reference: 'h', item: model.items[0]!.id }, 'it']
  const builder = new Builder(kernel)
  const build = (...steps: StepOf[]) => builder.build({ ...sheetOf(taken, ...steps), references: [reference] }, new Map([[SHA, model]]), 'export') // prettier-ignore
  try {
    const before = await build()
    const part = before.parts[0]
    if (!part) return `it is not taken over: ${before.steps[0]!.problems[0]?.message}`
    const on = pointable(part.mesh)
    const shapes = on.topology.surfaceOf.map((s) => part.mesh.surfaces[s]!.shape)
    if (!noise && (shapes.length !== faces || shapes.some((s) => s.kind === 'free'))) return `${shapes.length} faces for ${faces}, ${shapes.filter((s) => s.kind === 'free').length} free` // prettier-ignore
    const region = shapes.findIndex((s) => is(turned ? turnedBack(s, turned) : s))
    if (region < 0) return noise ? 'refused' : 'the face is not found'
    const after = await build([kind, { part: 'it', faces: [kept(part, on, region)], ...fields }, 'change'])
    const step = after.steps.at(-1)!
    const solid = [...builder.lastParts().values()][0]!.solid
    if (step.problems.length > 0) return wanted === undefined ? undefined : 'refused'
    const bodies = kernel.scoped(() => kernel.bodies(solid).length, () => []) // prettier-ignore
    if (bodies !== 1) return `${bodies} bodies`
    const bound = noise ? 4 * NOISE * area + 0.05 : 1e-5 * area + 2e-3
    const made = after.parts[0]!.volume
    return wanted !== undefined && Math.abs(made - wanted) > bound ? `${made} for ${wanted}` : undefined
  } finally {
    builder.dispose()
  }
}

/** A shape as it lies before all was turned. */
function turnedBack(shape: SurfaceShape, turned: Placement): SurfaceShape {
  if (shape.kind !== 'plane') return shape
  const back: Placement = [turned[0]!, turned[4]!, turned[8]!, 0, turned[1]!, turned[5]!, turned[9]!, 0, turned[2]!, turned[6]!, turned[10]!, 0] // prettier-ignore
  return { ...shape, normal: apply(back, shape.normal), point: apply(back, shape.point) }
}
