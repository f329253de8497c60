import type { BuiltPart } from '../built/built'
import { invert, placePositions } from '../geometry/placement'
import { dot, length, type Vec2 } from '../geometry/vec'
import { earsOfAll } from '../kernel/ears'
import { doubledNormal } from '../mesh/doubled-normal'
import { isClosed } from '../mesh/facts'
import { OPEN, openLoops, oppositeSides } from '../mesh/half-edges'
import { weldIndex } from '../mesh/weld'
import { cutAt, wallsOut } from './walls-out'

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

/** Triangles of less area say nothing of which way a wall looks, mm2 doubled. */
const SLIVER = 0.02
/** At the sharpest corners the foot goes so many times as far in as walls do. */
const SHARPEST = 3
/** What is no higher over the bed lies on it, mm. */
const ON_BED = 1e-4

/**
 * A part as it is printed, its foot drawn in from the top of the lowest layer down to the bed; holes in the foot get wider.
 * @returns undefined where something in the lowest layer is so thin that it would fold over
 */
export function bevelledFoot(
  { mesh, print }: Pick<BuiltPart, 'mesh' | 'print'>,
  { by, high }: FootBevel,
): Bevelled | undefined {
  const lying = placePositions(print, mesh.positions)
  const lowest = lying.reduce((least, v, i) => (i % 3 === 2 ? Math.min(least, v) : least), Infinity)
  const drawn = cutAt(lying, mesh.indices, lowest + high)
  const out = wallsOut(drawn.positions, drawn.indices)
  const moved = Float64Array.from(drawn.positions)
  for (let v = 0; v < moved.length; v += 3) {
    // All of it on the bed, nothing at the top of the layer.
    const far = by * Math.max(0, 1 - (moved[v + 2]! - lowest) / high)
    const share = Math.min(1, SHARPEST / Math.max(1, Math.hypot(out[v]!, out[v + 1]!)))
    for (const k of [0, 1]) moved[v + k]! -= far * share * out[v + k]!
  }
  const same = weldIndex(moved)
  const cornersOf = (t: number) => [0, 1, 2].map((k) => same[drawn.indices[3 * t + k]!]!)
  const isFoot = (corners: readonly number[]) => corners.every((v) => moved[3 * v + 2]! < lowest + ON_BED)
  const [foot, rest, from]: [number[], number[], number[]] = [[], [], []]
  let of = 0
  for (const [t, source] of drawn.from.entries()) {
    const corners = cornersOf(t)
    if (new Set(corners).size < 3) continue
    if (isFoot(corners)) {
      foot.push(...corners)
      of = source
      continue
    }
    const [is, was] = [doubledNormal(moved, corners, 0), doubledNormal(lying, mesh.indices, source)]
    if (length(was) > SLIVER && length(is) > SLIVER && dot(is, was) <= 0) return undefined
    rest.push(...corners)
    from.push(source)
  }
  const flat = partedAnew(moved, foot)
  if (!flat) return undefined
  const indices = Uint32Array.from([...rest, ...flat])
  if (!isClosed(moved, indices)) return undefined
  for (let n = 0; n < flat.length; n += 3) from.push(of)
  return { positions: Float32Array.from(placePositions(invert(print), moved)), indices, from: Uint32Array.from(from) }
}

/** Triangles on the bed, parted anew from their outlines, which have moved; none where these cross. */
function partedAnew(positions: ArrayLike<number>, own: readonly number[]): number[] | undefined {
  if (own.length === 0) return []
  const opposite = oppositeSides(own)
  if (opposite.some((s) => s < 0 && s !== OPEN)) return undefined
  const loops = openLoops(own, opposite).map((sides) => sides.map((s) => own[s]!))
  // Seen from below the outside runs anticlockwise.
  const polygons = loops.map((loop) => loop.map((v): Vec2 => [positions[3 * v]!, -positions[3 * v + 1]!]))
  const numbers = loops.flat()
  return earsOfAll(polygons)?.flatMap((t) => t.map((i) => numbers[i]!))
}
