import { solve3 } from '../geometry/solve'
import { compose, fromFrame, type Placement, translation, turnOnto } from '../geometry/placement'
import { add, cross, dot, length, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { offsetProfile } from '../profile/offset'
import { arc, line, type Profile } from '../profile/segment'
import { rectangle } from '../profile/shapes'
import { expectOk, raise } from '../result'
import { behindLine } from './cut-line'
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

/** None of faces that meet in inner corners and in outer ones. */
export function flatsCut(flats: readonly Flat[], far: number): FlatsCut | undefined {
  const over = flats.flatMap((a) => flats.flatMap((b) => (a === b ? [] : [dot(a.out, sub(b.point, a.point))]))).filter((v) => Math.abs(v) > ON) // prettier-ignore
  const inner = over.every((v) => v > 0)
  return inner || over.every((v) => v < 0) ? { flats, inner, far } : undefined
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

/**
 * The spaces behind the faces and up to the front of the cut, in the project's frame. What lies over an outer edge is round
 * along it and about a corner, so that the gap is the same there too.
 * @param ends how far in front of the faces they end, mm
 */
export function flatsKerf(
  kernel: Kernel,
  { flats, inner, far }: FlatsCut,
  ends: readonly [number, number],
  { step, cut }: KerfNames,
  tolerance: number,
): Kerf {
  const named = (role: string) => ({ step, side: role, top: 'end', bottom: 'end', copy: [cut] })
  const behindAll = (by: number, role: string): Solid => {
    const halves = flats.map(({ point, out }) => {
      const names = { ...named('end'), top: role }
      const half = kernel.extrude(rectangle(-4 * far, -4 * far, 4 * far, 4 * far), -4 * far, 0, { names, tolerance: 1 })
      return kernel.place(half, compose(translation(add(point, scale(out, by))), turnOnto([0, 0, 1], out)))
    })
    return inner ? kernel.union(halves) : halves.reduce((a, b) => kernel.intersect(a, b))
  }
  const round = (by: number, role: string): Solid => {
    const edges = flats.flatMap((a, i) => flats.slice(i + 1).flatMap((b) => overEdge(a, b, far) ?? []))
    const solids = edges.map(({ frame, behind, reach }) => {
      const grown = expectOk(offsetProfile(behind, by))
      return kernel.place(kernel.extrude(grown, -3 * reach, 3 * reach, { names: named(role), tolerance }), frame)
    })
    const alongEdges = solids.reduce((a, b) => kernel.intersect(a, b))
    const tips = flats.flatMap((a, i) => flats.slice(i + 1).flatMap((b, j) => flats.slice(i + j + 2).flatMap((c) => overTip(kernel, [a, b, c], by, named(role), tolerance) ?? []))) // prettier-ignore
    return tips.length > 0 ? kernel.subtract(alongEdges, tips) : alongEdges
  }
  const [behind, front] = ends
  return {
    behind: behindAll(behind, CUT_ROLES.behind),
    upTo: inner || front <= behind ? behindAll(front, CUT_ROLES.front) : round(front, CUT_ROLES.front),
  }
}

/** What lies farther than a distance off the corner in which three faces meet, and is nearer to that than to any of them; none of faces that do not. */
function overTip(
  kernel: Kernel,
  faces: readonly [Flat, Flat, Flat],
  by: number,
  names: { step: string; side: string; copy: string[] },
  tolerance: number,
): Solid | undefined {
  const outs = faces.map((f) => f.out)
  const off = faces.map(({ point, out }) => dot(out, point)) as unknown as Vec3
  const tip = Math.abs(dot(outs[0]!, cross(outs[1]!, outs[2]!))) > SLANT ? solve3(outs, off) : undefined
  if (!tip) return undefined
  const corners = Array.from({ length: 8 }, (_, k) => outs.reduce((p, out, i) => ((k >> i) & 1 ? add(p, scale(out, 2 * by)) : p), tip)) // prettier-ignore
  const half: Profile = { loops: [[arc([0, -by], [0, by], [0, 0], true, 'round'), line([0, by], [0, -by], 'axis')]] }
  const ball = kernel.revolve(half, 2 * Math.PI, { ...names, start: names.side, end: names.side }, tolerance)
  return kernel.subtract(kernel.around(corners.flat()), [kernel.place(ball, translation(tip))])
}

/** What lies behind two faces, across the edge at which they meet; none of faces that do not. */
function overEdge(a: Flat, b: Flat, far: number): { frame: Placement; behind: Profile; reach: number } | undefined {
  const across = cross(a.out, b.out)
  if (length(across) < SLANT) return undefined
  const along = normalize(across)
  const side = cross(along, a.out)
  const [c, s] = [dot(b.out, a.out), dot(b.out, side)]
  const down = dot(b.out, sub(b.point, a.point)) / s
  const frame = fromFrame(a.out, side, along, add(a.point, scale(side, down)))
  const reach = far + Math.abs(down)
  const ends: [Vec2, Vec2] = [[-4 * reach * s, 4 * reach * c], [0, -4 * reach]] // prettier-ignore
  const behind = behindLine([line(ends[0], [0, 0], 'one'), line([0, 0], ends[1], 'other')], [0, 0], reach)
  return { frame, behind: { loops: [behind] }, reach }
}
