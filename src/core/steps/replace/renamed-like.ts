import { areasOf } from '../../alter/bulges'
import { cross, dot, length, sub } from '../../geometry/vec'
import type { Kernel, Solid } from '../../kernel/kernel'
import { retagged } from '../../kernel/retagged'
import { sameName, type SurfaceShape, type SurfaceTag } from '../../kernel/surface'
import { nameOf, type Pointable, pointable } from '../../faces/resolve'

/** Faces that look so nearly the same way are alike (cosine). */
const SAME_WAY = 0.999

/**
 * A solid whose faces go by the names of those of another one that they are most like: flat ones by which way they look,
 * the nearest first; round ones by their axis.
 * @returns the solid, and how many faces of the other have found theirs
 */
export function renamedLike(kernel: Kernel, solid: Solid, other: Pointable): { solid: Solid; found: number } {
  const on = pointable(kernel.read(solid))
  const surfaces = [...new Set(on.topology.surfaceOf)]
  const sizes = areasOf(on)
  const sizeOf = (s: number) => on.topology.surfaceOf.reduce((sum, own, r) => (own === s ? sum + sizes[r]! : sum), 0)
  const size = new Map(surfaces.map((s) => [s, sizeOf(s)]))
  const taken = new Map<number, SurfaceTag>()
  const given: SurfaceTag[] = []
  for (const s of new Set(other.topology.surfaceOf)) {
    const tag = other.mesh.surfaces[s]!
    if (given.some((g) => sameName(g, tag))) continue
    const near = surfaces
      .flatMap((own) => {
        const off = taken.has(own) ? undefined : apart(on.mesh.surfaces[own]!.shape, tag.shape)
        return off === undefined ? [] : [{ own, off: Math.round(off * 100) / 100 }]
      })
      .sort((a, b) => a.off - b.off || size.get(b.own)! - size.get(a.own)!)[0]
    if (!near) continue
    taken.set(near.own, tag)
    given.push(tag)
  }
  const named = retagged(kernel, solid, (before) => ({
    tags: before.map((tag, s) => {
      const as = taken.get(s)
      return as ? { ...nameOf(as), ...(as.frame ? { frame: as.frame } : {}), shape: tag.shape } : tag
    }),
    of: before.map((_, s) => s),
  }))
  return { solid: named, found: given.length }
}

/** How far apart two faces of a kind are that look the same way, mm; none where they do not. */
function apart(a: SurfaceShape, b: SurfaceShape): number | undefined {
  if (a.kind === 'plane' && b.kind === 'plane') return dot(a.normal, b.normal) > SAME_WAY ? Math.abs(dot(a.normal, sub(b.point, a.point))) : undefined // prettier-ignore
  if (a.kind !== 'cylinder' || b.kind !== 'cylinder' || a.hole !== b.hole) return undefined
  return Math.abs(dot(a.axis, b.axis)) > SAME_WAY ? length(cross(a.axis, sub(b.point, a.point))) : undefined
}
