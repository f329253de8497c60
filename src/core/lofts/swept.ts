import { apply, type Placement, turn } from '../geometry/placement'
import { add, cross, dot, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { raise } from '../result'

/** A section on its way: how large it is there, how far turned, radians, and how far out of the path's plane, mm, by the share of the way. */
export interface Sculpt {
  scale: (share: number) => number
  turn: (share: number) => number
  lift: (share: number) => number
}

/** A path in its plane as chords go along it. */
export interface Chords {
  corners: readonly Vec2[]
  closed: boolean
  frame: Placement
}

/** A path that turns by more comes back beside itself (cosine of 150 degrees). */
const SHARPEST = -0.866

/**
 * Rings of a section that goes along a path, square to it, mitred where it bends; its up is the way out of the path's plane,
 * or, upright, the section keeps its direction.
 * @param loops points of the section, its datum on the path
 * Errors: tight (it runs into itself where the path bends)
 */
export function sweptRings(
  loops: readonly (readonly Vec2[])[],
  { corners, closed, frame }: Chords,
  sculpt: Sculpt,
  upright: boolean,
): Vec3[][][] {
  const places = corners.map(([x, y]) => apply(frame, [x, y, 0]))
  const up = turn(frame, [0, 0, 1])
  const count = places.length
  const far = farOf(places, closed)
  const ways = places.map((p, k): { before: Vec3; after: Vec3 } => {
    const next = closed ? places[(k + 1) % count]! : places[k + 1]
    const last = closed ? places[(k + count - 1) % count]! : places[k - 1]
    const after = next ? normalize(sub(next, p)) : normalize(sub(p, last!))
    return { after, before: last ? normalize(sub(p, last)) : after }
  })
  const first = ways[0]!.after
  const rings = places.map((p, k) => {
    const { before, after } = ways[k]!
    const way = upright ? first : normalize(add(before, after))
    // In a mitre the section is as much wider as the cut is slanted.
    const wider = upright ? 1 : 1 / dot(way, after)
    const aside = cross(way, up)
    const share = far[k]! / far.at(-1)!
    const [size, angle, out] = [sculpt.scale(share), sculpt.turn(share), sculpt.lift(share)]
    const [c, s] = [size * Math.cos(angle), size * Math.sin(angle)]
    return loops.map((loop) =>
      loop.map(([x, y]) => add(p, add(scale(aside, wider * (c * x - s * y)), scale(up, s * x + c * y + out)))),
    )
  })
  const tight = rings.findIndex((ring, k) => {
    if (!upright && dot(ways[k]!.before, ways[k]!.after) < SHARPEST) return true
    const next = rings[closed ? (k + 1) % count : k + 1]
    // What stays upright has to come on the way that it looks, or nothing lies between it and the next.
    const ahead = upright ? first : ways[k]!.after
    return next?.some((loop, l) => loop.some((q, i) => dot(sub(q, ring[l]![i]!), ahead) < 1e-9))
  })
  if (tight >= 0) {
    // Of two places between which it folds it is the one where the path bends more.
    const bend = (k: number) => dot(ways[k]!.before, ways[k]!.after)
    const next = (tight + 1) % count
    const at = places[bend(next) < bend(tight) ? next : tight]!.map((v) => v.toFixed(1)).join(', ')
    return raise('tight', upright ? `At ${at} the path leads so far aside that the section, which stays upright, would fold.` : `The path bends too sharply at ${at} for so wide a section: it would run into itself. A larger radius there, or a narrower section, does.`, 'path') // prettier-ignore
  }
  return rings
}

/** How far along each place is, mm, and at last the whole. */
function farOf(places: readonly Vec3[], closed: boolean): number[] {
  const out = [0]
  for (let k = 1; k < places.length + (closed ? 1 : 0); k++) {
    const [p, q] = [places[k - 1]!, places[k % places.length]!]
    out.push(out.at(-1)! + Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]))
  }
  return out
}
