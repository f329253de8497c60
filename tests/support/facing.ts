import type { BuiltPart } from '../../src/core/built/built'
import { placeAt } from '../../src/core/geometry/vec'
import { keepEdge, keepFace, type Pointable, pointable, seen } from '../../src/core/faces/resolve'

/** The flat face of a part that points a way, as it would be picked. @param off of several, the one so far that way, mm */
export function facing(part: BuiltPart, way: readonly number[], off?: number) {
  const on = pointable(part.mesh)
  const region = on.topology.surfaceOf.findIndex((s) => {
    const { shape: is } = part.mesh.surfaces[s]!
    return is.kind === 'plane' && is.normal.every((v, k) => Math.abs(v - way[k]!) < 1e-6) && (off === undefined || Math.abs(is.normal.reduce((sum, v, k) => sum + v * is.point[k]!, 0) - off) < 1e-3) // prettier-ignore
  })
  return kept(part, on, region)
}

/** The wall of the round hole of a part whose axis, upright, passes a place, as it would be picked. */
export function boreAt(part: BuiltPart, x: number, y: number) {
  const on = pointable(part.mesh)
  const region = on.topology.surfaceOf.findIndex((s) => {
    const { shape: is } = part.mesh.surfaces[s]!
    return is.kind === 'cylinder' && is.hole && Math.hypot(is.point[0] - x, is.point[1] - y) < 1e-3
  })
  return kept(part, on, region)
}

/** A face of a part as it would be picked, in the middle of one of its triangles. */
export function kept(part: Pick<BuiltPart, 'mesh'>, on: Pointable, region: number) {
  const t = on.topology.regionOf.indexOf(region)
  const point = [0, 1, 2].map((k) => [0, 1, 2].reduce((sum, c) => sum + part.mesh.positions[3 * part.mesh.indices[3 * t + c]! + k]! / 3, 0)) // prettier-ignore
  return keepFace(seen(on), region, point as unknown as [number, number, number])
}

/** The edge between two flat faces of a part that point these ways, as it would be picked; the first of them is its first. */
export function edgeBetween(part: BuiltPart, one: readonly number[], other: readonly number[]) {
  const on = pointable(part.mesh)
  const looks = (region: number, way: readonly number[]) => {
    const { shape: is } = part.mesh.surfaces[on.topology.surfaceOf[region]!]!
    return is.kind === 'plane' && is.normal.every((v, k) => Math.abs(v - way[k]!) < 1e-6)
  }
  const border = on.topology.borders.findIndex(({ regions: [a, b] }) => (looks(a, one) && looks(b, other)) || (looks(b, one) && looks(a, other))) // prettier-ignore
  const edge = keepEdge(seen(on), border, placeAt(part.mesh.positions, on.topology.borders[border]!.vertices[0]!))
  const [a, b] = edge.between
  return looks(on.topology.borders[border]!.regions[0], one) ? edge : { ...edge, between: [b, a] as const }
}

/** The upper rim of a part that is round, as it would be picked. */
export function rimOf(part: BuiltPart) {
  const on = pointable(part.mesh)
  const border = on.topology.borders.findIndex(
    ({ closed, vertices }) => closed && placeAt(part.mesh.positions, vertices[0]!)[2] > 1,
  )
  return keepEdge(seen(on), border, placeAt(part.mesh.positions, on.topology.borders[border]!.vertices[0]!))
}

/** The first round face of a kind of a part, as it would be picked. */
export function roundOf(part: BuiltPart, kind: string, hole = false) {
  const on = pointable(part.mesh)
  const region = on.topology.surfaceOf.findIndex((s) => {
    const { shape } = part.mesh.surfaces[s]!
    return shape.kind === kind && ('hole' in shape ? shape.hole === hole : true)
  })
  return kept(part, on, region)
}
