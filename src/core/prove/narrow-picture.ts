import { clipped } from '../geometry/clip'
import { add, scale, type Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import { type Between, type FacingPair, facingPairs } from './facing-pairs'
import type { Picture } from './picture'
import { meetings } from './thin-spots'

/** What all that is less than a limit looks like, mm. */
export function narrowPicture(mesh: TaggedMesh, limit: number, between: Between): Picture {
  const meet = meetings(mesh, between)
  const patches: Patch[] = []
  facingPairs(
    mesh,
    limit,
    between,
    (t, s) => !meet(t, s),
    (pair) => void patches.push(...patchesOf(pair, limit)),
  )
  // Where several lie behind each other the nearest counts: it is drawn last.
  patches.sort((a, b) => b.least - a.least)
  const sizes = patches.map((p) => 3 * (p.corners.length - 2))
  const vertices = sizes.reduce((sum, n) => sum + n, 0)
  const picture = { positions: new Float32Array(3 * vertices), values: new Float32Array(vertices) }
  let v = 0
  for (const { corners } of patches)
    for (let i = 1; i + 1 < corners.length; i++)
      for (const { at, apart } of [corners[0]!, corners[i]!, corners[i + 1]!]) {
        picture.positions.set(at, 3 * v)
        picture.values[v++] = apart
      }
  return picture
}

interface Patch {
  least: number
  corners: { at: Vec3; apart: number }[]
}

/** What of a pair is less than a limit, on both of its faces. */
function patchesOf({ shared, apart, way }: FacingPair, limit: number): Patch[] {
  // How far off the other face is goes along as how far a corner has to move to it.
  const far = shared.map((p, i) => add(p, scale(way, apart[i]!)))
  const over = (p: Vec3) => (p[0] - shared[0]![0]) * way[0] + (p[1] - shared[0]![1]) * way[1] + (p[2] - shared[0]![2]) * way[2] // prettier-ignore
  const others = apart.every((a) => a <= limit) ? far : clipped(far, (p) => limit - over(p))
  if (others.length < 3) return []
  const corners = others.map((p) => ({ at: p, apart: Math.max(0, over(p)) }))
  const least = Math.min(...corners.map((c) => c.apart))
  return [{ least, corners }, { least, corners: corners.map(({ at, apart: a }) => ({ at: add(at, scale(way, -a)), apart: a })) }] // prettier-ignore
}
