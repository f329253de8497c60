import { dot } from '../geometry/vec'
import type { Division } from './division'
import { patchOf } from './division'
import { vertex } from './faces'
import { fitPlane } from './fit-surface'

/**
 * Joins the pieces into which noise has broken flat faces: a smaller piece goes to the larger flat face beside it if
 * all its corners lie in that one's plane.
 */
export function mergeFlats(division: Division): void {
  const { mesh, opposite, group, faces, slack } = division
  const members: number[][] = faces.map(() => [])
  for (const [t, g] of group.entries()) members[g]!.push(t)
  const beside = (g: number): number[] => {
    const out = new Set<number>()
    for (const t of members[g]!)
      for (let k = 0; k < 3; k++) {
        const side = opposite[3 * t + k]!
        const other = side < 0 ? g : group[Math.floor(side / 3)]!
        if (other !== g) out.add(other)
      }
    return [...out]
  }
  const area = (g: number) => faces[g]?.area ?? 0
  const order = [...faces.keys()].filter((g) => faces[g]?.kind === 'plane').sort((a, b) => area(b) - area(a))
  for (const g of order) {
    const face = faces[g]
    if (face?.kind !== 'plane') continue
    const offset = dot(face.normal, face.point)
    const lies = (h: number): boolean =>
      members[h]!.every((t) =>
        [0, 1, 2].every(
          (k) => Math.abs(dot(vertex(mesh.positions, mesh.indices[3 * t + k]!), face.normal) - offset) < 1.5 * slack,
        ),
      )
    const seen = new Set([g])
    const waiting = beside(g)
    let grown = false
    for (let h = waiting.pop(); h !== undefined; h = waiting.pop()) {
      const other = faces[h]
      if (seen.has(h) || !other || (other.kind !== 'plane' && other.kind !== 'free')) continue
      seen.add(h)
      if (other.area > face.area || !lies(h)) continue
      waiting.push(...beside(h))
      for (const t of members[h]!) group[t] = g
      for (const t of members[h]!) members[g]!.push(t)
      members[h] = []
      faces[h] = undefined
      grown = true
    }
    if (grown) faces[g] = fitPlane({ ...patchOf(division, members[g]!), slack: 3 * slack }) ?? face
  }
}
