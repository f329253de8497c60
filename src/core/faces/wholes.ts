import { cross, dot, length, sub } from '../geometry/vec'
import type { SurfaceShape, TaggedMesh } from '../kernel/surface'
import type { Topology } from './topology'

/** Directions this alike are one (sine); what is so near is at one place, mm. */
const [ALIKE, NEAR] = [1e-6, 1e-4]

/** True of two flat or round faces that are parts of one, such as those of two solids that were joined flush. */
function isOne(a: SurfaceShape, b: SurfaceShape): boolean {
  if (a.kind === 'plane' && b.kind === 'plane')
    return length(cross(a.normal, b.normal)) < ALIKE && dot(a.normal, b.normal) > 0 && Math.abs(dot(a.normal, sub(a.point, b.point))) < NEAR // prettier-ignore
  if (a.kind !== 'cylinder' || b.kind !== 'cylinder') return false
  const off = length(cross(a.axis, sub(a.point, b.point)))
  return a.hole === b.hole && Math.abs(a.radius - b.radius) < NEAR && length(cross(a.axis, b.axis)) < ALIKE && off < NEAR // prettier-ignore
}

const known = new WeakMap<Topology, readonly number[]>()

/**
 * For each region the first of all those that are one face with it to a maker: what lies between them is a seam that nobody
 * sees, where steps have joined something flush.
 */
export function wholesOf({ mesh, topology }: { mesh: TaggedMesh; topology: Topology }): readonly number[] {
  const before = known.get(topology)
  if (before) return before
  const shapes = topology.surfaceOf.map((s) => mesh.surfaces[s]!.shape)
  const whole = shapes.map((_, r) => r)
  const first = (r: number): number => (whole[r] === r ? r : (whole[r] = first(whole[r]!)))
  for (const { regions } of topology.borders) {
    const [a, b] = regions.map(first).sort((x, y) => x - y) as [number, number]
    if (a !== b && isOne(shapes[regions[0]]!, shapes[regions[1]]!)) whole[b] = a
  }
  const made = whole.map((_, r) => first(r))
  known.set(topology, made)
  return made
}

/** Borders with those that go on from them over seams, between the same two faces: one edge to a maker. */
export function acrossSeams(on: { mesh: TaggedMesh; topology: Topology }, borders: readonly number[]): number[] {
  const wholes = wholesOf(on)
  const all = on.topology.borders
  const between = all.map(({ regions }) => regions.map((r) => wholes[r]!).sort((a, b) => a - b).join()) // prettier-ignore
  const seams = all.filter(({ regions: [a, b] }) => wholes[a] === wholes[b])
  if (seams.length === 0) return [...borders]
  const atSeams = new Set(seams.flatMap(({ vertices }) => [vertices[0]!, vertices.at(-1)!]))
  const ends = (b: number) => (all[b]!.closed ? [] : [all[b]!.vertices[0]!, all[b]!.vertices.at(-1)!])
  const found = new Set(borders)
  for (const b of found) {
    const open = new Set(ends(b).filter((v) => atSeams.has(v)))
    if (open.size === 0) continue
    for (const [i, pair] of between.entries()) if (pair === between[b] && ends(i).some((v) => open.has(v))) found.add(i)
  }
  return [...found]
}
