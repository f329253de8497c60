import { trianglesOf } from '../faces/topology'
import type { Pointable } from '../faces/resolve'
import type { FoundFace } from './picked-face'
import { apply, fromFrame, invert, type Placement } from '../geometry/placement'
import { cross, dot, normalize, type Vec3 } from '../geometry/vec'

/** What a face covers from the datum of its plane: [least along, least up, most along, most up], mm. */
type Covers = readonly [number, number, number, number]

/** Where a plane lies, and what of it the face covers that it was picked by. */
export interface FaceFrame {
  frame: Placement
  covers?: Covers
  /** The radius of the round outside that it touches, mm. */
  radius?: number
  /** The round face to whose axis it is square. */
  round?: FoundFace
}

/** The box of a region, seen from a plane: along, up and out of it, mm. */
export function boxOn({ mesh, topology }: Pointable, region: number, toPlane: Placement): { low: Vec3; high: Vec3 } {
  const [low, high] = [[Infinity, Infinity, Infinity], [-Infinity, -Infinity, -Infinity]] as [[number, number, number], [number, number, number]] // prettier-ignore
  const { positions, indices } = mesh
  for (const t of trianglesOf(topology, region)) {
    for (let k = 0; k < 3; k++) {
      const v = 3 * indices[3 * t + k]!
      const at = apply(toPlane, [positions[v]!, positions[v + 1]!, positions[v + 2]!])
      for (const c of [0, 1, 2] as const) {
        low[c] = Math.min(low[c], at[c])
        high[c] = Math.max(high[c], at[c])
      }
    }
  }
  return { low, high }
}

/** A plane that faces a way: up on it is upwards, or to the back where it lies. */
export function facingFrame(out: Vec3, origin: Vec3): Placement {
  const lying = Math.abs(out[2]) > 0.999
  const along: Vec3 = lying ? [1, 0, 0] : normalize(cross([0, 0, 1], out))
  return fromFrame(along, cross(out, along), out, origin)
}

/** Places of what a face covers that sizes can be told from: how far along and up of its middle (-1 to 1), and its words. */
export const DATUMS = {
  middle: [0, 0, 'the middle of the face'],
  corner: [-1, -1, 'its lower left corner'],
  'low-right': [1, -1, 'its lower right corner'],
  'up-left': [-1, 1, 'its upper left corner'],
  'up-right': [1, 1, 'its upper right corner'],
  low: [0, -1, 'the middle of its lower edge'],
  right: [1, 0, 'the middle of its right edge'],
  up: [0, 1, 'the middle of its upper edge'],
  left: [-1, 0, 'the middle of its left edge'],
} as const

/** The frame of a flat face, its datum by what the face covers. */
export function frameOn(on: Pointable, region: number, out: Vec3, datum: keyof typeof DATUMS): FaceFrame {
  const turned = facingFrame(out, [0, 0, 0])
  const { low, high } = boxOn(on, region, invert(turned))
  const tag = on.mesh.surfaces[on.topology.surfaceOf[region]!]!
  const height = tag.shape.kind === 'plane' ? dot(out, tag.shape.point) : high[2]
  const [along, up] = DATUMS[datum]
  const place = (c: 0 | 1, share: number) => Math.round(((1 - share) * low[c] + (1 + share) * high[c]) * 5e3) / 1e4
  const at: Vec3 = [place(0, along), place(1, up), height]
  return {
    frame: facingFrame(out, apply(turned, at)),
    covers: [low[0] - at[0], low[1] - at[1], high[0] - at[0], high[1] - at[1]],
  }
}
