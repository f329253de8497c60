import { type Side, sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { add, dot, length, scale, sub, type Vec3 } from '../geometry/vec'
import { raise } from '../result'
import { meetingOf } from './meet'
import { cornerOf, faceLike, offsetFace, shapeOf } from './new-faces'
import type { NewFace } from './plan'
import { besideOf, isRound, type Round, roundRadius, type Support, supportsOf } from './rounds'

/** What a round face is of: a hole, peg or ball; the end of a slot; or an edge that was rounded. */
export type RoundKind = 'plain' | 'slot' | 'edge'

export function roundKind(on: Pointable, region: number): RoundKind {
  const shape = shapeOf(on, region)
  if (!isRound(shape)) return 'plain'
  const flats = supportsOf(on, region).filter((s) => besideOf(on)[region]!.smooth.includes(s.region))
  if (shape.kind === 'cylinder' && hasOpposite(flats, shape.point)) return 'slot'
  return flats.length > 0 && supportsOf(on, region).length > 1 ? 'edge' : 'plain'
}

/** True if two of the faces that a round touches lie across from each other. */
const hasOpposite = (supports: readonly Support[], at: Vec3): boolean =>
  supports.some((a, i) => supports.slice(i + 1).some((b) => dot(a.side.out(at), b.side.out(at)) < -0.999))

/** The radius of a round face; of what was rolled along an edge that of the roll. Errors: not-round */
export function radiusOf(on: Pointable, region: number): number {
  const shape = shapeOf(on, region)
  return isRound(shape) ? roundRadius(shape) : raise('not-round', 'Only holes, pegs, balls and rounded edges have one size; pick a round face.') // prettier-ignore
}

/** Radii that differ by less are equal, mm. */
const EQUAL = 0.015

/** All round faces that are like one: of its kind, its radius, and as hollow. */
export function alikeRounds(on: Pointable, region: number): number[] {
  const [kind, radius, own] = [roundKind(on, region), radiusOf(on, region), shapeOf(on, region)]
  return on.topology.surfaceOf.flatMap((_, r) => {
    const shape = shapeOf(on, r)
    const same = shape.kind === own.kind && isRound(shape) && Math.abs(roundRadius(shape) - radius) < EQUAL && roundKind(on, r) === kind && isHollow(on, r) === isHollow(on, region) // prettier-ignore
    return same ? [r] : []
  })
}

/** True of a round whose middle is not in the material. */
export function isHollow(on: Pointable, region: number): boolean {
  const side = sideOf(on, region)
  const p = cornerOf(on, region)
  return isRound(side.shape) && dot(side.out(p), sub(p, middleBehind(side, p))) < 0
}

function middleBehind({ shape }: Side, p: Vec3): Vec3 {
  if (!isRound(shape)) return p
  if (shape.kind === 'sphere') return shape.point
  const foot = add(shape.point, scale(shape.axis, dot(sub(p, shape.point), shape.axis)))
  if (shape.kind === 'cylinder') return foot
  const flat = sub(p, foot)
  return add(shape.point, scale(flat, shape.radius / (length(flat) || 1)))
}

/** Rounded edges that run on from one without a corner at the same radius, with their corners. */
export function chainOfRounds(on: Pointable, region: number): number[] {
  const radius = radiusOf(on, region)
  const out = new Set([region])
  for (const r of out)
    for (const next of besideOf(on)[r]!.smooth) {
      const { shape } = sideOf(on, next)
      if (isRound(shape) && Math.abs(roundRadius(shape) - radius) < EQUAL && supportsOf(on, next).length > 1) out.add(next) // prettier-ignore
    }
  return [...out]
}

/** The walls of a slot: all that goes on from one of its ends without a corner. */
function wallsOfSlot(on: Pointable, region: number): number[] {
  const out = new Set([region])
  for (const r of out)
    for (const next of besideOf(on)[r]!.smooth) {
      const { kind } = sideOf(on, next).shape
      if (kind === 'plane' || kind === 'cylinder') out.add(next)
    }
  return [...out]
}

/**
 * Round faces that get other radii: of a slot all walls move, of a rounded edge all that runs on from it.
 * @param radiusFor the new one of a face, from the one that it has, mm
 * Errors: free, small, not-round, round
 */
export function sizedRounds(
  on: Pointable,
  regions: Iterable<number>,
  radiusFor: (region: number, before: number) => number,
): Map<number, NewFace> {
  const out = new Map<number, NewFace>()
  for (const region of regions) {
    if (out.has(region)) continue
    const before = radiusOf(on, region)
    const radius = radiusFor(region, before)
    if (radius <= 1e-3) return raise('small', 'Nothing would be left of a round face.')
    const kind = roundKind(on, region)
    if (kind === 'edge') for (const r of chainOfRounds(on, region)) out.set(r, rolledAt(on, r, radius))
    else {
      const by = (radius - before) * (isHollow(on, region) ? -1 : 1)
      for (const r of kind === 'slot' ? wallsOfSlot(on, region) : [region]) out.set(r, offsetFace(on, r, by))
    }
  }
  return out
}

/** A rounded edge at another radius, touching the same faces. Errors: round */
function rolledAt(on: Pointable, region: number, radius: number): NewFace {
  const side = sideOf(on, region)
  const round = side.shape as Round
  const supports = supportsOf(on, region)
  const before = roundRadius(round)
  const laws = supports.map((s) => ({ side: s.side, off: (s.off * radius) / before }))
  const start = round.kind === 'torus' ? middleBehind(side, cornerOf(on, region)) : round.point
  const middle = meetingOf(start, laws)
  const tips = supports.map((s) => ({ side: s.side, off: 0 }))
  if (!middle || supports.length < 2) return raise('round', 'It cannot be found which faces this round touches.')
  const share = radius / before
  const carry = (p: Vec3): Vec3 => {
    const tip = meetingOf(p, tips)
    return tip ? add(tip, scale(sub(p, tip), share)) : p
  }
  if (round.kind !== 'torus') return faceLike(side, { ...round, point: middle, radius }, cornerOf(on, region), carry)
  const high = dot(sub(middle, round.point), round.axis)
  const point = add(round.point, scale(round.axis, high))
  return faceLike(side, { ...round, point, radius: length(sub(middle, point)), tube: Math.sign(round.tube) * radius }, cornerOf(on, region), carry) // prettier-ignore
}
