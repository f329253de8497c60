import { placePositions, translation } from '../geometry/placement'
import { add, cross, dot, length, placeAt, sub, type Vec3 } from '../geometry/vec'
import type { Triangles } from '../mesh/unpack'
import { type Gap, smallestGap, TriangleTree } from './gap'
import { pierces } from './triangle-distance'

/** A way shorter than this leads nowhere: what it sweeps has no skin of its own, mm. */
const NOWHERE = 1e-5

/** Beyond this a face is not along the way but to one side of it: its normal's share along it. */
const ALONG = 1e-6

/**
 * The least gap to something on the whole of a straight way: from the skin of the space that the triangles sweep, which
 * is they themselves at both ends of it, and what their outline, seen along the way, leaves in between. 0 where they run
 * into it, or over it.
 * @param from where the way begins, from where the triangles are; `by` leads from there to its end, mm
 */
export function gapOnSlide(own: Triangles, from: Vec3, by: Vec3, other: TriangleTree): Gap | undefined {
  const begin = moved(own, from)
  if (Math.hypot(...by) < NOWHERE) return smallestGap(new TriangleTree(begin), other)
  const skin = new TriangleTree(swept(begin, by))
  const gap = smallestGap(skin, other)
  if (!gap || gap.distance === 0) return gap
  const run = runOver(new TriangleTree(begin), skin, by, other)
  return run ? { distance: 0, a: run, b: run } : gap
}

const moved = (triangles: Triangles, by: Vec3): Triangles =>
  Float32Array.from(placePositions(translation(by), triangles))

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

/**
 * Edges where a face that looks along the way meets one that does not, and those that have one face only. What a face
 * that lies along the way sweeps is swept by its edges to what looks along the way; it goes on nowhere else.
 */
function* outlineAlong(triangles: Triangles, way: Vec3): Generator<[Vec3, Vec3]> {
  const far = length(way)
  const edges = new Map<string, { a: Vec3; b: Vec3; sides: number[] }>()
  for (let i = 0; i < triangles.length; i += 9) {
    const p = [0, 1, 2].map((k) => placeAt(triangles, i / 3 + k)) as [Vec3, Vec3, Vec3]
    const normal = cross(sub(p[1], p[0]), sub(p[2], p[0]))
    const along = dot(normal, way)
    const side = Math.abs(along) < ALONG * length(normal) * far ? 0 : Math.sign(along)
    for (const [k, a] of p.entries()) {
      const b = p[(k + 1) % 3]!
      const [from, to] = [a.join(), b.join()]
      const key = from < to ? `${from} ${to}` : `${to} ${from}`
      const known = edges.get(key)
      if (known) known.sides.push(side)
      else edges.set(key, { a, b, sides: [side] })
    }
  }
  for (const { a, b, sides } of edges.values()) if (sides.length !== 2 || (sides[0] !== sides[1] && Math.max(...sides) === 1)) yield [a, b] // prettier-ignore
}

/** A corner of something small that a face runs over without its outline coming near: behind it on its way the face was. */
function runOver(begin: TriangleTree, skin: TriangleTree, by: Vec3, other: TriangleTree): Vec3 | undefined {
  const { boxes } = skin
  const t = other.triangles
  for (let i = 0; i < t.length; i += 9) {
    const p = placeAt(t, i / 3)
    if (p.some((v, k) => v < boxes[k]! || v > boxes[k + 3]!)) continue
    const back = sub(p, by)
    let crossed = false
    const box = [0, 1, 2].map((k) => Math.min(p[k]!, back[k]!)).concat([0, 1, 2].map((k) => Math.max(p[k]!, back[k]!)))
    const span = Float32Array.from([...back, ...p])
    begin.within(box, (n) => (crossed ||= pierces(span, 0, 3, begin.triangles, 9 * n)))
    if (crossed) return p
  }
  return undefined
}
