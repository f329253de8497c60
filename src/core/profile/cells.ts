import type { Vec2 } from '../geometry/vec'
import { ok, type Result } from '../result'
import { boundsOf, contains } from './measure'
import type { Profile } from './segment'
import { apart, piecesOf, without } from './united'

/**
 * The piece of the plane round a point that no outline of some regions runs through; undefined outside all of them.
 * Errors: those of combining two outlines
 */
export function cellAt(areas: readonly Profile[], p: Vec2): Result<Profile | undefined> {
  const own = areas.filter((a) => contains(a, p))
  const [first, ...others] = own
  if (!first) return ok(undefined)
  let cell = ok(first) as Result<Profile>
  const less = (b: Profile) => (cell = cell.ok ? without(cell.value, b) : cell)
  // What it has in common with another is what is left once the rest of it is taken away.
  for (const other of others) {
    const rest = cell.ok ? without(cell.value, other) : cell
    if (!rest.ok) return rest
    if (rest.value.loops.length > 0) less(rest.value)
  }
  for (const other of areas) if (!own.includes(other)) less(other)
  return cell.ok ? ok(piecesOf(cell.value).find((piece) => contains(piece, p))) : cell
}

/** True if some of the regions overlap, touch or lie in one another, as far as their boxes say. */
export function someMeet(areas: readonly Profile[]): boolean {
  const boxes = areas.map(boundsOf)
  return boxes.some((p, i) => boxes.some((q, k) => k > i && !apart(p, q)))
}
