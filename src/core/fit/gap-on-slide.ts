import { add, cross, dot, scale, sub, type Vec3 } from '../geometry/vec'
import type { Triangles } from '../mesh/unpack'
import { type Gap, smallestGap, TriangleTree } from './gap'

/** Beyond this a face is not along the way but to one side of it: its normal's share along it. */
const ALONG = 1e-9

const corner = (t: Triangles, i: number): Vec3 => [t[i]!, t[i + 1]!, t[i + 2]!]

/**
 * The least gap to something on the whole of a straight way: from the skin of the space that the triangles sweep, which
 * is they themselves at both ends of it, and what their outline, seen along the way, leaves in between. 0 where they run
 * into it, or over it.
 * @param from where the way begins, from where the triangles are; `by` leads from there to its end, mm
 */
export function gapOnSlide(own: Triangles, from: Vec3, by: Vec3, other: TriangleTree): Gap | undefined {
  const begin = moved(own, from)
  const skin = new TriangleTree(swept(begin, by))
  const gap = smallestGap(skin, other)
  if (!gap || gap.distance === 0) return gap
  const run = runOver(new TriangleTree(begin), skin, by, other)
  return run ? { distance: 0, a: run, b: run } : gap
}

function moved(triangles: Triangles, [x, y, z]: Vec3): Triangles {
  const by = [x, y, z]
  return triangles.map((v, i) => v + by[i % 3]!)
}

/** The skin of the space that triangles sweep; what lies inside of it is not all left out. */
function swept(begin: Triangles, by: Vec3): Triangles {
  const ends = [...outlineAlong(begin, by)].flatMap(([a, b]) => {
    const [c, d] = [add(a, by), add(b, by)]
    return [...a, ...b, ...d, ...a, ...d, ...c]
  })
  const end = moved(begin, by)
  const all = new Float32Array(2 * begin.length + ends.length)
  all.set(begin)
  all.set(end, begin.length)
  all.set(ends, 2 * begin.length)
  return all
}

/** Edges where a face that looks along the way meets one that does not, and those that have one face only. */
function* outlineAlong(triangles: Triangles, way: Vec3): Generator<[Vec3, Vec3]> {
  const edges = new Map<string, { a: Vec3; b: Vec3; sides: number[] }>()
  for (let i = 0; i < triangles.length; i += 9) {
    const p = [corner(triangles, i), corner(triangles, i + 3), corner(triangles, i + 6)] as const
    const normal = cross(sub(p[1], p[0]), sub(p[2], p[0]))
    const along = dot(normal, way)
    const side = Math.abs(along) < ALONG ? 0 : Math.sign(along)
    for (const [k, a] of p.entries()) {
      const b = p[(k + 1) % 3]!
      const [from, to] = [a.join(), b.join()]
      const key = from < to ? `${from} ${to}` : `${to} ${from}`
      const known = edges.get(key)
      if (known) known.sides.push(side)
      else edges.set(key, { a, b, sides: [side] })
    }
  }
  for (const { a, b, sides } of edges.values()) if (sides.length !== 2 || sides[0] !== sides[1] || sides[0] === 0) yield [a, b] // prettier-ignore
}

/** A corner of something small that a face runs over without its outline coming near: behind it on its way the face was. */
function runOver(begin: TriangleTree, skin: TriangleTree, by: Vec3, other: TriangleTree): Vec3 | undefined {
  const { boxes } = skin
  const t = other.triangles
  for (let i = 0; i < t.length; i += 9) {
    const p = corner(t, i)
    if (p.some((v, k) => v < boxes[k]! || v > boxes[k + 3]!)) continue
    const back = sub(p, by)
    let crossed = false
    const box = [0, 1, 2].map((k) => Math.min(p[k]!, back[k]!)).concat([0, 1, 2].map((k) => Math.max(p[k]!, back[k]!)))
    begin.within(box, (n) => (crossed ||= meets(begin.triangles, 9 * n, back, by)))
    if (crossed) return p
  }
  return undefined
}

/** True where a span from a point meets a triangle (Möller and Trumbore 1997). */
function meets(t: Triangles, i: number, from: Vec3, by: Vec3): boolean {
  const a = corner(t, i)
  const [u, v] = [sub(corner(t, i + 3), a), sub(corner(t, i + 6), a)]
  const h = cross(by, v)
  const det = dot(u, h)
  if (Math.abs(det) < 1e-12) return false
  const s = scale(sub(from, a), 1 / det)
  const q = cross(s, u)
  const [along, up, far] = [dot(s, h), dot(by, q), dot(v, q)]
  return along >= 0 && up >= 0 && along + up <= 1 && far >= 0 && far <= 1
}
