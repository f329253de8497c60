import { shapeOf } from './new-faces'
import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { anySquareTo, cross, dot, placeAt, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { inPolygon } from '../profile/polygon'

/** A flat wall: a face, the face behind it, and how thick it is, mm. */
export interface FlatWall {
  face: number
  behind: number
  thick: number
}

const OPPOSITE = -1 + 1e-6

/** The wall behind a flat face: the nearest flat face that looks the other way and lies behind it; none where there is none. */
export function wallBehind(on: Pointable, face: number): FlatWall | undefined {
  const shape = shapeOf(on, face)
  if (shape.kind !== 'plane') return undefined
  let best: FlatWall | undefined
  for (let behind = 0; behind < on.topology.surfaceOf.length; behind++) {
    const other = shapeOf(on, behind)
    if (other.kind !== 'plane' || dot(shape.normal, other.normal) > OPPOSITE) continue
    const thick = dot(shape.normal, sub(shape.point, other.point))
    if (thick < 1e-6 || (best && thick >= best.thick) || !coverEachOther(on, face, behind, shape.normal)) continue
    best = { face, behind, thick }
  }
  return best
}

/** Walls whose thickness differs by less are equal, mm. */
const EQUAL = 0.015

/** All flat walls as thick as one, each once, with the same side first where both look the same way as one that is given. */
export function wallsLike(on: Pointable, { face, behind, thick }: FlatWall): FlatWall[] {
  const out: FlatWall[] = [{ face, behind, thick }]
  const seen = new Set([face, behind])
  for (let r = 0; r < on.topology.surfaceOf.length; r++) {
    if (seen.has(r)) continue
    const wall = wallBehind(on, r)
    if (!wall || Math.abs(wall.thick - thick) > EQUAL || seen.has(wall.behind)) continue
    seen.add(r).add(wall.behind)
    out.push(wall)
  }
  return out
}

/** True where a place of one face lies over the other, seen along the way they look. */
function coverEachOther(on: Pointable, a: number, b: number, way: Vec3): boolean {
  return lies(on, a, b, way) || lies(on, b, a, way)
}

function lies({ mesh, topology }: Pointable, of: number, over: number, way: Vec3): boolean {
  const x = anySquareTo(way)
  const y = cross(way, x)
  const corners = (t: number) => [0, 1, 2].map((k): Vec2 => { const p = placeAt(mesh.positions, mesh.indices[3 * t + k]!); return [dot(p, x), dot(p, y)] }) // prettier-ignore
  const triangles = (region: number) => Array.from(trianglesOf(topology, region), corners) // prettier-ignore
  const others = triangles(over)
  return triangles(of).some((own) => {
    const middle: Vec2 = [(own[0]![0] + own[1]![0] + own[2]![0]) / 3, (own[0]![1] + own[1]![1] + own[2]![1]) / 3]
    return others.some((o) => inPolygon(o, middle))
  })
}
