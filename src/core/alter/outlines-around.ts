import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { nextSide } from '../mesh/half-edges'
import { raise } from '../result'
import { loopsOf } from './triangles-of-planes'

/** The outlines of a face as loops of vertices: outer ones anticlockwise seen from outside, holes clockwise. Errors: turned */
export function outlinesAround({ mesh, topology }: Pointable, region: number): number[][] {
  const sides: [number, number][] = []
  for (const t of trianglesOf(topology, region))
    for (let side = 3 * t; side < 3 * t + 3; side++)
      if (topology.regionOf[Math.floor(topology.opposite[side]! / 3)] !== region)
        sides.push([mesh.indices[side]!, mesh.indices[nextSide(side)]!])
  return loopsOf(sides) ?? raise('turned', 'The outline of a face does not close.')
}
