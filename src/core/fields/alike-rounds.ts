import { apply, invert } from '../geometry/placement'
import { cross, dot, length, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import { boxOn, facingFrame } from './face-frame'
import { type FoundFace, shapeOf } from './picked-face'

/** Two radii, or two places, that differ by less are the same, mm. */
const SAME = 1e-3
/** Round about its axis in so many sectors a face goes all round. */
const SECTORS = 8

interface Round {
  /** From the picked one's axis, square to it. */
  aside: Vec3
  /** The middle of how far along the axis it goes, from that of the picked one. */
  along: number
}

/**
 * Where the other rounds of a part, or of an item, lie that are like one that is picked: of its radius, about an axis parallel
 * to its own, holes as it is one or not, going all round as it does or not. One for each axis: the one that lies most at the
 * height of the picked one.
 * @returns from the middle of the picked one to that of each other, mm; none where it is no cylinder
 */
export function alikeRounds({ on, region }: FoundFace): Vec3[] {
  const own = shapeOf({ on, region })
  if (own.kind !== 'cylinder') return []
  const axis = normalize(own.axis)
  const all = goesRound({ on, region })
  const heights = (r: number) => {
    const { low, high } = boxOn(on, r, invert(facingFrame(axis, own.point)))
    return (low[2] + high[2]) / 2
  }
  const from = heights(region)
  const found: Round[] = []
  for (const [r] of on.topology.surfaceOf.entries()) {
    const shape = shapeOf({ on, region: r })
    if (shape.kind !== 'cylinder' || shape.hole !== own.hole || Math.abs(shape.radius - own.radius) > SAME) continue
    if (length(cross(axis, normalize(shape.axis))) > 1e-6) continue
    const way = sub(shape.point, own.point)
    const aside = sub(way, scale(axis, dot(axis, way)))
    if (length(aside) < SAME || goesRound({ on, region: r }) !== all) continue
    const one = { aside, along: heights(r) - from }
    const same = found.findIndex((f) => length(sub(f.aside, aside)) < SAME)
    if (same < 0) found.push(one)
    else if (Math.abs(one.along) < Math.abs(found[same]!.along)) found[same] = one
  }
  return found.map(({ aside, along }) => [0, 1, 2].map((c) => aside[c]! + along * axis[c]!) as unknown as Vec3)
}

/** Whether a round face goes all round its axis, as a hole does and a rounded corner does not. */
function goesRound({ on, region }: FoundFace): boolean {
  const shape = shapeOf({ on, region })
  if (shape.kind !== 'cylinder') return false
  const toAxis = invert(facingFrame(normalize(shape.axis), shape.point))
  const seen = new Set<number>()
  const { positions, indices } = on.mesh
  for (let t = 0; t < on.topology.regionOf.length && seen.size < SECTORS; t++) {
    if (on.topology.regionOf[t] !== region) continue
    for (const v of [0, 1, 2].map((k) => 3 * indices[3 * t + k]!)) {
      const [x, y] = apply(toAxis, [positions[v]!, positions[v + 1]!, positions[v + 2]!])
      seen.add(Math.floor(((Math.atan2(y, x) / Math.PI + 1) / 2) * SECTORS) % SECTORS)
    }
  }
  return seen.size === SECTORS
}
