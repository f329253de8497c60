import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { sizes } from '../mesh/facts'
import { raise } from '../result'

/**
 * The solid of triangles, if it is one sound body: the kernel makes of it what they enclose.
 * @param faces for each triangle its index into `tags`
 * Errors: not-closed
 */
export function soundSolid(
  kernel: Kernel,
  positions: ArrayLike<number>,
  indices: readonly number[],
  faces: readonly number[],
  tags: SurfaceTag[],
): Solid {
  const used = compact(positions, indices)
  const made = kernel.fromFaces(used.positions, used.indices, faces, tags)
  if (!made.ok) return raise('not-closed', 'What would come out is not closed.')
  const wanted = sizes(positions, indices).volume
  if (Math.abs(made.value.volume() - wanted) > 1e-3 + 1e-6 * Math.abs(wanted)) return raise('not-closed', 'What would come out is not one sound body.') // prettier-ignore
  return made.value
}

/** Only the vertices that triangles use. */
function compact(positions: ArrayLike<number>, indices: readonly number[]) {
  const as = new Map<number, number>()
  const out: number[] = []
  const ids = indices.map((v) => {
    const known = as.get(v)
    if (known !== undefined) return known
    as.set(v, as.size)
    out.push(positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!)
    return as.size - 1
  })
  return { positions: out, indices: ids }
}
