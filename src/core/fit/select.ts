import type { BuiltPart } from '../build/build'
import type { Vec3 } from '../geometry/vec'
import type { Reference } from '../references/resolve'
import type { Selector } from './rows'

/** Triangles taken out of what was built: packed x y z, nine numbers a triangle, mm. */
export type Triangles = Float32Array

/** The four sides a wall may face. */
const SIDES: readonly Vec3[] = [
  [1, 0, 0],
  [-1, 0, 0],
  [0, 1, 0],
  [0, -1, 0],
  [0, 0, 1],
  [0, 0, -1],
]

/** The triangles a selector means, from the solids as built. */
export function selectTriangles(
  selector: Selector,
  parts: readonly BuiltPart[],
  references: readonly Reference[],
): Triangles {
  return selector.of === 'items' ? itemTriangles(selector, references) : partTriangles(selector, parts)
}

function itemTriangles(
  { reference, items }: Extract<Selector, { of: 'items' }>,
  references: readonly Reference[],
): Triangles {
  const wanted = new Set(items)
  const chosen = references.find((r) => r.id === reference)?.items.filter((i) => wanted.has(i.id)) ?? []
  const all = chosen.map((i) => unpacked(i.positions, i.indices))
  const out = new Float32Array(all.reduce((sum, t) => sum + t.length, 0))
  let at = 0
  for (const triangles of all) {
    out.set(triangles, at)
    at += triangles.length
  }
  return out
}

/** Triangles with corners of their own. */
export function unpacked(positions: ArrayLike<number>, indices: ArrayLike<number>): Triangles {
  const out = new Float32Array(3 * indices.length)
  for (let i = 0; i < indices.length; i++) for (let k = 0; k < 3; k++) out[3 * i + k] = positions[3 * indices[i]! + k]!
  return out
}

function partTriangles(selector: Extract<Selector, { of: 'parts' }>, parts: readonly BuiltPart[]): Triangles {
  const out: number[] = []
  for (const { id, mesh } of parts) {
    if (!selector.parts.includes(id)) continue
    const chosen = mesh.surfaces.map((s) => s.step === selector.step && hasRole(s.role, selector.role))
    for (let t = 0; t < mesh.triangleSurface.length; t++) {
      if (!chosen[mesh.triangleSurface[t]!]) continue
      const corner = [0, 1, 2].map((k) => 3 * mesh.indices[3 * t + k]!)
      const values = corner.flatMap((i) => [mesh.positions[i]!, mesh.positions[i + 1]!, mesh.positions[i + 2]!])
      if (!selector.facing || faces(values, selector.facing)) out.push(...values)
    }
  }
  return Float32Array.from(out)
}

/** `lip:side` has the roles `lip:side:3` and `lip:side` itself, not `lip:sides`. */
const hasRole = (role: string, wanted: string): boolean => role === wanted || role.startsWith(`${wanted}:`)

function faces(v: readonly number[], facing: Vec3): boolean {
  const [ux, uy, uz] = [v[3]! - v[0]!, v[4]! - v[1]!, v[5]! - v[2]!]
  const [wx, wy, wz] = [v[6]! - v[0]!, v[7]! - v[1]!, v[8]! - v[2]!]
  const n: Vec3 = [uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx]
  const along = (d: Vec3) => n[0] * d[0] + n[1] * d[1] + n[2] * d[2]
  const own = along(facing)
  return own > 0 && SIDES.every((d) => along(d) <= own * (1 + 1e-6))
}
