import { type Division, settle } from './division'
import { vertex } from './faces'
import { offFace } from './off-face'

/**
 * Gives thin triangles to the face that most of their corners belong to already, the nearest where several do: first
 * those with all three, then those with fewer.
 */
export function adoptThin(division: Division): void {
  const { group, mesh } = division
  const touches = new Map<number, Set<number>>()
  const touch = (t: number) => {
    for (let k = 0; k < 3; k++) {
      const v = mesh.indices[3 * t + k]!
      const known = touches.get(v)
      if (known) known.add(group[t]!)
      else touches.set(v, new Set([group[t]!]))
    }
  }
  let waiting: number[] = []
  for (const [t, g] of group.entries()) {
    if (g < 0) waiting.push(t)
    else touch(t)
  }
  for (let needed = 3; waiting.length > 0;) {
    const still: number[] = []
    for (const t of waiting) {
      const taken = faceOfCorners(division, touches, t, needed)
      if (taken === undefined) {
        still.push(t)
        continue
      }
      group[t] = taken
      touch(t)
    }
    if (still.length < waiting.length) needed = 3
    else if (needed > 1) needed -= 1
    else {
      for (const t of still) settle(division, [t], { kind: 'free', area: division.facets[t]!.area })
      return
    }
    waiting = still
  }
}

/** The face that has at least so many of a triangle's corners; of several the one they lie nearest to. */
function faceOfCorners(
  { mesh, faces }: Division,
  touches: ReadonlyMap<number, ReadonlySet<number>>,
  t: number,
  needed: number,
): number | undefined {
  const corners = [0, 1, 2].map((k) => mesh.indices[3 * t + k]!)
  const counts = new Map<number, number>()
  for (const v of corners) for (const g of touches.get(v) ?? []) counts.set(g, (counts.get(g) ?? 0) + 1)
  const off = (g: number) => Math.max(...corners.map((v) => offFace(faces[g]!, vertex(mesh.positions, v))))
  let best: { group: number; off: number } | undefined
  for (const [g, n] of counts) {
    if (n < needed) continue
    const distance = off(g)
    if (!best || distance < best.off) best = { group: g, off: distance }
  }
  return best?.group
}
