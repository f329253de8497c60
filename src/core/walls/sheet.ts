import { crossingOf } from '../fit/crossing'
import { angleBetween, dot, length, placeAt, scale, sub, add, type Vec3 } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import { nextSide, OPEN, oppositeSides } from '../mesh/half-edges'
import { raise } from '../result'
import { wayOf } from './even-offsets'

/** An open sheet of triangles whose neighbours share vertices. */
export interface Sheet {
  positions: ArrayLike<number>
  indices: ArrayLike<number>
  /** For each triangle the face that it is of. */
  faces: readonly number[]
}

/** What a thickened sheet is made of: for each triangle whether it is in front, behind or at the rim, and which face it is of. */
export interface Thickened {
  positions: Float64Array
  indices: Uint32Array
  at: readonly { lies: 'front' | 'back' | 'rim'; face: number }[]
}

/**
 * A sheet given a thickness: every facet goes to the front and to the back along its own normal by at least as much as
 * is asked, exactly where up to three directions meet in a corner.
 * @param front how far it goes to where its facets look, mm
 * @param back how far to the other side, mm
 * Errors: tangled (no sheet), thick (it would fold over, or go through itself)
 */
export function thickened({ positions, indices, faces }: Sheet, front: number, back: number): Thickened {
  const opposite = oppositeSides(indices)
  if (opposite.some((s) => s < 0 && s !== OPEN)) return raise('tangled', 'In some edges of it more than two facets meet, so it has no front and back. A sheet without branches can be given a thickness.', 'item') // prettier-ignore
  const count = positions.length / 3
  const at = (v: number): Vec3 => placeAt(positions, v)
  const ways = waysOf({ positions, indices })
  const moved = (by: number) => ways.flatMap((way, v) => [...add(at(v), scale(way, by))])
  const all = Float64Array.from([...moved(front), ...moved(-back)])
  const triangles = faces.length
  const [corners, made]: [number[], { lies: 'front' | 'back' | 'rim'; face: number }[]] = [[], []]
  for (let t = 0; t < triangles; t++) {
    const [a, b, c] = [indices[3 * t]!, indices[3 * t + 1]!, indices[3 * t + 2]!] as const
    corners.push(a, b, c, count + a, count + c, count + b)
    made.push({ lies: 'front', face: faces[t]! }, { lies: 'back', face: faces[t]! })
  }
  for (const [s, other] of opposite.entries()) {
    if (other !== OPEN) continue
    const [a, b] = [indices[s]!, indices[nextSide(s)]!]
    corners.push(b, a, count + a, b, count + a, count + b)
    made.push({ lies: 'rim', face: faces[Math.floor(s / 3)]! }, { lies: 'rim', face: faces[Math.floor(s / 3)]! })
  }
  const out = Uint32Array.from(corners)
  const folded = foldedAt(all, out, { positions, indices })
  const every = Array.from(made.keys())
  const crossed = folded ?? crossingOf(all, out, [], { all: every, anew: every })
  if (crossed) return raise('thick', `At ${crossed.map((v) => v.toFixed(1)).join(', ')} the sheet bends so sharply, or comes so near to itself, that so thick a wall would fold over or go through itself. A thinner one does, or one to the other side.`, 'thick') // prettier-ignore
  return { positions: all, indices: out, at: made }
}

/** For each vertex the way that it goes for a thickness of 1. */
function waysOf({ positions, indices }: Pick<Sheet, 'positions' | 'indices'>): Vec3[] {
  const around: { out: Vec3; weight: number }[][] = Array.from({ length: positions.length / 3 }, () => [])
  for (let t = 0; t < indices.length / 3; t++) {
    const own = [0, 1, 2].map((k) => placeAt(positions, indices[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    const n = doubledNormal(positions, indices, t)
    const twice = length(n)
    if (twice < 1e-12) continue
    for (const k of [0, 1, 2] as const) {
      const weight = angleBetween(sub(own[(k + 1) % 3]!, own[k]), sub(own[(k + 2) % 3]!, own[k]))
      around[indices[3 * t + k]!]!.push({ out: scale(n, 1 / twice), weight })
    }
  }
  return around.map(wayOf)
}

/** A facet that looks the other way once it is moved. */
function foldedAt(
  positions: Float64Array,
  indices: Uint32Array,
  sheet: Pick<Sheet, 'positions' | 'indices'>,
): Vec3 | undefined {
  // prettier-ignore
  for (let t = 0; t < sheet.indices.length / 3; t++) {
    const was = doubledNormal(sheet.positions, sheet.indices, t)
    // Each is there twice, in front and turned round behind.
    for (const [k, sign] of [[2 * t, 1], [2 * t + 1, -1]] as const) // prettier-ignore
      if (sign * dot(was, doubledNormal(positions, indices, k)) <= 0) return placeAt(positions, indices[3 * k]!)
  }
  return undefined
}
