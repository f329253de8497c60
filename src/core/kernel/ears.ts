import earcut from 'earcut'
import type { Vec2 } from '../geometry/vec'
import { inPolygon, polygonArea } from '../profile/polygon'

/** What the triangles may differ from the polygons in area, of it. */
const SAME = 1e-9

/**
 * Triangles of polygons (outside anticlockwise, holes clockwise), as indices into all their points in order. Quick, but
 * points on a straight line are passed over and rims that touch are not seen: where the triangles do not fill the
 * polygons with every edge of these in them once, there are none.
 */
export function ears(polygons: readonly (readonly Vec2[])[]): number[][] | undefined {
  let first = 0
  const rings = polygons.map((points) => {
    const ring = { points, first, area: polygonArea(points) }
    first += points.length
    return ring
  })
  const outer = rings.filter((r) => r.area > 0)
  const holes = new Map(outer.map((r) => [r, [] as typeof rings]))
  for (const hole of rings.filter((r) => r.area <= 0)) {
    const homes = outer.filter((r) => r.area > -hole.area && inPolygon(r.points, hole.points[0]!))
    const home = homes.sort((a, b) => a.area - b.area)[0]
    if (!home) return undefined
    holes.get(home)!.push(hole)
  }
  const triangles: number[][] = []
  for (const ring of outer) {
    const own = earsOf([ring, ...holes.get(ring)!])
    if (!own) return undefined
    for (const t of own) triangles.push(t)
  }
  return triangles
}

/** A point so near to the line through its neighbours lies on it, mm. */
const STRAIGHT = 1e-6

/** The same where points may lie on straight lines between others: these are left out first, and put into the edges of what comes out. */
export function earsOfAll(polygons: readonly (readonly Vec2[])[]): number[][] | undefined {
  const numbers: number[] = []
  const between = new Map<string, number[]>()
  let first = 0
  const bare = polygons.map((points) => {
    const corners = [...points.keys()].filter((i) => !isStraight(points.at(i - 1)!, points[i]!, points[(i + 1) % points.length]!)) // prettier-ignore
    for (const [k, i] of corners.entries()) {
      const to = corners[(k + 1) % corners.length]!
      const passed = Array.from({ length: (to - i - 1 + points.length) % points.length }, (_, n) => first + ((i + 1 + n) % points.length)) // prettier-ignore
      if (passed.length > 0) between.set(`${first + i} ${first + to}`, passed)
      numbers.push(first + i)
    }
    first += points.length
    return corners.map((i) => points[i]!)
  })
  if (bare.some((points) => points.length < 3)) return undefined
  const found = ears(bare)?.map((t) => t.map((i) => numbers[i]!))
  return found?.flatMap((t) => withPassed(t, between))
}

/** A triangle parted at points on its edges, each edge in its turn. */
function withPassed([a, b, c]: number[], between: ReadonlyMap<string, readonly number[]>): number[][] {
  const turns: [number, number, number][] = [[a!, b!, c!], [b!, c!, a!], [c!, a!, b!]] // prettier-ignore
  for (const [u, v, w] of turns) {
    const passed = between.get(`${u} ${v}`)
    if (!passed) continue
    const run = [u, ...passed, v]
    const others = new Map(between)
    others.delete(`${u} ${v}`)
    return run.slice(1).flatMap((to, k) => withPassed([run[k]!, to, w], others))
  }
  return [[a!, b!, c!]]
}

function isStraight([ax, ay]: Vec2, [x, y]: Vec2, [bx, by]: Vec2): boolean {
  const [dx, dy] = [bx - ax, by - ay]
  const long = Math.hypot(dx, dy)
  if (long < STRAIGHT) return false
  const ahead = (x - ax) * dx + (y - ay) * dy
  return Math.abs((x - ax) * dy - (y - ay) * dx) < STRAIGHT * long && ahead > 0 && ahead < long * long
}

interface Ring {
  points: readonly Vec2[]
  first: number
  area: number
}

function earsOf(rings: readonly Ring[]): number[][] | undefined {
  const flat: number[] = []
  const number: number[] = []
  const starts: number[] = []
  const next = new Map<number, number>()
  for (const { points, first } of rings) {
    if (number.length > 0) starts.push(number.length)
    for (const [i, [x, y]] of points.entries()) {
      flat.push(x, y)
      number.push(first + i)
      next.set(first + i, first + ((i + 1) % points.length))
    }
  }
  const found = earcut(flat, starts)
  if (found.length / 3 !== number.length + 2 * starts.length - 2) return undefined
  const out: number[][] = []
  let area = 0
  let rim = 0
  for (let t = 0; t < found.length; t += 3) {
    const corners = [found[t]!, found[t + 1]!, found[t + 2]!]
    const twice = doubleArea(flat, corners)
    area += Math.abs(twice) / 2
    const triangle = (twice < 0 ? corners.reverse() : corners).map((i) => number[i]!)
    for (let k = 0; k < 3; k++) if (next.get(triangle[k]!) === triangle[(k + 1) % 3]) rim += 1
    out.push(triangle)
  }
  const whole = rings.reduce((sum, r) => sum + r.area, 0)
  return rim === number.length && Math.abs(area - whole) <= SAME * whole ? out : undefined
}

const doubleArea = (flat: readonly number[], [i, j, k]: readonly number[]): number => {
  const [x, y] = [flat[2 * i!]!, flat[2 * i! + 1]!]
  return (flat[2 * j!]! - x) * (flat[2 * k! + 1]! - y) - (flat[2 * j! + 1]! - y) * (flat[2 * k!]! - x)
}
