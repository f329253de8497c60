import { length, type Vec3 } from '../geometry/vec'
import { doubledNormal, middleOfTriangle } from '../mesh/doubled-normal'
import type { Lying } from './lying'

/** Leaning out by up to this prints as it is on most printers, degrees from upright (trade figure: 45 clean, to 60 with cooling). */
export const CLEAN = 45
/** What is so much steeper counts, degrees: a 45 degree bevel of chords is none. */
const SLACK = 0.5
/** What leans out by more is a roof, degrees. */
const ROOF = 85

/** Faces that lean out over nothing. Areas mm2. */
export interface Overhangs {
  /** For each triangle by how much it leans out, degrees from upright, 90 for a roof; 0 where it needs nothing under it. */
  leans: Float32Array
  /** Of all that leans out too far, and of roofs among it. */
  area: number
  roofs: number
  /** The middle of the largest triangle of it, in the part's place on the bed. */
  place: Vec3 | undefined
}

/** @param onBed what lies no higher stands on the bed, mm @param clean leaning up to so much needs nothing, degrees */
export function overhangs(
  { positions, indices }: Pick<Lying, 'positions' | 'indices'>,
  onBed: number,
  clean = CLEAN,
): Overhangs {
  const leans = new Float32Array(indices.length / 3)
  let [area, roofs, largest] = [0, 0, 0]
  let place: Vec3 | undefined
  for (let t = 0; t < leans.length; t++) {
    const [i, j, k] = [3 * indices[3 * t]!, 3 * indices[3 * t + 1]!, 3 * indices[3 * t + 2]!]
    const normal = doubledNormal(positions, indices, t)
    const [twice, nz] = [length(normal), normal[2]]
    if (nz >= 0 || twice < 1e-12) continue
    const lean = (Math.asin(Math.min(1, -nz / twice)) * 180) / Math.PI
    if (lean <= clean + SLACK || Math.max(positions[i + 2]!, positions[j + 2]!, positions[k + 2]!) <= onBed) continue
    leans[t] = lean
    area += twice / 2
    if (lean > ROOF) roofs += twice / 2
    if (twice <= largest) continue
    largest = twice
    place = middleOfTriangle({ positions, indices }, t)
  }
  return { leans, area, roofs, place }
}
