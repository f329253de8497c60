import { sub, type Vec3 } from '../geometry/vec'
import { smallestGap, TriangleTree } from './gap'
import type { Pick } from './picks'
import { type MeasurableThings, pickTriangles } from './picked-ends'

/** The least distance between two things, mm. */
export interface Nearest {
  value: number
  along: Vec3
}

/** The least distance between two picks as solids have them: between the triangles of parts, items and faces. */
export function nearestOf(a: Pick, b: Pick, things: MeasurableThings): Nearest | undefined {
  const [s, t] = [a, b].map((p) => pickTriangles(p, things))
  if (!s || !t || s.length === 0 || t.length === 0) return undefined
  const gap = smallestGap(new TriangleTree(s), new TriangleTree(t))
  return gap && { value: gap.distance, along: sub(gap.b, gap.a).map(Math.abs) as unknown as Vec3 }
}
