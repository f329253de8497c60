import { keepFace, type Pointable, pointable, seen } from '../../src/core/faces/resolve'
import { trianglesOf } from '../../src/core/faces/topology'
import { dot, placeAt, type Vec3 } from '../../src/core/geometry/vec'
import type { Kernel } from '../../src/core/kernel/kernel'
import { isClosed } from '../../src/core/mesh/facts'
import { Builder } from '../../src/core/sheet/builder'
import { toTriangle } from '../support/apart'
import { at, sheetOf, type StepOf } from '../support/drawn'
import { Random } from './random'
import type { Failure } from './read-files'

const NONE = new Map<string, never>()

/** A box with one or two more solids joined to it, often flush with it, or cut out of it. */
function joined(random: Random): StepOf[] {
  const size = (least: number, most: number) => least + random.below(most - least + 1)
  const [width, depth, height] = [size(20, 60), size(15, 40), size(4, 20)]
  const steps: StepOf[] = [['solid', { width: `${width}`, depth: `${depth}`, height: `${height}` }, 'box']]
  for (let k = 0; k < 1 + random.below(2); k++) {
    const [w, d] = [random.from([width, size(4, 60)]), random.from([depth, size(4, 40)])]
    const along = random.from([0, (width - w) / 2, (w - width) / 2, size(-20, 20)])
    const up = random.from([0, (depth - d) / 2, (d - depth) / 2, size(-15, 15)])
    const own = { width: `${w}`, depth: `${d}`, height: `${size(4, 30)}`, across: `${size(6, 30)}`, shape: random.from(['box', 'box', 'box', 'cylinder']) } // prettier-ignore
    steps.push(['solid', { ...own, lift: `${random.from([height, height, size(0, 12)])}`, at: at(`${along}`, `${up}`), how: random.from(['add', 'add', 'take']), parts: ['box'] }, `more${k}`]) // prettier-ignore
  }
  return steps
}

/** Flat faces, as the document keeps them. */
function flatFaces(on: Pointable, random: Random): object[] {
  const flats = on.topology.surfaceOf.flatMap((s, r) => (on.mesh.surfaces[s]!.shape.kind === 'plane' ? [r] : []))
  const some = random.below(3) === 0 ? flats : Array.from({ length: 1 + random.below(2) }, () => random.from(flats))
  return [...new Set(some)].map((region) => {
    const [a, b, c] = cornersOf(on.mesh, trianglesOf(on.topology, region)[0]!)
    const middle = [0, 1, 2].map((k) => (a[k]! + b[k]! + c[k]!) / 3) as unknown as Vec3
    return { part: 'box', face: keepFace(seen(on), region, middle) }
  })
}

