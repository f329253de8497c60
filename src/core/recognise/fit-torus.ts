import { solve } from '../geometry/solve'
import { add, anySquareTo, cross, dot, length, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { fitCircle } from './circle-fit'
import type { Patch } from './patch'
import { offFace } from './off-face'
import type { RecognisedFace } from './recognised-face'

type Torus = Extract<RecognisedFace, { kind: 'torus' }>

/** So many points and facets are enough to fit with; the fit is held against all points. */
const MOST = 400

/**
 * The torus of a patch, if it is one: its axis is met by all normals (the least eigenvector of their line coordinates;
 * Pottmann and Wallner, "Computational line geometry", 2001), ring and tube follow from a circle in the half-plane
 * through the axis, and all seven are then fitted together.
 */
export function fitTorus(patch: Patch): Torus | undefined {
  const { points, facets, slack } = patch
  if (points.length < 12 || facets.length < 12) return undefined
  const some = <T>(list: readonly T[]) => list.filter((_, i) => i % Math.ceil(list.length / MOST) === 0)
  const used = some(points)
  const first = throughNormals({ facets: some(facets), points: used, slack })
  if (!first) return undefined
  const torus = refined(first, used)
  const allowed = 2 * slack + 2e-4 * torus.tube
  if (!(torus.tube > 0) || torus.radius < 0 || torus.radius > 1e4 || torus.tube > 1e4) return undefined
  if (points.some((p) => offFace(torus, p) > allowed)) return undefined
  const outward = facets.reduce((sum, f) => sum + f.area * dot(f.normal, fromRing(torus, f.middle)), 0)
  return { ...torus, hole: outward < 0, area: facets.reduce((sum, f) => sum + f.area, 0) }
}

/** From the nearest point of the ring's middle line. */
function fromRing({ axis, point, radius }: Torus, p: Vec3): Vec3 {
  const from = sub(p, point)
  const flat = sub(from, scale(axis, dot(from, axis)))
  return sub(from, scale(normalize(flat), radius))
}

function throughNormals({ facets, points }: Patch): Torus | undefined {
  const middle = scale(points.reduce((sum: Vec3, p) => add(sum, p), [0, 0, 0]), 1 / points.length) // prettier-ignore
  const size = Math.sqrt(points.reduce((sum, p) => sum + dot(sub(p, middle), sub(p, middle)), 0) / points.length) || 1
  const sums = Array.from({ length: 6 }, () => new Array<number>(6).fill(0))
  for (const { normal, area, middle: at } of facets) {
    const moment = cross(scale(sub(at, middle), 1 / size), normal)
    const row = [...moment, ...normal]
    for (let i = 0; i < 6; i++) for (let j = 0; j < 6; j++) sums[i]![j]! += area * row[i]! * row[j]!
  }
  const found = least(sums)
  const a: Vec3 = [found[0]!, found[1]!, found[2]!]
  const b: Vec3 = [found[3]!, found[4]!, found[5]!]
  if (length(a) < 1e-3) return undefined
  const axis = normalize(a)
  const foot = scale(cross(a, b), 1 / dot(a, a))
  const point = add(middle, scale(foot, size))
  const half = points.map((p): Vec2 => {
    const from = sub(p, point)
    const h = dot(from, axis)
    return [length(sub(from, scale(axis, h))), h]
  })
  const tube = fitCircle(half)
  if (!tube) return undefined
  return {
    kind: 'torus',
    axis,
    point: add(point, scale(axis, tube.centre[1])),
    radius: tube.centre[0],
    tube: tube.radius,
    hole: false,
    area: 0,
  }
}

/** The eigenvector of the least eigenvalue, by inverse iteration. */
function least(m: readonly (readonly number[])[]): number[] {
  const trace = m.reduce((sum, row, i) => sum + row[i]!, 0)
  let v = [0.9, 0.5, 0.7, 0.3, 0.6, 0.4]
  for (let round = 0; round < 60; round++) {
    const shifted = m.map((row, i) => row.map((x, j) => x + (i === j ? 1e-10 * trace : 0)))
    const next = solve(shifted, [...v])
    if (!next) break
    const long = Math.hypot(...next)
    v = next.map((x) => x / long)
  }
  return v
}

/** Gauss and Newton's steps on all seven: two for the direction, three for the place, ring and tube. */
function refined(start: Torus, points: readonly Vec3[]): Torus {
  let now = start
  const off = (t: Torus, p: Vec3) => {
    const from = sub(p, t.point)
    const h = dot(from, t.axis)
    return Math.hypot(length(sub(from, scale(t.axis, h))) - t.radius, h) - t.tube
  }
  for (let round = 0; round < 8; round++) {
    const x = anySquareTo(now.axis)
    const y = cross(now.axis, x)
    const moved = (k: number, by: number): Torus => {
      if (k < 2) return { ...now, axis: normalize(add(now.axis, scale(k === 0 ? x : y, by))) }
      if (k < 5) return { ...now, point: add(now.point, scale([x, y, now.axis][k - 2]!, by)) }
      return k === 5 ? { ...now, radius: now.radius + by } : { ...now, tube: now.tube + by }
    }
    const step = (k: number) => (k < 2 ? 1e-6 : 1e-6 * (now.radius + now.tube))
    const a = Array.from({ length: 7 }, () => new Array<number>(7).fill(0))
    const b = new Array<number>(7).fill(0)
    const tries = Array.from({ length: 7 }, (_, k) => moved(k, step(k)))
    for (const p of points) {
      const here = off(now, p)
      const slopes = tries.map((t, k) => (off(t, p) - here) / step(k))
      for (let i = 0; i < 7; i++) {
        b[i]! -= slopes[i]! * here
        for (let j = 0; j < 7; j++) a[i]![j]! += slopes[i]! * slopes[j]!
      }
    }
    for (let i = 0; i < 7; i++) a[i]![i]! *= 1 + 1e-9
    const change = solve(a, b)
    if (!change || change.some((v) => !Number.isFinite(v))) return now
    for (let k = 0; k < 7; k++) now = moved(k, change[k]!)
    if (Math.hypot(...change) < 1e-10) break
  }
  return now
}
