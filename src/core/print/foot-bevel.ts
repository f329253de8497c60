import type { BuiltPart } from '../built/built'
import { invert, placePositions } from '../geometry/placement'
import { dot, length } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import { isClosed } from '../mesh/facts'
import { cameOut } from './simulated/came-out'

/** How much the lowest layer is drawn in all round, so that what is pressed out of it comes to where the walls are; mm. */
export interface FootBevel {
  by: number
  /** Height of the lowest layer. */
  high: number
}

/** A mesh with a bevel round its foot, in the part's frame, and which triangle of the part each of it is of. */
export interface Bevelled {
  positions: Float32Array
  indices: Uint32Array
  from: Uint32Array
}

/** Triangles of less area are slivers, which look nowhere, mm2 doubled. */
const SLIVER = 1e-4

/**
 * A part as it is printed, its foot drawn in from the top of the lowest layer down to the bed; holes in the foot get wider.
 * @returns undefined where something in the lowest layer is so thin that it would fold over
 */
export function bevelledFoot(
  { mesh, print }: Pick<BuiltPart, 'mesh' | 'print'>,
  { by, high }: FootBevel,
): Bevelled | undefined {
  // prettier-ignore
  const lying = placePositions(print, mesh.positions)
  const drawn = cameOut(lying, mesh.indices, { out: 0, spread: -by, first: high, shrink: 0 })
  for (const [t, source] of drawn.from.entries()) {
    const [is, was] = [doubledNormal(drawn.positions, drawn.indices, t), doubledNormal(lying, mesh.indices, source)]
    if (length(was) > SLIVER && length(is) > SLIVER && dot(is, was) <= 0) return undefined
  }
  if (!isClosed(drawn.positions, drawn.indices)) return undefined
  return { positions: Float32Array.from(placePositions(invert(print), drawn.positions)), indices: drawn.indices, from: drawn.from } // prettier-ignore
}
