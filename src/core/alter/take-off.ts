import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { angleBetween, boxSize, cross, length, type Vec3 } from '../geometry/vec'
import { raise } from '../result'
import { boxOfFaces } from './face-box'
import type { Feature, Plan } from './plan'
import { besideOf, supportsOf } from './rounds'
import { areasOf } from './bulges'
import { featuresWith } from './standing'
import { chainOfRounds, roundKind } from './sizes'
import { cornerOf, shapeOf } from './new-faces'

/**
 * Features that picked faces belong to, each once: of several that a face may belong to the least.
 * @param is whether one can be meant
 * Errors: no-feature
 */
export function featuresAt(on: Pointable, regions: Iterable<number>, is: (f: Feature) => boolean): Feature[] {
  const out: Feature[] = []
  for (const region of regions) {
    if (out.some((f) => f.regions.has(region))) continue
    const all = featuresWith(on, region)
    const least = all[0] && areaOf(on, all[0])
    // What is much more than the least was not meant.
    const near = all.filter((f) => areaOf(on, f) <= MUCH * least!)
    out.push(near.find(is) ?? raise('no-feature', near.length > 0 ? NOT_ALONE : NONE))
  }
  return out
}
const MUCH = 4
const NONE = 'This face is of no boss, hole or sign on the part.'
const NOT_ALONE = 'What this face belongs to cannot go by itself: the faces round it do not meet in its place.'

const areaOf = (on: Pointable, { regions }: Feature): number =>
  [...regions].reduce((sum, r) => sum + areasOf(on)[r]!, 0)

/** The longest side of what a feature is in, mm. */
export const sizeOf = (on: Pointable, { regions }: Feature): number => Math.max(...boxSize(boxOfFaces(on, regions)))

/** All features that are no longer than a size, mm; none within another one. */
export function smallFeatures(on: Pointable, size: number): Feature[] {
  const out: Feature[] = []
  const seen = new Set<number>()
  for (let region = 0; region < on.topology.surfaceOf.length; region++) {
    if (seen.has(region)) continue
    const found = featuresWith(on, region).find((f) => sizeOf(on, f) <= size)
    if (!found) continue
    for (const r of found.regions) seen.add(r)
    const around = out.findIndex((f) => [...f.regions].every((r) => found.regions.has(r)))
    if (around >= 0) out[around] = found
    else if (!out.some((f) => f.regions.has(region))) out.push(found)
  }
  return out
}

export const withoutFeatures = (features: readonly Feature[]): Plan => ({
  faces: new Map(),
  removed: new Set(features.flatMap((f) => [...f.regions])),
})

/**
 * Rounded and bevelled edges that are taken off: the faces beside them are drawn out until they meet. Of rounds all that
 * runs on from them at one radius goes with them.
 * Errors: no-faces (no two beside one would meet)
 */
export function withoutEdges(on: Pointable, regions: Iterable<number>): Plan {
  const dropped = new Map<number, readonly number[]>()
  for (const region of regions) {
    if (dropped.has(region)) continue
    if (roundKind(on, region) === 'edge')
      for (const r of chainOfRounds(on, region)) dropped.set(r, supportsOf(on, r).map((s) => s.region)) // prettier-ignore
    else
      dropped.set(
        region,
        meetingBeside(on, region) ??
          raise('no-faces', 'There are no two faces beside it that would meet instead of it.'),
      )
  }
  return { faces: new Map(), dropped }
}

/** The two faces with the longest borders beside one, if they would meet instead of it. */
function meetingBeside(on: Pointable, region: number): [number, number] | undefined {
  const [a, b] = [...besideOf(on)[region]!.long].sort((p, q) => q[1] - p[1]).map(([r]) => r)
  if (a === undefined || b === undefined || [a, b].some((r) => shapeOf(on, r).kind === 'free')) return undefined
  const p = cornerOf(on, region)
  const [u, v] = [sideOf(on, a), sideOf(on, b)].map((s) => s.out(p)) as [Vec3, Vec3]
  return length(cross(u, v)) > 0.05 ? [a, b] : undefined
}

/** Angles at which a bevel lies to the faces beside it, radians. */
const [LEAST, MOST] = [0.1, 1.4]

/** True of a face that looks like a bevel: flat or conical, leaning to both faces with which it has its longest borders, and narrow. */
export function isBevel(on: Pointable, region: number): boolean {
  const { kind } = shapeOf(on, region)
  if (kind !== 'plane' && kind !== 'cone') return false
  const beside = meetingBeside(on, region)
  if (!beside) return false
  const { long } = besideOf(on)[region]!
  const p = cornerOf(on, region)
  const own = sideOf(on, region).out(p)
  const others = [...long].filter(([r]) => !beside.includes(r)).map(([, l]) => l)
  const narrow = Math.max(0, ...others) < 0.5 * Math.min(...beside.map((r) => long.get(r)!))
  return narrow && beside.every((r) => {
    const turn = angleBetween(own, sideOf(on, r).out(p))
    return turn > LEAST && turn < MOST
  }) // prettier-ignore
}
