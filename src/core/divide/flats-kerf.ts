import { compose, type Placement, translation, turnOnto } from '../geometry/placement'
import { add, cross, dot, length, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { rectangle } from '../profile/shapes'
import { raise } from '../result'
import { CUT_ROLES, type Kerf, type KerfNames } from './kerf'

/** A flat face of what a piece stands on: a place on it, and the way out of it. */
export interface Flat {
  point: Vec3
  out: Vec3
}

/** Several flat faces drawn on past their edges, with what stands on all of them in front. */
export interface FlatsCut {
  flats: readonly Flat[]
  /** Whether they meet in an inner corner, in which the piece lies; else it lies over an outer one. */
  inner: boolean
  /** How far round the first of the places the part reaches, mm. */
  far: number
}

/** A place this near to a face lies on it, mm. */
const ON = 1e-3

/** Errors: bent (the faces meet in inner corners and in outer ones) */
export function flatsCut(flats: readonly Flat[], far: number): FlatsCut {
  const over = flats.flatMap((a) => flats.flatMap((b) => (a === b ? [] : [dot(a.out, sub(b.point, a.point))]))).filter((v) => Math.abs(v) > ON) // prettier-ignore
  const inner = over.every((v) => v > 0)
  if (!inner && over.some((v) => v > 0)) return raise('bent', 'What it stands on bends inwards and outwards; a cut can follow faces that meet in inner corners alone, or in outer ones. A plane or a drawing can be had.', 'holds') // prettier-ignore
  return { flats, inner, far }
}

/** How far in front of the cut a place lies, mm. */
export function inFrontOfFlats({ flats, inner }: FlatsCut, p: Vec3): number {
  const over = flats.map(({ point, out }) => dot(out, sub(p, point)))
  return inner ? Math.min(...over) : Math.max(...over)
}

/**
 * The ways by which the piece comes off all of the faces: straight off one of them where the others let it, between them, and
 * where there are two along both.
 * Errors: opposite
 */
export function waysOffFlats({ flats }: FlatsCut): Vec3[] {
  const sum = flats.reduce<Vec3>((all, f) => add(all, f.out), [0, 0, 0])
  if (length(sum) < 1e-6 || flats.some((f) => dot(f.out, sum) < -1e-9)) return raise('opposite', 'What it stands on holds it from all sides, so that it could not come off. A plane through it can be had.', 'holds') // prettier-ignore
  const along = flats.length === 2 ? normalize(cross(flats[0]!.out, flats[1]!.out)) : undefined
  const straight = flats.map((f) => f.out).filter((out) => flats.every((f) => dot(f.out, out) > -SLANT))
  return [
    ...straight.map((out) => alongOthers(out, flats)),
    normalize(sum),
    ...(along ? [along, scale(along, -1)] : []),
  ]
}

/** Faces of found meshes are square to each other to within so much, a share. */
const SLANT = 2e-3

/** A way, turned a little where it would lead into a face. */
const alongOthers = (way: Vec3, flats: readonly Flat[]): Vec3 => normalize(flats.reduce((now, f) => (dot(f.out, now) < 0 ? sub(now, scale(f.out, dot(f.out, now))) : now), way)) // prettier-ignore

/** Where the piece comes off by a way, that way its z. */
export const seatOnFlats = ({ flats }: FlatsCut, way: Vec3): Placement => compose(translation(flats[0]!.point), turnOnto([0, 0, 1], way)) // prettier-ignore

/** How far from a place in a direction the cut is met, mm; none where it is not, or all along. */
export function overFlats({ flats, inner }: FlatsCut, place: Vec3, way: Vec3): number | undefined {
  const heights: number[] = []
  for (const { point, out } of flats) {
    const [over, rise] = [dot(out, sub(place, point)), dot(out, way)]
    if (rise > 1e-9) heights.push(-over / rise)
    else if (over > 0 !== inner) return undefined
  }
  return heights.length === 0 ? undefined : inner ? Math.max(...heights) : Math.min(...heights)
}

/** The spaces behind the faces and up to the front of the cut, in the project's frame. @param ends how far in front of them they end, mm */
export function flatsKerf(
  kernel: Kernel,
  { flats, inner, far }: FlatsCut,
  ends: readonly [number, number],
  { step, cut }: KerfNames,
): Kerf {
  const space = (by: number, role: string): Solid => {
    const halves = flats.map(({ point, out }) => {
      const names = { step, side: 'end', top: role, bottom: 'end', copy: [cut] }
      const half = kernel.extrude(rectangle(-4 * far, -4 * far, 4 * far, 4 * far), -4 * far, 0, { names, tolerance: 1 })
      return kernel.place(half, compose(translation(add(point, scale(out, by))), turnOnto([0, 0, 1], out)))
    })
    return inner ? kernel.union(halves) : halves.reduce((a, b) => kernel.intersect(a, b))
  }
  return { behind: space(ends[0], CUT_ROLES.behind), upTo: space(ends[1], CUT_ROLES.front) }
}
