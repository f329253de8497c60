import { apply } from '../geometry/placement'
import { add, scale, type Vec2, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { polygonArea } from '../profile/polygon'
import { expectOk, raise } from '../result'
import { aboutBends } from './about-bends'
import { CUT_ROLES, type Kerf, type KerfNames, unitedKerf } from './kerf'
import type { PatchCut } from './patch-cut'
import { widened } from './patch-sheet'

/** The cut is carried on so far past its run at least, and by so many times what its ends lie in front; to the next of such, mm. */
const [PAST, TIMES, GRID] = [0.5, 3, 0.5]

/**
 * The spaces behind a cut and up to its front, in the project's frame; both about its run alone.
 * @param ends how far in front of it they end, mm
 * Errors: bent (too sharply for the gap), crossed
 */
function patchKerf(
  kernel: Kernel,
  cut: PatchCut,
  ends: readonly [number, number],
  { step, cut: which }: KerfNames,
): Kerf {
  const past = GRID * Math.ceil((PAST + TIMES * Math.max(...ends.map(Math.abs))) / GRID)
  const [behind, front] = ends
  const named = (role: string) => ({ step, role, copy: [which] })
  return {
    behind: under(kernel, cut, { by: behind, past: 2 * past, down: 2 * cut.down }, named(CUT_ROLES.behind)),
    upTo: under(kernel, cut, { by: front, past, down: cut.down }, named(CUT_ROLES.front)),
  }
}

/** The same for cuts through several runs. Errors: bent, crossed */
export const patchesKerf = (kernel: Kernel, cuts: readonly PatchCut[], ends: readonly [number, number], names: KerfNames): Kerf => unitedKerf(kernel, cuts.map((cut) => patchKerf(kernel, cut, ends, names))) // prettier-ignore

/** What lies under the cut. @param past how far past its run it reaches @param by how far in front of the cut it ends, mm */
function under(
  kernel: Kernel,
  cut: PatchCut,
  { by, past, down }: { by: number; past: number; down: number },
  named: Pick<SurfaceTag, 'step' | 'role' | 'copy'>,
): Solid {
  const wide = widened(kernel, cut, past)
  const { points, triangles, inner, ring, off } = wide
  const top = points.map((p, i): Vec3 => add(p, scale(off[i]!, by)))
  const flat = (t: readonly number[]) => polygonArea(t.map((v): Vec2 => [top[v]![0], top[v]![1]]))
  if (triangles.slice(0, inner).some((t) => flat(t) <= 0)) return raise('bent', 'What it stands on bends too sharply for a gap of that width; a smaller one would do.', 'gap') // prettier-ignore
  const n = points.length
  const bottom = top.map(([x, y]): Vec3 => [x, y, -down])
  const corners = [
    ...triangles.flatMap(([a, b, c]) => [a, b, c]),
    ...triangles.flatMap(([a, b, c]) => [a + n, c + n, b + n]),
    ...ring.flatMap((a, i) => {
      const b = ring[(i + 1) % ring.length]!
      return [a, a + n, b + n, a, b + n, b]
    }),
  ]
  const faces = [...triangles.map(() => 0), ...triangles.map(() => 1), ...Array<number>(2 * ring.length).fill(1)]
  const tags = [named.role, 'end'].map((role): SurfaceTag => ({ ...named, role, shape: { kind: 'free' } }))
  const under = expectOk(kernel.fromFaces([...top, ...bottom].flatMap((p) => apply(cut.frame, p)), corners, faces, tags)) // prettier-ignore
  const about = by > 0 ? aboutBends(kernel, wide, by) : []
  if (about.length === 0) return under
  const { positions, indices } = kernel.triangles(kernel.place(kernel.union(about), cut.frame))
  return kernel.union([under, expectOk(kernel.fromTriangles(positions, indices, tags[0]!))])
}
