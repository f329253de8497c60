import { add, angleBetween, cross, dot, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import type { Station } from './chains'
import { meetingPoint, type Side } from './side'

/** What an edge becomes: a round of a radius, or a flat between two distances from the edge along its faces. Lengths mm. */
export type Form =
  | { kind: 'round'; radius: number }
  /** `a` along the face to the left. */
  | { kind: 'flat'; a: number; b: number }
  /** By the distance along one of the faces (the one to the left is 0) and the angle to that, radians. */
  | { kind: 'slanted'; a: number; angle: number; along: 0 | 1 }

/** The cross-section of what is cut off an edge, or filled into it, square to the edge. */
export interface Section {
  /** Where the new face begins and ends on the old ones. */
  contacts: readonly [Vec3, Vec3]
  /** From one contact to the other: the new face. */
  across: readonly Vec3[]
  /** Round behind the edge, in front of the faces (or behind them, where it is filled in). */
  behind: readonly [Vec3, Vec3, Vec3]
  /** Of a round its middle. */
  centre?: Vec3
}

/**
 * @param lift how far the section stands out of what it opens, or goes into what it is joined to, mm
 * @param chords of a round
 * @returns none where there is no such section
 */
export function sectionAt(
  station: Station,
  convex: boolean,
  form: Form,
  lift: number,
  chords: number,
): Section | undefined {
  const { at, way, sides } = station
  const s = convex ? -1 : 1
  const tip = meetingPoint(sides, [-s * lift, -s * lift], at, way)
  const found = form.kind === 'round' ? roundAt(station, s * form.radius, chords) : flatAt(station, form)
  if (!tip || !found) return undefined
  const lifted = (side: Side, p: Vec3) => add(p, scale(side.out(p), -s * lift))
  const [a, b] = found.contacts
  return { ...found, behind: [lifted(sides[1], b), tip, lifted(sides[0], a)] }
}

/** @param reach how far the ball's middle is in front of both faces */
function roundAt({ at, way, sides }: Station, reach: number, chords: number): Omit<Section, 'behind'> | undefined {
  const centre = meetingPoint(sides, [reach, reach], at, way)
  if (!centre) return undefined
  const [a, b] = sides.map((side) => sub(centre, scale(side.out(centre), reach))) as [Vec3, Vec3]
  return { contacts: [a, b], across: arcAbout(centre, a, b, chords), centre }
}

/** Points on the shorter way round a middle, both ends among them. */
export function arcAbout(centre: Vec3, a: Vec3, b: Vec3, chords: number): Vec3[] {
  const [u, v] = [sub(a, centre), sub(b, centre)]
  const angle = angleBetween(u, v)
  if (angle < 1e-9) return [a, b]
  return Array.from({ length: chords + 1 }, (_, k) => {
    if (k === 0) return a
    if (k === chords) return b
    const t = k / chords
    return add(centre, add(scale(u, Math.sin((1 - t) * angle) / Math.sin(angle)), scale(v, Math.sin(t * angle) / Math.sin(angle)))) // prettier-ignore
  })
}

function flatAt(station: Station, form: Exclude<Form, { kind: 'round' }>): Omit<Section, 'behind'> | undefined {
  const { at, way, sides } = station
  const inA = normalize(cross(sides[0].out(at), way))
  const inB = normalize(cross(way, sides[1].out(at)))
  const sizes = sizesOf(form, angleBetween(inA, inB))
  if (!sizes) return undefined
  const contacts = [onto(sides[0], add(at, scale(inA, sizes[0])), way), onto(sides[1], add(at, scale(inB, sizes[1])), way)] as const // prettier-ignore
  return { contacts, across: contacts }
}

/** Distances along both faces, in a corner of an angle (law of sines); none where the flat never meets the other face. */
function sizesOf(form: Exclude<Form, { kind: 'round' }>, corner: number): readonly [number, number] | undefined {
  if (form.kind === 'flat') return [form.a, form.b]
  const far = Math.sin(corner + form.angle)
  if (far < 1e-6) return undefined
  const other = (form.a * Math.sin(form.angle)) / far
  return form.along === 0 ? [form.a, other] : [other, form.a]
}

/** The nearest place on a face, without leaving the section. */
function onto(side: Side, from: Vec3, way: Vec3): Vec3 {
  let p = from
  for (let i = 0; i < 20; i++) {
    const [off, out] = [side.off(p), side.out(p)]
    const flat = sub(out, scale(way, dot(out, way)))
    const slope = dot(flat, out)
    if (Math.abs(off) < 1e-10 || slope < 1e-6) return p
    p = sub(p, scale(flat, off / slope))
  }
  return p
}
