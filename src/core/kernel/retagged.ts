import type { Placement } from '../geometry/placement'
import { expectOk } from '../result'
import type { Kernel, Solid } from './kernel'
import type { SurfaceTag } from './surface'

/** What the surfaces of a solid are called from then on: each is one of `tags`, and several can be the same one. */
export interface Retagging {
  tags: SurfaceTag[]
  /** For each surface as it was read its index into `tags`. */
  of: readonly number[]
}

/** The same solid with other words for its surfaces. */
export const retagged = (kernel: Kernel, solid: Solid, change: (before: readonly SurfaceTag[]) => Retagging): Solid =>
  kernel.scoped(
    () => {
      const { positions, indices, triangleSurface, surfaces } = kernel.read(solid)
      const { tags, of } = change(surfaces)
      return expectOk(kernel.fromFaces(positions, indices, Array.from(triangleSurface, (s) => of[s]!), tags)) // prettier-ignore
    },
    (s) => [s],
  )

/** A placed copy whose surfaces say that they are the copy `which` of those they were. */
export const copied = (kernel: Kernel, solid: Solid, placement: Placement, which: string): Solid =>
  kernel.scoped(
    () =>
      retagged(kernel, kernel.place(solid, placement), (surfaces) => ({
        tags: surfaces.map((t) => ({ ...t, copy: [...(t.copy ?? []), which] })),
        of: surfaces.map((_, i) => i),
      })),
    (s) => [s],
  )
