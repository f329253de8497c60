import { overEdges } from '../../alter/bulges'
import { shapeOf } from '../../alter/new-faces'
import { isMost } from '../../alter/standing'
import type { Flat } from '../../divide/flats-kerf'
import { isRound } from '../../divide/round-kerf'
import { type Taken, takenRegions } from '../../divide/taken'
import type { Pointable } from '../../faces/resolve'
import { trianglesOf } from '../../faces/topology'
import { distance, dot, normalize, placeAt, sub, type Vec3 } from '../../geometry/vec'
import { doubledNormal, middleOfTriangle } from '../../mesh/doubled-normal'
import { raise } from '../../result'

/** What something stands on. */
export interface Foot {
  /** The faces, as regions, each round one and each plane once; that with the longest foot first. */
  hosts: readonly number[]
  /** The places at which it meets them. */
  places: readonly Vec3[]
  /** What comes off, as far as one run of edges goes round it. Errors: feet */
  taken: () => Taken
}

/**
 * What something stands on that has a face. It reaches as far as edges turn outwards.
 * Errors: no-foot
 */
export function footOf(on: Pointable, region: number): Foot {
  const { regions, hosts } = overEdges(on, region, true)
  if (hosts.length === 0) return raise('no-foot', 'This does not stand out of anything: no inner edge goes round it. A plane or a drawing can cut it.', 'holds') // prettier-ignore
  if (isMost(on, regions)) return raise('no-foot', 'What hangs together with this face is most of the part; pick a face of what stands on it.', 'holds') // prettier-ignore
  const feet = hosts.map((host) => ({ host, places: placesAt(on, regions, host) }))
  const all = feet.toSorted((a, b) => longOf(b.places) - longOf(a.places))
  return {
    hosts: all.filter((f, i) => !all.slice(0, i).some((o) => isOneFace(on, f.host, o.host) || isMetOn(on, f.places.flat(), o.host))).map((f) => f.host), // prettier-ignore
    places: feet.flatMap((f) => f.places.flat()),
    taken: () => takenRegions(on, regions, 'holds'),
  }
}

/** The runs of places at which some faces meet another. */
function placesAt({ mesh, topology }: Pointable, regions: ReadonlySet<number>, host: number): Vec3[][] {
  return topology.borders
    .filter(({ regions: [a, b] }) => (a === host && regions.has(b)) || (b === host && regions.has(a)))
    .map(({ vertices, closed }) => (closed ? [...vertices, vertices[0]!] : vertices).map((v) => placeAt(mesh.positions, v))) // prettier-ignore
}

/** How long runs are, mm. */
const longOf = (runs: readonly Vec3[][]): number => runs.reduce((sum, run) => sum + run.slice(1).reduce((own, p, i) => own + distance(run[i]!, p), 0), 0) // prettier-ignore

/** A flat face by the middle of a triangle of it. */
export function flatOf({ mesh, topology }: Pointable, region: number): Flat {
  const t = trianglesOf(topology, region)[0]!
  return { point: middleOfTriangle(mesh, t), out: normalize(doubledNormal(mesh.positions, mesh.indices, t)) }
}

/** Whether two regions are of one round face, or lie in one plane. */
function isOneFace(on: Pointable, a: number, b: number): boolean {
  const shape = shapeOf(on, a)
  if (shape.kind !== 'plane') return isRound(shape) && on.topology.surfaceOf[a] === on.topology.surfaceOf[b]
  return shapeOf(on, b).kind === 'plane' && inOnePlane(flatOf(on, a), flatOf(on, b))
}

/** Whether all places lie in the plane of a face: what reaches over its edge meets the face there too. */
function isMetOn(on: Pointable, places: readonly Vec3[], host: number): boolean {
  if (shapeOf(on, host).kind !== 'plane') return false
  const { point, out } = flatOf(on, host)
  return places.every((p) => Math.abs(dot(out, sub(p, point))) < SAME_PLACE)
}

/** Faces that differ by less lie in one plane: the cosine of their angle from 1, and mm. */
const [SAME_WAY, SAME_PLACE] = [1e-7, 1e-3]
const inOnePlane = (a: Flat, b: Flat): boolean => dot(a.out, b.out) > 1 - SAME_WAY && Math.abs(dot(a.out, sub(b.point, a.point))) < SAME_PLACE // prettier-ignore
