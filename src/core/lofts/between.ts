import { apply, type Placement, turn } from '../geometry/placement'
import { add, distance, dot, normalize, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'

/** How a skin runs between its sections: straight from each to the next, or smoothly, square to the first and the last. */
export type Run = 'straight' | 'smooth'

const UP: Vec3 = [0, 0, 1]

/** Rings of places on the way through flat sections. @param steps between each two, where it is smooth */
export function ringsBetween(
  sections: readonly { points: readonly Vec2[]; frame: Placement }[],
  run: Run,
  steps: number,
): Vec3[][] {
  const placed = sections.map(({ points, frame }) => points.map(([x, y]) => apply(frame, [x, y, 0])))
  if (run === 'straight') return placed.slice(1).reduce((all, ring, k) => [...all, ...stretch(placed[k]!, ring, steps)], [placed[0]!]) // prettier-ignore
  const tangents = placed.map((ring, k) => ring.map((_, i) => tangentAt(sections, placed, k, i)))
  const out: Vec3[][] = [placed[0]!]
  for (let k = 1; k < placed.length; k++)
    for (let s = 1; s <= steps; s++)
      out.push(placed[k]!.map((q, i) => hermite(placed[k - 1]![i]!, q, tangents[k - 1]![i]!, tangents[k]![i]!, s / steps))) // prettier-ignore
  return out
}

const stretch = (from: readonly Vec3[], to: readonly Vec3[], steps: number): Vec3[][] =>
  Array.from({ length: steps }, (_, s) => to.map((q, i) => mix(from[i]!, q, (s + 1) / steps)))

/** At the ends square to the drawing, as long as the way to the next; between them along from the one before to the next. */
function tangentAt(
  sections: readonly { frame: Placement }[],
  placed: readonly (readonly Vec3[])[],
  k: number,
  i: number,
): Vec3 {
  const [before, own, after] = [placed[k - 1]?.[i], placed[k]![i]!, placed[k + 1]?.[i]]
  if (before && after) return scale(sub(after, before), 0.5)
  const way = after ? sub(after, own) : sub(own, before!)
  const out = turn(sections[k]!.frame, UP)
  const along = dot(out, way) < 0 ? scale(out, -1) : out
  return scale(normalize(along), distance(own, after ?? before!))
}

const mix = (a: Vec3, b: Vec3, t: number): Vec3 => (t === 1 ? b : add(a, scale(sub(b, a), t)))

/** A cubic by its ends and the directions there (Hermite). */
function hermite(p: Vec3, q: Vec3, u: Vec3, v: Vec3, t: number): Vec3 {
  if (t === 1) return q
  const [t2, t3] = [t * t, t * t * t]
  const parts: [Vec3, number][] = [[p, 2 * t3 - 3 * t2 + 1], [u, t3 - 2 * t2 + t], [q, -2 * t3 + 3 * t2], [v, t3 - t2]] // prettier-ignore
  return parts.reduce<Vec3>((sum, [w, f]) => add(sum, scale(w, f)), [0, 0, 0])
}
