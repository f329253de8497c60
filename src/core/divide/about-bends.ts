import { add, cross, dot, length, scale, sub, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { Corners } from '../patch/sheet'

/** Of the gap in front of a triangle so much may be missing before it is made up for, mm. */
const MISSING = 0.002
/** A ball's corners: so many round it, half as many from pole to pole. */
const ROUND = 16

/** A cut as triangles, the first so many within its run, and for each point how it is moved to lie 1 mm in front. */
interface Moved {
  points: readonly Vec3[]
  triangles: readonly Corners[]
  inner: number
  off: readonly Vec3[]
}

/**
 * All that is nearer than a distance to the triangles of a cut at which a cut moved out by that comes nearer: where it bends
 * both ways at once no one place lies as far in front of all of them. On the cut's frame, one solid for each triangle.
 */
export function aboutBends(kernel: Kernel, { points, triangles, inner, off }: Moved, by: number): Solid[] {
  const bent = new Set<number>()
  for (const t of triangles) {
    const [a, b, c] = t.map((v) => points[v]!) as [Vec3, Vec3, Vec3]
    const across = cross(sub(b, a), sub(c, a))
    const area = length(across)
    if (area > 1e-9) for (const v of t) if (by * (1 - dot(off[v]!, across) / area) > MISSING) bent.add(v)
  }
  const ball = ballOf(by)
  return triangles
    .slice(0, inner)
    .filter((t) => t.some((v) => bent.has(v)))
    .map((t) => kernel.around(t.flatMap((v) => ball.flatMap((p) => add(points[v]!, p)))))
}

/** Corners of a body that a ball of a radius about the origin just fits in. */
function ballOf(radius: number): Vec3[] {
  const step = (2 * Math.PI) / ROUND
  const out = radius / Math.cos(step / 2) ** 2
  const ends: Vec3[] = [[0, 0, out], [0, 0, -out]] // prettier-ignore
  const rings = Array.from({ length: ROUND / 2 - 1 }, (_, i) => Array.from({ length: ROUND }, (_, k): Vec3 => scale([Math.sin((i + 1) * step) * Math.cos(k * step), Math.sin((i + 1) * step) * Math.sin(k * step), Math.cos((i + 1) * step)], out))) // prettier-ignore
  return [...ends, ...rings.flat()]
}
