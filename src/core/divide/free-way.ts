import { translation } from '../geometry/placement'
import { boxesMeet, boxSize, scale, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'

/** On its way a piece is looked at in so many places at most, and what overlaps by less is none, mm3. */
const [LOOKS, OVERLAP] = [24, 1e-3]

/**
 * Ways by which a piece may come off, those first on which it meets nothing where it is looked at; the ledger measures the
 * whole of the first.
 * @param far how far it has to come, mm
 */
export function freeFirst(
  kernel: Kernel,
  ways: readonly Vec3[],
  piece: Solid,
  rest: readonly Solid[],
  far: number,
): readonly Vec3[] {
  const free = ways.find((way) => isFree(kernel, way, piece, rest, far))
  return free ? [free, ...ways.filter((w) => w !== free)] : ways
}

function isFree(kernel: Kernel, way: Vec3, piece: Solid, rest: readonly Solid[], far: number): boolean {
  const size = boxSize(piece.bounds())
  const long = size.reduce((sum, s, k) => sum + s * Math.abs(way[k]!), 0)
  const step = Math.max(far / LOOKS, long / 4)
  for (let by = step; by < far; by += step) {
    const meets = kernel.scoped(
      () => {
        const there = kernel.place(piece, translation(scale(way, by)))
        return rest.some((r) => boxesMeet(there.bounds(), r.bounds()) && kernel.intersect(there, r).volume() > OVERLAP) // prettier-ignore
      },
      () => [],
    )
    if (meets) return false
  }
  return true
}
