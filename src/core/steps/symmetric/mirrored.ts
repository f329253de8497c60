import { apply, mirrorAt, type Placement, turn } from '../../geometry/placement'
import { cross, dot, length, sub, type Vec3 } from '../../geometry/vec'
import type { Kernel, Solid } from '../../kernel/kernel'
import { placeShape } from '../../kernel/placed-shape'
import { copied, retagged } from '../../kernel/retagged'
import { nameKey, type SurfaceShape, type SurfaceTag } from '../../kernel/surface'
import { ROOT } from '../joining'

/** True of planes square to an axis: what lies in one stays in it to the last bit when it is mirrored. */
const isExact = (normal: Vec3): boolean => normal.some((v) => Math.abs(Math.abs(v) - 1) < 1e-12)

/**
 * What lies in front of a plane, and the same behind it. Faces that go through the plane stay one face where they are
 * the same on both sides.
 * @param which what the faces behind it are copies by
 */
export function bothSides(kernel: Kernel, solid: Solid, frame: Placement, which: string): Solid {
  const normal = turn(frame, [0, 0, 1])
  const mirror = mirrorAt(frame)
  // Halves of a slanted plane lie so deep in each other that they are one.
  const off = dot(normal, apply(frame, [0, 0, 0])) - (isExact(normal) ? 0 : ROOT)
  const [half] = kernel.split(solid, normal, off, which, 'seam')
  const both = kernel.union([half, copied(kernel, half, mirror, which)])
  return retagged(kernel, both, (before) => oneEach(before, mirror, which))
}

/** Surfaces that are their own mirror image go by the name they have in front. */
function oneEach(before: readonly SurfaceTag[], mirror: Placement, which: string) {
  const tags: SurfaceTag[] = []
  const known = new Map<string, number>()
  const of = before.map((tag) => {
    const copy = tag.copy?.at(-1) === which ? tag.copy.slice(0, -1) : tag.copy
    const own = isSame(tag.shape, placeShape(tag.shape, mirror))
    const called = own && copy !== tag.copy ? { ...tag, copy: copy?.length ? copy : undefined } : tag
    const key = own ? `${nameKey(called)} ${placeKey(tag.shape)}` : `${tags.length}`
    const index = known.get(key) ?? tags.push(called) - 1
    // The frame of a face is that of its half in front.
    if (copy === tag.copy) tags[index] = called
    known.set(key, index)
    return index
  })
  return { tags, of }
}

/** As exact as meshes are, mm. */
const CLOSE = 1e-3

/** True of two shapes that lie on each other. */
function isSame(a: SurfaceShape, b: SurfaceShape): boolean {
  if (a.kind !== b.kind || a.kind === 'free' || b.kind === 'free') return false
  const apart = sub(a.point, b.point)
  if (a.kind === 'plane') return b.kind === 'plane' && dot(a.normal, b.normal) > 1 - 1e-9 && Math.abs(dot(apart, a.normal)) < CLOSE // prettier-ignore
  if (a.kind === 'sphere' || b.kind === 'sphere') return length(apart) < CLOSE
  if (b.kind === 'plane' || Math.abs(dot(a.axis, b.axis)) < 1 - 1e-9) return false
  const isOnAxis = length(cross(a.axis, apart)) < CLOSE
  // Cones and rings have a place along their axis as well.
  return isOnAxis && (a.kind === 'cylinder' || (length(apart) < CLOSE && dot(a.axis, b.axis) > 0))
}

/** Tells faces of one name apart that are not the same one. */
function placeKey(shape: SurfaceShape): string {
  if (shape.kind === 'free') return ''
  return shape.kind === 'plane' ? dot(shape.normal, shape.point).toFixed(2) : shape.kind
}
