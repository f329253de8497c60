import { placePositions } from '../geometry/placement'
import { sub, type Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import type { Reference } from '../references/resolve'
import { smallestGap, TriangleTree } from './gap'
import { thingOf } from './measure'
import type { Pick } from './picks'
import { unpacked } from '../mesh/unpack'

/** The least distance between two things, mm. */
export interface Nearest {
  value: number
  along: Vec3
}

/** Lines without ends are taken this far to each side of where they were pointed at, mm. */
const FAR = 1000

/** The least distance between two picks where one of them is a whole item or part: between their triangles. */
export function nearestOf(
  a: Pick,
  b: Pick,
  parts: readonly { id: string; mesh: TaggedMesh }[],
  references: readonly Reference[],
): Nearest | undefined {
  const [s, t] = [a, b].map((p) => trianglesOf(p, parts, references))
  if (!s || !t || s.length === 0 || t.length === 0) return undefined
  const gap = smallestGap(new TriangleTree(s), new TriangleTree(t))
  return gap && { value: gap.distance, along: sub(gap.b, gap.a).map(Math.abs) as unknown as Vec3 }
}

function trianglesOf(
  pick: Pick,
  parts: readonly { id: string; mesh: TaggedMesh }[],
  references: readonly Reference[],
): Float32Array | undefined {
  if (pick.as !== 'item' && pick.kind !== 'item') return thinTriangle(pick)
  if (pick.reference === undefined) {
    const part = parts.find((p) => p.id === pick.owner)
    return part && unpacked(part.mesh.positions, part.mesh.indices)
  }
  const item = references.find((r) => r.id === pick.reference)?.items.find((i) => i.id === pick.owner)
  return item && unpacked(placePositions(item.stands, item.solid.positions), item.solid.indices)
}

/** A point or a line as a triangle without width; of a face, the point pointed at. */
function thinTriangle(pick: Pick): Float32Array {
  const thing = thingOf(pick)
  const p = thing.kind === 'point' ? thing.point : pick.point
  if (thing.kind !== 'line') return Float32Array.from([...p, ...p, ...p])
  const on = (t: number) => thing.point.map((v, k) => v + t * thing.along[k]!)
  const [from, to] = thing.reach === undefined ? [on(-FAR), on(FAR)] : [on(0), on(thing.reach)]
  return Float32Array.from([...from, ...to, ...to])
}
