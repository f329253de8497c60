import { type Side, sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { trianglesOf as regionTriangles } from '../faces/topology'
import { add, cross, distance, dot, length, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { nextSide } from '../mesh/half-edges'
import { weldIndex } from '../mesh/weld'
import { raise } from '../result'
import { type Closing, closingOf } from './closing'
import { crossingOf } from '../fit/crossing'
import { type Law, meetingOf } from './meet'
import { isFlat } from './new-faces'
import type { NewFace, Plan } from './plan'
import { slidAlong } from './round-patch'
import { soundSolid } from './sound'
import { filled, loopsOf } from './triangles-of-planes'

const known = new WeakMap<Pointable, number[][]>()

/** For each vertex the regions that meet there; worked out once, as a face that is dragged asks for it each time. */
export function regionsAt(on: Pointable): number[][] {
  const before = known.get(on)
  if (before) return before
  const { mesh, topology } = on
  const out: number[][] = Array.from({ length: mesh.positions.length / 3 }, () => [])
  for (let i = 0; i < mesh.indices.length; i++) {
    const [list, region] = [out[mesh.indices[i]!]!, topology.regionOf[Math.floor(i / 3)]!]
    if (!list.includes(region)) list.push(region)
  }
  known.set(on, out)
  return out
}

/**
 * A solid whose faces have become what a plan says: every vertex goes to where its faces meet now, flat faces are parted
 * anew, the others keep their triangles.
 * Errors: free, apart, turned, crosses, not-closed
 */
export function reshaped(kernel: Kernel, on: Pointable, plan: Plan): Solid {
  const moved = placesOf(on, plan)
  const closing = plan.removed && closingOf(kernel, on, plan.removed)
  const mesh = trianglesOf(kernel, on, plan, moved, closing)
  checkRound(on, plan, mesh)
  if (crossingOf(mesh.positions, Uint32Array.from(mesh.indices), ...piecesOf(on, plan, mesh)))
    return raise('crosses', 'What is changed would run into another place of the part.')
  return solidOf(kernel, on, plan, mesh)
}

/** The triangles of flat faces, by their faces, and the others. */
function piecesOf(on: Pointable, plan: Plan, { positions, indices, regions, anew }: Made) {
  const flats = new Map<number, { normal: Vec3; triangles: number[]; anew: boolean }>()
  const round = { all: [] as number[], anew: [] as number[] }
  for (const [t, region] of regions.entries()) {
    if (!isFlat(on, region)) {
      round.all.push(t)
      if (anew[t]) round.anew.push(t)
      continue
    }
    let piece = flats.get(region)
    if (!piece) {
      const side = plan.faces.get(region)?.side ?? sideOf(on, region)
      piece = { normal: side.out(placeAt(positions, indices[3 * t]!)), triangles: [], anew: false }
      flats.set(region, piece)
    }
    piece.triangles.push(t)
    if (anew[t]) piece.anew = true
  }
  return [[...flats.values()], round] as const
}

interface Moved {
  positions: Float64Array
  /** For each vertex the one that it has become, itself unless faces between them are dropped. */
  as: Uint32Array
  /** 1 where a vertex is not where it was. */
  is: Uint8Array
}

function placesOf(on: Pointable, plan: Plan): Moved {
  const { mesh } = on
  const positions = Float64Array.from(mesh.positions)
  const count = positions.length / 3
  const is = new Uint8Array(count)
  const atDropped: number[] = []
  for (const [v, regions] of regionsAt(on).entries()) {
    const dropped = plan.dropped ? regions.filter((r) => plan.dropped!.has(r)) : []
    if (dropped.length === 0 && !regions.some((r) => plan.faces.has(r))) continue
    if (plan.removed && regions.some((r) => plan.removed!.has(r))) continue
    if (dropped.length > 0) atDropped.push(v)
    const p = placeAt(mesh.positions, v)
    const to = placeOf(on, plan, p, regions, dropped)
    if (distance(p, to) < 1e-9) continue
    is[v] = 1
    for (let k = 0; k < 3; k++) positions[3 * v + k] = to[k]!
  }
  const as = Uint32Array.from({ length: count }, (_, v) => v)
  if (atDropped.length > 0) {
    const first = weldIndex(Float64Array.from(atDropped.flatMap((v) => [...placeAt(positions, v)])), SAME)
    for (const [i, v] of atDropped.entries()) as[v] = atDropped[first[i]!]!
  }
  return { positions, as, is }
}

/** Vertices of a dropped face that come this near to each other are one, mm. */
const SAME = 1e-4

function placeOf(on: Pointable, plan: Plan, p: Vec3, regions: readonly number[], dropped: readonly number[]): Vec3 {
  const own = regions.filter((r) => !dropped.includes(r))
  const meant = new Set([...own, ...dropped.flatMap((r) => plan.dropped!.get(r)!)])
  const changed = own.flatMap((r) => plan.faces.get(r) ?? [])
  if (dropped.length === 0 && changed.every((f) => f.rigid) && own.every((r) => plan.faces.has(r) || isFlat(on, r)))
    return changed[0]!.carry(p)
  const laws = [...meant].map((r): Law & { was: Side } => {
    const was = sideOf(on, r)
    const side = plan.faces.get(r)?.side ?? was
    return { side, was, off: own.includes(r) ? was.off(p) : 0 }
  })
  if (laws.some((l) => l.side.shape.kind === 'free')) return raise('free', 'A face beside it bends in no regular way, so it cannot be drawn out to meet another one.') // prettier-ignore
  const start = farthest(p, changed)
  return meetingOf(slidTo(start, laws), laws) ?? raise('apart', 'The faces beside it would not meet any more.')
}

/** Where the face that moves most carries a point. */
function farthest(p: Vec3, faces: readonly NewFace[]): Vec3 {
  let best = p
  for (const face of faces) {
    const to = face.carry(p)
    if (distance(p, to) > distance(p, best)) best = to
  }
  return best
}

/** A point of a cylinder or cone goes on along it to the flat face that ends it there: its chords stay as they are. */
function slidTo(p: Vec3, laws: readonly Law[]): Vec3 {
  const round = laws.find(({ side }) => side.shape.kind === 'cylinder' || side.shape.kind === 'cone')
  const flat = laws.filter(({ side }) => side.shape.kind === 'plane')
  if (!round || flat.length !== 1 || laws.length !== 2) return p
  // Where they touch they run beside each other.
  return slidAlong(round.side, flat[0]!, p, 0.1) ?? p
}

interface Made {
  positions: Float64Array
  indices: number[]
  /** For each triangle its region, and 1 where it is not as it was. */
  regions: number[]
  anew: number[]
}

function trianglesOf(kernel: Kernel, on: Pointable, plan: Plan, moved: Moved, closing: Closing | undefined): Made {
  const { as, is } = moved
  const positions = closing
    ? Float64Array.from([...moved.positions, ...closing.positions.slice(moved.positions.length)])
    : moved.positions
  const { mesh, topology } = on
  const { indices } = mesh
  const { opposite } = topology
  const dropped = (r: number) => plan.dropped?.get(r)?.find((s) => isFlat(on, s) && !plan.dropped!.has(s)) ?? r
  const owner = (r: number) => closing?.joined.get(dropped(r)) ?? dropped(r)
  const regionOf = (side: number) => owner(topology.regionOf[Math.floor(side / 3)]!)
  const gone = (r: number) => plan.removed?.has(r) || plan.dropped?.has(r)
  const made: Made = { positions, indices: [], regions: [], anew: [] }
  /** Flat faces that are parted anew, with the sides that go round them, and round what is dropped beside them. */
  const flats = new Map<number, [number, number][]>()
  for (let i = 0; i < indices.length; i++) {
    const region = regionOf(i)
    if (gone(region) || flats.has(region) || !isFlat(on, region)) continue
    if (is[indices[i]!] || (plan.removed?.has(regionOf(opposite[i]!)) ?? false)) flats.set(region, [])
  }
  // Where all of a face keeps looking the way it does, it is parted as it was.
  const asWas = new Set<number>()
  if (!closing && !plan.dropped) for (const r of flats.keys()) if (staysParted(on, plan, r, positions)) asWas.add(r)
  for (const r of asWas) flats.delete(r)
  for (let t = 0; t < indices.length / 3; t++) {
    const region = owner(topology.regionOf[t]!)
    if (gone(region)) continue
    const sides = flats.get(region)
    const ids = [0, 1, 2].map((k) => as[indices[3 * t + k]!]!) as [number, number, number]
    if (!sides) {
      if (ids[0] === ids[1] || ids[1] === ids[2] || ids[2] === ids[0]) continue
      const moves = [0, 1, 2].some((k) => is[indices[3 * t + k]!])
      if (moves && asWas.has(region))
        for (let side = 3 * t; side < 3 * t + 3; side++)
          if (regionOf(opposite[side]!) !== region)
            checkTurned(on, positions, indices, side, as[indices[side]!]!, as[indices[nextSide(side)]!]!)
      made.indices.push(...ids)
      made.regions.push(region)
      made.anew.push(moves ? 1 : 0)
      continue
    }
    for (let side = 3 * t; side < 3 * t + 3; side++) {
      const other = regionOf(opposite[side]!)
      if (other === region || plan.removed?.has(other)) continue
      const [from, to] = [as[indices[side]!]!, as[indices[nextSide(side)]!]!]
      if (from === to) continue
      checkTurned(on, positions, indices, side, from, to)
      sides.push([from, to])
    }
  }
  for (const [region, triangles] of closing?.triangles ?? []) {
    made.indices.push(...triangles)
    for (let t = 0; t < triangles.length; t += 3) {
      made.regions.push(region)
      made.anew.push(1)
    }
  }
  for (const [region, sides] of closing?.sides ?? []) flats.get(region)?.push(...sides)
  for (const [region, sides] of flats) {
    const loops = loopsOf(sides)
    if (loops?.length === 0) return raise('vanishes', 'A face would vanish.')
    const { side } = plan.faces.get(region) ?? { side: sideOf(on, region) }
    const triangles = loops && filled(kernel, loops, positions, side.out(placeAt(positions, loops[0]![0]!)))
    if (!triangles) return raise('turned', 'The outline of a face would turn over.')
    for (let t = 0; t < triangles.length; t += 3) {
      made.indices.push(triangles[t]!, triangles[t + 1]!, triangles[t + 2]!)
      made.regions.push(region)
      made.anew.push(1)
    }
  }
  return made
}

/** The least area of a triangle that says which way it looks, mm2. */
const LEAST = 1e-6

/** True if every triangle of a flat face looks the way the face is to, where its corners come to. */
function staysParted(on: Pointable, plan: Plan, region: number, positions: Float64Array): boolean {
  const { mesh, topology } = on
  const normal = (plan.faces.get(region)?.side ?? sideOf(on, region)).out([0, 0, 0])
  return regionTriangles(topology, region).every((t) => {
    const [a, b, c] = [0, 1, 2].map((k) => placeAt(positions, mesh.indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    return dot(cross(sub(b, a), sub(c, a)), normal) > 2 * LEAST
  })
}

/** An edge that would run the other way has gone through nothing: the faces beside it do not meet there any more. */
function checkTurned(
  { mesh }: Pointable,
  positions: Float64Array,
  indices: Uint32Array,
  side: number,
  from: number,
  to: number,
) {
  const before = sub(placeAt(mesh.positions, indices[nextSide(side)]!), placeAt(mesh.positions, indices[side]!))
  const after = sub(placeAt(positions, to), placeAt(positions, from))
  if (length(before) > 1e-4 && dot(before, after) <= 0) raise('turned', 'An edge would be used up and turn round.')
}

/** Triangles that are not so high say nothing of which way their face looks, mm. */
const SLIVER = 0.01

/** Triangles of round faces still look the way the face does. */
function checkRound(on: Pointable, plan: Plan, { positions, indices, regions, anew }: Made) {
  for (const [t, region] of regions.entries()) {
    if (!anew[t] || isFlat(on, region)) continue
    const [a, b, c] = [0, 1, 2].map((k) => placeAt(positions, indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    const n = cross(sub(b, a), sub(c, a))
    const { side } = plan.faces.get(region) ?? { side: sideOf(on, region) }
    const middle = scale(add(a, add(b, c)), 1 / 3)
    // Slivers look anywhere.
    const high = length(n) / Math.max(distance(a, b), distance(b, c), distance(c, a))
    if (high > SLIVER && dot(n, side.out(middle)) < 0.2 * length(n)) raise('turned', 'A round face would fold over.')
  }
}

function solidOf(kernel: Kernel, on: Pointable, plan: Plan, { positions, indices, regions }: Made): Solid {
  const { mesh, topology } = on
  const tags: SurfaceTag[] = [...mesh.surfaces]
  const tagOf = topology.surfaceOf.map((surface, region) => {
    const face = plan.faces.get(region)
    return face ? tags.push({ ...mesh.surfaces[surface]!, shape: face.shape }) - 1 : surface
  })
  return soundSolid(kernel, positions, indices, regions.map((r) => tagOf[r]!), tags) // prettier-ignore
}