const cornersOf = ({ positions, indices }: Pointable['mesh'], t: number) =>
  [0, 1, 2].map((k) => placeAt(positions, indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]

/** How many bodies hang together by their corners. */
function bodies({ indices, positions }: Pointable['mesh']): number {
  const up = Array.from({ length: positions.length / 3 }, (_, v) => v)
  const first = (v: number): number => (up[v] === v ? v : (up[v] = first(up[v]!)))
  for (let i = 0; i < indices.length; i++) up[first(indices[i]!)] = first(indices[i - (i % 3)]!)
  return new Set(Array.from(indices, first)).size
}

/** How far the farthest corner of the triangles that are meant is from another mesh, mm. */
function farthest(from: Pointable['mesh'], meant: (t: number) => boolean, to: Pointable['mesh']): number {
  const all = Array.from({ length: to.indices.length / 3 }, (_, t) => cornersOf(to, t))
  const corners = new Map<string, Vec3>()
  for (let t = 0; t < from.indices.length / 3; t++) if (meant(t)) for (const p of cornersOf(from, t)) corners.set(p.join(), p) // prettier-ignore
  return [...corners.values()].reduce((most, p) => Math.max(most, all.reduce((least, t) => Math.min(least, toTriangle(p, t)), Infinity)), 0) // prettier-ignore
}

/** Faces that look no more than this (cosine) the same way stand square to each other. */
const SQUARE = 1e-6

/** The middles of the edges of what is picked that are straight and lie between two square flat faces. */
function squareEdges(on: Pointable, picked: readonly object[]): Vec3[] {
  const faces = picked.map((p) => (p as { face: { name: object; of?: number } }).face)
  // Of a face that came apart only the piece is meant that was picked.
  const names = new Set(faces.filter((f) => f.of === 1).map((f) => JSON.stringify(f.name)))
  return on.topology.borders.flatMap(({ regions, vertices }) => {
    const tags = regions.map((r) => on.mesh.surfaces[on.topology.surfaceOf[r]!]!)
    const isMeant = tags.some(({ step, role, segment }) => names.has(JSON.stringify({ step, role, ...(segment ? { segment } : {}) }))) // prettier-ignore
    const [a, b] = tags.map((t) => t.shape)
    if (!isMeant || vertices.length !== 2 || a?.kind !== 'plane' || b?.kind !== 'plane') return []
    if (Math.abs(dot(a.normal, b.normal)) > SQUARE) return []
    const [p, q] = vertices.map((v) => placeAt(on.mesh.positions, v)) as [Vec3, Vec3]
    return [[0, 1, 2].map((k) => (p[k]! + q[k]!) / 2) as unknown as Vec3]
  })
}

/** The sharpest corners here are those of a round wall that comes out of a flat one: so many radii. */
const REACH = 8

/**
 * Edges of random faces of what was joined, rounded: it is closed and as many bodies as before, nothing changes farther from
 * its edges than a round reaches, nor is an edge left where it was; and it is the same edges however coarse it is built.
 */
export async function roundRandomJoins(
  from: number,
  count: number,
  kernel: Kernel,
): Promise<{ failures: Failure[]; right: number }> {
  const failures: Failure[] = []
  let right = 0
  for (let seed = from; seed < from + count; seed++) {
    const random = new Random(seed)
    const fail = (why: string) => failures.push({ seed, what: 'edges of joined solids', why })
    const steps = joined(random)
    const builder = new Builder(kernel)
    try {
      const plain = (await builder.build(sheetOf(...steps), NONE, 'view')).parts[0]
      if (!plain) continue
      const on = pointable(plain.mesh)
      const of = flatFaces(on, random)
      const radius = (3 + random.below(25)) / 10
      const project = sheetOf(...steps, ['edges', { part: 'box', which: 'picked', of, radius: `${radius}` }, 'soft'])
      const built = await builder.build(project, NONE, 'view')
      const [soft, report] = [built.parts[0]!.mesh, built.steps.at(-1)!]
      if (!isClosed(soft.positions, soft.indices)) fail('it is open')
      if (bodies(soft) !== bodies(plain.mesh)) fail('it is in other pieces than before')
      if (report.problems.length > 0) continue
      right += 1
      const isNew = (t: number) => soft.surfaces[soft.triangleSurface[t]!]!.step === 'soft'
      const off = Math.max(
        farthest(soft, isNew, plain.mesh),
        farthest(plain.mesh, () => true, soft),
      )
      if (off > REACH * radius) fail(`it changes ${off.toFixed(2)} mm away for a radius of ${radius}`)
      const triangles = Array.from({ length: soft.indices.length / 3 }, (_, t) => cornersOf(soft, t))
      const left = squareEdges(on, of).find((p) => triangles.some((t) => toTriangle(p, t) <= 1e-3))
      if (left) fail(`an edge is left at ${left.map((v) => v.toFixed(2)).join(', ')}`)
      const fine = await builder.build(project, NONE, 'export')
      const [a, b] = [report, fine.steps.at(-1)!].map((s) => s.notes.at(-1)?.replace(/, .*/, ''))
      if (fine.steps.at(-1)!.problems.length === 0 && a !== b) fail(`${a} at one quality, ${b} at another`)
    } catch (error) {
      fail(error instanceof Error ? (error.stack ?? error.message) : String(error))
    } finally {
      builder.dispose()
    }
  }
  return { failures, right }
}
