import { add, anySquareTo, cross, dot, length, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { fitCircle } from './circle-fit'
import { symmetricEigen } from './eigen'
import { fitTorus } from './fit-torus'
import type { Patch } from './patch'
import type { RecognisedFace } from './recognised-face'

const areaOf = (patch: Patch): number => patch.facets.reduce((sum, f) => sum + f.area, 0)

/** What a patch stands for, the simplest that fits first; undefined if nothing does. */
export const fitSurface = (patch: Patch): RecognisedFace | undefined =>
  patch.points.length < 3 ? undefined : (fitPlane(patch) ?? fitRound(patch))

/**
 * What is square to one direction all over is a cylinder or nothing: the corners of a few sides of a prism lie on a ball
 * as soon as on a circle, and those of three on many a ring.
 */
function fitRound(patch: Patch): RecognisedFace | undefined {
  const axis = symmetricEigen(spread(patch)).vectors[0]
  const square = !leans(patch, (f) => Math.abs(dot(f.normal, axis)) > LEAN)
  return square ? cylinderAlong(axis, patch) : (fitCone(patch) ?? fitSphere(patch) ?? fitTorus(patch))
}

export function fitPlane(patch: Patch): RecognisedFace | undefined {
  const { facets, points, slack } = patch
  const normal = normalize(facets.reduce((sum: Vec3, f) => add(sum, scale(f.normal, f.area)), [0, 0, 0]))
  if (length(normal) === 0) return undefined
  const offset = points.reduce((sum, p) => sum + dot(p, normal), 0) / points.length
  if (points.some((p) => Math.abs(dot(p, normal) - offset) > slack)) return undefined
  return { kind: 'plane', normal, point: scale(normal, offset), area: areaOf(patch) }
}

/** Sums of products of the facets' normals, weighted by area; less those of their mean where it is given. */
function spread(patch: Patch, mean: Vec3 = [0, 0, 0]): number[] {
  const m = [0, 0, 0, 0, 0, 0]
  for (const { normal, area: w } of patch.facets) {
    const n = sub(normal, mean)
    m[0]! += w * n[0] * n[0]
    m[1]! += w * n[0] * n[1]
    m[2]! += w * n[0] * n[2]
    m[3]! += w * n[1] * n[1]
    m[4]! += w * n[1] * n[2]
    m[5]! += w * n[2] * n[2]
  }
  return m
}

/** Facets of a cylinder may lean this far from its axis (sine). */
const LEAN = 0.05
/** Slivers lean anyhow in a noisy mesh: up to so much of the area may. */
const SLIVERS = 0.01

/** True of a patch that has more area that leans than slivers can have. */
function leans(patch: Patch, is: (f: Patch['facets'][number]) => boolean): boolean {
  const area = patch.facets.reduce((sum, f) => sum + (f.area > patch.slack && is(f) ? f.area : 0), 0)
  return area > SLIVERS * areaOf(patch)
}

/** Fewest directions in which the vertices of a round face lie. */
const FEWEST = 4

/** The cylinder of a known direction. */
export function cylinderAlong(axis: Vec3, patch: Patch): Extract<RecognisedFace, { kind: 'cylinder' }> | undefined {
  const { facets, points, slack } = patch
  const x = anySquareTo(axis)
  const y = cross(axis, x)
  const flat = points.map((p): Vec2 => [dot(p, x), dot(p, y)])
  const circle = roundOf(flat, slack)
  if (!circle || circle.radius > 1e4 || !showsRound(flat, circle.centre)) return undefined
  const point = add(scale(x, circle.centre[0]), scale(y, circle.centre[1]))
  const outward = facets.reduce((sum, f) => sum + f.area * dot(f.normal, sub(f.middle, point)), 0)
  return { kind: 'cylinder', axis, point, radius: circle.radius, hole: outward < 0, area: areaOf(patch) }
}

/** Largest step between the corners of a round whose chords others may lie on, radians. */
const STEP = Math.PI / 6

/**
 * The circle that places lie on. Where others have cut into a mesh of a round face, their rims lie on its chords, up to the
 * height of those within the circle.
 */
function roundOf(points: readonly Vec2[], slack: number): { centre: Vec2; radius: number } | undefined {
  const whole = fitCircle(points)
  if (!whole) return undefined
  const off = (c: typeof whole, [x, y]: Vec2) => Math.hypot(x - c.centre[0], y - c.centre[1]) - c.radius
  const tolerance = (c: typeof whole) => 2 * slack + c.radius * 1e-4
  if (whole.error <= tolerance(whole)) return whole
  let circle = whole
  let corners = points
  for (let round = 0; round < 4; round++) {
    const outer = corners.filter((p) => off(circle, p) > -tolerance(circle) / 2)
    if (outer.length === corners.length || outer.length < 2 * FEWEST) break
    corners = outer
    circle = fitCircle(corners) ?? circle
  }
  if (circle.error > tolerance(circle)) return undefined
  const angles = corners.map(([x, y]) => Math.atan2(y - circle.centre[1], x - circle.centre[0])).sort((a, b) => a - b)
  const steps = angles.map((a, i) => (i === 0 ? 0 : a - angles[i - 1]!)).filter((s) => s < STEP)
  const high = circle.radius * (1 - Math.cos(Math.max(0, ...steps) / 2))
  return points.every((p) => off(circle, p) < tolerance(circle) && off(circle, p) > -high - tolerance(circle)) ? circle : undefined // prettier-ignore
}

/** With fewer strips than this each has to turn as far as the others: three sides of a prism are soon near some circle. */
const SURE = 6
const EVEN = 1.08
/** Places in directions nearer to each other than this are of one line along it, radians. */
const APART = 0.01

/** Whether places on a circle lie in so many directions, or so evenly, that it is one. */
function showsRound(points: readonly Vec2[], centre: Vec2): boolean {
  const angles = points.map((p) => Math.atan2(p[1] - centre[1], p[0] - centre[0])).sort((a, b) => a - b)
  const turns = angles.map((a, i) => (i === 0 ? a + 2 * Math.PI - angles.at(-1)! : a - angles[i - 1]!))
  const steps = turns.filter((a) => a > APART).sort((a, b) => a - b)
  if (steps.length < FEWEST || steps.length >= SURE) return steps.length >= FEWEST
  // The largest is the way round from its end to its beginning.
  return steps.at(-2)! < EVEN * steps[0]!
}

export function fitCone(patch: Patch): RecognisedFace | undefined {
  const { facets, points, slack } = patch
  const total = areaOf(patch)
  const mean = scale(
    facets.reduce((sum: Vec3, f) => add(sum, scale(f.normal, f.area)), [0, 0, 0]),
    1 / (total || 1),
  )
  const axis = symmetricEigen(spread(patch, mean)).vectors[0]
  const lean = dot(mean, axis)
  if (Math.abs(lean) < 0.02 || Math.abs(lean) > 0.999) return undefined
  if (leans(patch, (f) => Math.abs(dot(f.normal, axis) - lean) > LEAN)) return undefined
  const apex = meetingPoint(patch)
  if (!apex) return undefined
  // Seen from the apex the cone opens along `open`.
  const middle = scale(
    points.reduce((sum: Vec3, p) => add(sum, p), [0, 0, 0]),
    1 / points.length,
  )
  const open = dot(sub(middle, apex), axis) < 0 ? scale(axis, -1) : axis
  const along = points.map((p): Vec2 => {
    const h = dot(sub(p, apex), open)
    return [h, length(sub(sub(p, apex), scale(open, h)))]
  })
  // The corners lie on the true cone; facets lean a little less than it does.
  const half = Math.atan2(
    along.reduce((sum, [h, r]) => sum + h * r, 0),
    along.reduce((sum, [h]) => sum + h * h, 0),
  )
  let [widest, worst] = [0, 0]
  for (const [h, r] of along) {
    widest = Math.max(widest, r)
    worst = Math.max(worst, Math.abs(r * Math.cos(half) - h * Math.sin(half)))
  }
  if (worst > 2 * slack + 2e-4 * widest || points.length < 6) return undefined
  const point = add(apex, scale(open, widest / Math.tan(half)))
  const away = facets.reduce((sum, f) => {
    const from = sub(f.middle, apex)
    return sum + f.area * dot(f.normal, sub(from, scale(open, dot(from, open))))
  }, 0)
  return { kind: 'cone', axis: open, point, radius: widest, halfAngle: half, hole: away < 0, area: total }
}

/** The point all facets' planes run through, by least squares. */
function meetingPoint(patch: Patch): Vec3 | undefined {
  const m = spread(patch)
  const right: [number, number, number] = [0, 0, 0]
  for (const { normal, area, middle } of patch.facets) {
    const d = area * dot(normal, middle)
    for (const c of [0, 1, 2] as const) right[c] += d * normal[c]
  }
  const rows: [Vec3, Vec3, Vec3] = [[m[0]!, m[1]!, m[2]!], [m[1]!, m[3]!, m[4]!], [m[2]!, m[4]!, m[5]!]] // prettier-ignore
  return solve3(rows, right)
}

/** Cramer's rule; undefined where the rows depend on each other. */
function solve3([a, b, c]: readonly [Vec3, Vec3, Vec3], right: Vec3): Vec3 | undefined {
  const det = dot(a, cross(b, c))
  const size = length(a) * length(b) * length(c)
  if (size === 0 || Math.abs(det) < 1e-9 * size) return undefined
  const column = (k: 0 | 1 | 2): Vec3 => [a[k], b[k], c[k]]
  const [p, q, r] = [column(0), column(1), column(2)]
  return [dot(right, cross(q, r)) / det, dot(p, cross(right, r)) / det, dot(p, cross(q, right)) / det]
}

export function fitSphere(patch: Patch): RecognisedFace | undefined {
  const { points, facets, slack } = patch
  if (points.length < 8) return undefined
  const middle = scale(
    points.reduce((sum: Vec3, p) => add(sum, p), [0, 0, 0]),
    1 / points.length,
  )
  // |q|2 = 2 q.c + k, with q from the middle: linear in c and k, and the q sum to nothing.
  const rows: [number[], number[], number[]] = [[0, 0, 0], [0, 0, 0], [0, 0, 0]] // prettier-ignore
  const right: [number, number, number] = [0, 0, 0]
  let square = 0
  for (const p of points) {
    const q = sub(p, middle)
    const qq = dot(q, q)
    square += qq
    for (const i of [0, 1, 2] as const) {
      right[i] += (q[i] * qq) / 2
      for (const j of [0, 1, 2] as const) rows[i]![j]! += q[i] * q[j]
    }
  }
  const centre = solve3(rows as unknown as [Vec3, Vec3, Vec3], right)
  if (!centre) return undefined
  const radius = Math.sqrt(square / points.length + dot(centre, centre))
  const at = add(middle, centre)
  if (radius > 1e4 || points.some((p) => Math.abs(length(sub(p, at)) - radius) > 2 * slack)) return undefined
  const outward = facets.reduce((sum, f) => sum + f.area * dot(f.normal, sub(f.middle, at)), 0)
  return { kind: 'sphere', point: at, radius, hole: outward < 0, area: areaOf(patch) }
}
