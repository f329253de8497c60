import { type Side, sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import {
  add,
  anySquareTo,
  cross,
  distance,
  dot,
  length,
  normalize,
  placeAt,
  scale,
  sub,
  type Vec3,
} from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'
import { raise } from '../result'
import { leastStep } from './meet'
import { cornerOf, faceLike, shapeOf } from './new-faces'
import type { NewFace } from './plan'

export type Round = Extract<SurfaceShape, { kind: 'cylinder' | 'sphere' | 'torus' }>

/** Faces run into each other without a corner where they turn by less than this at all of their border (cosine of 8 degrees). */
const SMOOTH = Math.cos((8 * Math.PI) / 180)
/** What a round touches is so far from its middle, but for this, mm and as a share of its radius. */
const TOUCHES = 0.01
const TOUCHES_SHARE = 2e-3
const PARALLEL = 1e-4

/** The radius that makes it a round of an edge. */
export const roundRadius = (shape: Round): number => (shape.kind === 'torus' ? Math.abs(shape.tube) : shape.radius)

/** True where two faces run into each other without a corner. */
export function isSmooth(on: Pointable, border: number): boolean {
  const { regions, vertices } = on.topology.borders[border]!
  if (regions.some((r) => shapeOf(on, r).kind === 'free')) return false
  const [a, b] = regions.map((r) => sideOf(on, r)) as [Side, Side]
  return vertices.every((v) => {
    const p = placeAt(on.mesh.positions, v)
    return dot(a.out(p), b.out(p)) > SMOOTH
  })
}

/** Faces that a face runs into smoothly, and all that it has a border with, with the length of that, mm. */
interface Beside {
  smooth: number[]
  all: number[]
  long: Map<number, number>
}

const known = new WeakMap<Pointable, Beside[]>()

/** For each region what lies beside it. */
export function besideOf(on: Pointable): readonly Beside[] {
  const before = known.get(on)
  if (before) return before
  const out: Beside[] = on.topology.surfaceOf.map(() => ({ smooth: [], all: [], long: new Map() }))
  const at = (v: number) => placeAt(on.mesh.positions, v)
  for (const [i, { regions, vertices, closed }] of on.topology.borders.entries()) {
    const smooth = isSmooth(on, i)
    const run = closed ? [...vertices, vertices[0]!] : vertices
    const long = run.slice(1).reduce((sum, v, k) => sum + distance(at(v), at(run[k]!)), 0)
    for (const [own, other] of [regions, [regions[1], regions[0]] as const]) {
      if (!out[own]!.all.includes(other)) out[own]!.all.push(other)
      out[own]!.long.set(other, (out[own]!.long.get(other) ?? 0) + long)
      if (smooth && !out[own]!.smooth.includes(other)) out[own]!.smooth.push(other)
    }
  }
  known.set(on, out)
  return out
}

export const isRound = (shape: SurfaceShape): shape is Round =>
  shape.kind === 'cylinder' || shape.kind === 'sphere' || shape.kind === 'torus'

/** A face that a round touches, and how far the round's middle is in front of it, mm. */
export interface Support {
  region: number
  side: Side
  off: number
}

/** The flat and coaxial faces near a round that it touches all along: those that it was rolled on. */
export function supportsOf(on: Pointable, region: number): Support[] {
  const round = shapeOf(on, region)
  if (!isRound(round)) return []
  const beside = besideOf(on)
  const near = new Set([region, ...beside[region]!.all, ...beside[region]!.smooth.flatMap((r) => [...beside[r]!.smooth, ...beside[r]!.all])]) // prettier-ignore
  near.delete(region)
  const radius = roundRadius(round)
  const out: Support[] = []
  for (const r of near) {
    if (shapeOf(on, r).kind === 'free') continue
    const side = sideOf(on, r)
    const middle = middleFor(round, side)
    if (!middle) continue
    const off = side.off(middle)
    if (Math.abs(Math.abs(off) - radius) < TOUCHES + TOUCHES_SHARE * radius) out.push({ region: r, side, off: Math.sign(off) * radius }) // prettier-ignore
  }
  return out
}

/** A place of the line along which a round's middle runs, if a face could be touched all along it. */
function middleFor(round: Round, { shape }: Side): Vec3 | undefined {
  if (shape.kind === 'plane') {
    if (round.kind === 'sphere') return round.point
    const across = Math.abs(dot(shape.normal, round.axis))
    if (round.kind === 'cylinder') return across < PARALLEL ? round.point : undefined
    return across > 1 - PARALLEL ? ringPoint(round) : undefined
  }
  if (shape.kind !== 'cylinder' || round.kind !== 'torus') return undefined
  const apart = sub(round.point, shape.point)
  const off = length(sub(apart, scale(shape.axis, dot(apart, shape.axis))))
  return Math.abs(dot(shape.axis, round.axis)) > 1 - PARALLEL && off < TOUCHES ? ringPoint(round) : undefined
}

const ringPoint = ({ axis, point, radius }: Extract<Round, { kind: 'torus' }>): Vec3 =>
  add(point, scale(anySquareTo(axis), radius))

/**
 * Rounds that touch a face that changes go with it, and those that touch them.
 * Errors: round (there is no such round any more)
 */
export function withRounds(on: Pointable, faces: ReadonlyMap<number, NewFace>): Map<number, NewFace> {
  const all = new Map(faces)
  const beside = besideOf(on)
  const waiting = [...faces.keys()]
  for (let region = waiting.pop(); region !== undefined; region = waiting.pop())
    for (const next of beside[region]!.smooth) {
      if (all.has(next)) continue
      const round = shapeOf(on, next)
      if (!isRound(round)) continue
      const supports = supportsOf(on, next)
      if (!supports.some((s) => all.has(s.region))) continue
      const moved = followed(on, next, round, supports, all)
      if (!moved) continue
      all.set(next, moved)
      waiting.push(next)
    }
  return all
}

const cannot = () => raise('round', 'A round beside it would need another radius: change that together with it, or take the round away first.') // prettier-ignore

/** Where a round goes with the faces that it touches; nowhere where it may stay. */
function followed(
  on: Pointable,
  region: number,
  round: Round,
  supports: readonly Support[],
  faces: ReadonlyMap<number, NewFace>,
): NewFace | undefined {
  const now = supports.map((s) => ({ ...s, now: faces.get(s.region)?.side ?? s.side }))
  const flats = now.filter((s) => s.side.shape.kind === 'plane')
  const start = round.kind === 'torus' ? ringPoint(round) : round.point
  let axis = round.kind === 'sphere' ? undefined : round.axis
  let radius = round.kind === 'torus' ? round.radius : 0
  if (axis && round.kind === 'cylinder' && flats.length > 1) {
    const along = cross(flats[0]!.now.out(start), flats[1]!.now.out(start))
    if (length(along) > 0.02) axis = scale(normalize(along), Math.sign(dot(along, axis)) || 1)
  }
  if (round.kind === 'torus') {
    for (const s of now) {
      if (s.side.shape.kind !== 'cylinder' || s.now.shape.kind !== 'cylinder') continue
      radius += s.now.shape.radius - s.side.shape.radius
      if (s.now.shape.point !== s.side.shape.point && distance(s.now.shape.point, s.side.shape.point) > 1e-6) return cannot() // prettier-ignore
    }
    if (flats.some((s) => Math.abs(dot(s.now.out(start), round.axis)) < 1 - PARALLEL)) return cannot()
  }
  const shift = shiftOf(flats.map((s) => ({ way: s.now.out(start), by: s.off - s.now.off(start) })))
  if (!shift) return cannot()
  if (length(shift) < 1e-9 && axis === (round.kind === 'sphere' ? undefined : round.axis) && (round.kind !== 'torus' || radius === round.radius)) return undefined // prettier-ignore
  const point = add(round.point, shift)
  const shape: Round = round.kind === 'sphere' ? { ...round, point } : round.kind === 'cylinder' ? { ...round, axis: axis!, point } : { ...round, axis: axis!, point, radius } // prettier-ignore
  const wider = round.kind === 'torus' ? radius - round.radius : 0
  const carry = (p: Vec3): Vec3 => {
    if (wider === 0 || round.kind !== 'torus') return add(p, shift)
    const from = sub(p, round.point)
    const flat = sub(from, scale(round.axis, dot(from, round.axis)))
    return add(add(p, shift), scale(normalize(flat), wider))
  }
  return faceLike(sideOf(on, region), shape, cornerOf(on, region), carry)
}

/** The least shift that does all of some shifts along directions; none where they are against each other. */
function shiftOf(wanted: readonly { way: Vec3; by: number }[]): Vec3 | undefined {
  const out = leastStep(wanted, 1e-4)
  return wanted.every(({ way, by }) => Math.abs(dot(way, out) - by) < 1e-4) ? out : undefined
}
