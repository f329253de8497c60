import type { Pointable } from '../faces/resolve'
import { shapesOf } from '../faces/resolve'
import { apply, invert } from '../geometry/placement'
import { add, cross, dot, length, normalize, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import { facingFrame } from './face-frame'
import type { FoundFace } from './picked-face'

/** Two radii, or two places, that differ by less are the same, mm. */
const SAME = 1e-3
/** Round about its axis in so many sectors a face goes all round. */
const SECTORS = 8

/** A round face about an axis in the direction of the picked one's. */
interface Round {
  /** A point of its axis. */
  point: Vec3
  /** From where to where along the axis it goes, as heights over the picked one's point. */
  low: number
  high: number
  /** The sectors about its axis that it is in. */
  sectors: Set<number>
}

/**
 * Where the other rounds of a part, or of an item, lie that are like one that is picked: of its radius, about an axis parallel
 * to its own, holes as it is one or not, going all round as it does or not. One for each axis: the one that lies most at the
 * height of the picked one.
 * @returns from the middle of the picked one to that of each other, mm; undefined where it is no cylinder
 */
export function alikeRounds({ on, region }: FoundFace): Vec3[] | undefined {
  const own = shapesOf(on)[region]!
  if (own.kind !== 'cylinder') return undefined
  const axis = normalize(own.axis)
  const rounds = new Map<number, Round>()
  for (const [r, shape] of shapesOf(on).entries())
    if (
      shape.kind === 'cylinder' &&
      shape.hole === own.hole &&
      Math.abs(shape.radius - own.radius) <= SAME &&
      length(cross(axis, normalize(shape.axis))) <= 1e-6
    )
      // prettier-ignore
      rounds.set(r, { point: shape.point, low: Infinity, high: -Infinity, sectors: new Set() })
  measure(on, axis, own.point, rounds)
  const picked = rounds.get(region)!
  const found: { aside: Vec3; along: number }[] = []
  for (const round of rounds.values()) {
    const way = sub(round.point, own.point)
    const aside = sub(way, scale(axis, dot(axis, way)))
    if (length(aside) < SAME || goesRound(round) !== goesRound(picked)) continue
    const one = { aside, along: (round.low + round.high - picked.low - picked.high) / 2 }
    const same = found.findIndex((f) => length(sub(f.aside, aside)) < SAME)
    if (same < 0) found.push(one)
    else if (Math.abs(one.along) < Math.abs(found[same]!.along)) found[same] = one
  }
  return found.map(({ aside, along }) => add(aside, scale(axis, along)))
}

/** How far each goes along the axis and round its own, by one look at the triangles. */
function measure({ mesh, topology }: Pointable, axis: Vec3, from: Vec3, rounds: ReadonlyMap<number, Round>): void {
  const toAxis = invert(facingFrame(axis, from))
  for (let t = 0; t < topology.regionOf.length; t++) {
    const round = rounds.get(topology.regionOf[t]!)
    if (!round) continue
    const [cx, cy] = apply(toAxis, round.point)
    for (const k of [0, 1, 2]) {
      const [x, y, z] = apply(toAxis, placeAt(mesh.positions, mesh.indices[3 * t + k]!))
      round.low = Math.min(round.low, z)
      round.high = Math.max(round.high, z)
      round.sectors.add(Math.floor(((Math.atan2(y - cy, x - cx) / Math.PI + 1) / 2) * SECTORS) % SECTORS)
    }
  }
}

/** Whether a round face goes all round its axis, as a hole does and a rounded corner does not. */
const goesRound = ({ sectors }: Round): boolean => sectors.size === SECTORS
