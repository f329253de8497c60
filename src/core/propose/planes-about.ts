import { keepFace, type Pointable, seen } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { dot, length, type Vec3 } from '../geometry/vec'
import { doubledNormal, middleOfTriangle } from '../mesh/doubled-normal'
import type { CutPlane } from './cut-and-lie'

/** A face that leans out over nothing, with the flat faces about it. */
export interface Overhanging {
  /** A place on it, and the face as a step keeps it. */
  place: Vec3
  face: object
  /** Itself, if it is flat, and flat faces next to it or to what is next to it. */
  planes: CutPlane[]
}

/** So many faces that lean out are looked at, those with the most area. */
const MOST = 4
/** A flat face smaller than this is not cut along, mm2. */
const LEAST_FACE = 4

/** @param part the id of the part @param leans for each triangle by how much it leans out too far, 0 where it does not */
export function overhanging(part: string, on: Pointable, leans: Float32Array): Overhanging[] {
  const { mesh, topology } = on
  const areas = new Float64Array(topology.surfaceOf.length)
  for (const [t, lean] of leans.entries()) if (lean > 0) areas[topology.regionOf[t]!]! += length(doubledNormal(mesh.positions, mesh.indices, t)) / 2 // prettier-ignore
  const worst = [...areas.keys()].filter((r) => areas[r]! > 0).sort((a, b) => areas[b]! - areas[a]!).slice(0, MOST) // prettier-ignore
  const beside = (regions: ReadonlySet<number>) => new Set(topology.borders.flatMap(({ regions: [a, b] }) => (regions.has(a) ? [b] : regions.has(b) ? [a] : []))) // prettier-ignore
  return worst.map((region): Overhanging => {
    const own = new Set([region])
    const next = beside(own)
    const about = [...new Set([...own, ...next, ...beside(next)])]
    const { place, face } = faceAt(on, region)
    return { place, face, planes: about.flatMap((r) => planeOf(part, on, r)) }
  })
}

/** A face as it would be picked in its largest triangle. */
function faceAt(on: Pointable, region: number): { place: Vec3; face: object; area: number } {
  const { positions, indices } = on.mesh
  let [best, most, area] = [0, -1, 0]
  for (const t of trianglesOf(on.topology, region)) {
    const own = length(doubledNormal(positions, indices, t)) / 2
    area += own
    if (own > most) [best, most] = [t, own]
  }
  const place = middleOfTriangle({ positions, indices }, best)
  return { place, face: keepFace(seen(on), region, place), area }
}

function planeOf(part: string, on: Pointable, region: number): CutPlane[] {
  const { shape } = on.mesh.surfaces[on.topology.surfaceOf[region]!]!
  if (shape.kind !== 'plane') return []
  const { face, area } = faceAt(on, region)
  if (area < LEAST_FACE) return []
  return [{ normal: shape.normal, offset: dot(shape.normal, shape.point), at: { part, face, datum: 'middle', off: '0' }, face: true }] // prettier-ignore
}
