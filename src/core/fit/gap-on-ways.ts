import { motionRow, type RowSpec, type Selector } from '../built/rows'
import type { Problem } from '../result'
import { type Gap, TriangleTree } from './gap'
import { gapOnTravel } from './gap-on-travel'

type Way = NonNullable<RowSpec['travel']>
/** How each side of a row moves; undefined of what stands. */
export type Ways = readonly [Way | undefined, Way | undefined]

/** The motions that move what the maker picked for a row: of its part, the last one. */
export function waysOf({ a, b }: RowSpec, rows: readonly RowSpec[]): Ways {
  const wayOf = (side: Selector) => (side.of === 'picked' ? motionRow(rows, side.end.owner)?.travel : undefined)
  return [wayOf(a), wayOf(b)]
}

/** Why there is no one way that the two are on. */
export function noWay([a, b]: Ways): Problem | undefined {
  if (!a && !b) return { kind: 'no-way', message: 'Neither of the two is moved by a step of the sheet; a motion of one of them would do, or the gap as they stand.' } // prettier-ignore
  if (a && b && a.train !== b.train) return { kind: 'no-way', message: 'Each of the two has a way of its own, so that they can stand in any way to each other; a motion coupled to the other’s would do.' } // prettier-ignore
  return undefined
}

/** The least gap of two sides on all of the way of what moves. */
export function gapOnWays(
  { a, b }: RowSpec,
  [wayA, wayB]: Ways,
  tree: (side: Selector) => TriangleTree,
): Gap | undefined {
  const [own, other] = [tree(a), tree(b)]
  if (wayA && wayB) {
    const nothing = new TriangleTree(new Float32Array())
    return gapOnTravel({ triangles: own.triangles, travel: wayA.way }, [{ triangles: other.triangles, travel: wayB.way }], nothing) // prettier-ignore
  }
  if (wayA) return gapOnTravel({ triangles: own.triangles, travel: wayA.way }, [], other)
  const gap = wayB && gapOnTravel({ triangles: other.triangles, travel: wayB.way }, [], own)
  return gap && { ...gap, a: gap.b, b: gap.a }
}
