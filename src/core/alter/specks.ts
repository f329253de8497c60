import { pointable } from '../faces/resolve'
import { length, placeAt, sub } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { expectOk } from '../result'
import { areasOf } from './bulges'

/** Smaller pieces of faces are specks that figures leave where two solids are joined, mm2. */
const SPECK = 1e-3

/** The same solid, in which specks between faces belong to the face that they have the longest border with. */
export function withoutSpecks(kernel: Kernel, solid: Solid): Solid {
  const on = pointable(kernel.read(solid))
  const { mesh, topology } = on
  const areas = areasOf(on)
  const isSpeck = (region: number) => areas[region]! < SPECK
  if (!areas.some((_, r) => isSpeck(r))) return solid
  const beside = new Map<number, Map<number, number>>()
  for (const { regions, vertices, closed } of topology.borders) {
    const run = vertices.reduce((sum, v, k) => {
      const next = vertices[k + 1] ?? (closed ? vertices[0]! : undefined)
      return next === undefined ? sum : sum + length(sub(placeAt(mesh.positions, v), placeAt(mesh.positions, next)))
    }, 0)
    for (const [own, other] of [regions, [regions[1], regions[0]]] as const) {
      if (!isSpeck(own) || isSpeck(other)) continue
      const all = beside.get(own) ?? new Map<number, number>()
      beside.set(own, all.set(other, (all.get(other) ?? 0) + run))
    }
  }
  const home = new Map([...beside].map(([speck, all]) => [speck, [...all].sort((a, b) => b[1] - a[1])[0]![0]]))
  const faces = Array.from(topology.regionOf, (r, t) => {
    const to = home.get(r)
    return to === undefined ? mesh.triangleSurface[t]! : topology.surfaceOf[to]!
  })
  return expectOk(kernel.fromFaces(mesh.positions, mesh.indices, faces, mesh.surfaces))
}
