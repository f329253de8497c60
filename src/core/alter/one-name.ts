import type { Kernel, Solid } from '../kernel/kernel'
import { retagged } from '../kernel/retagged'
import { nameKey, type SurfaceShape, type SurfaceTag } from '../kernel/surface'
import { dot, sub } from '../geometry/vec'

/** Planes that differ by less are one, mm. */
const SAME = 1e-3

/** The same solid, in which flat faces that lie in one plane under one name hang together as one. */
export const withOneName = (kernel: Kernel, solid: Solid): Solid =>
  retagged(kernel, solid, (surfaces) => {
    const tags: SurfaceTag[] = []
    const of = surfaces.map((tag) => {
      const known = tags.findIndex((t) => nameKey(t) === nameKey(tag) && isSame(t.shape, tag.shape))
      return known >= 0 ? known : tags.push(tag) - 1
    })
    return { tags, of }
  })

/** True of two surfaces that lie on each other. */
export function isSame(a: SurfaceShape, b: SurfaceShape): boolean {
  if (a.kind === 'plane' && b.kind === 'plane') return dot(a.normal, b.normal) > 1 - 1e-9 && Math.abs(dot(a.normal, sub(a.point, b.point))) < SAME // prettier-ignore
  return a.kind === b.kind && JSON.stringify(a) === JSON.stringify(b)
}
