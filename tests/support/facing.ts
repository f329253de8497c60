import type { BuiltPart } from '../../src/core/built/built'
import { keepFace, type Pointable, pointable, seen } from '../../src/core/faces/resolve'

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
