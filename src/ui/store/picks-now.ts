import type { Pick } from '@/core/fit/picks'
import type { Vec3 } from '@/core/geometry/vec'
import { sameName } from '@/core/kernel/surface'
import type { BuildView } from '@/worker/views'

interface Parts {
  parts: BuildView['parts']
}

/**
 * What is picked, in another build: faces of parts are found again by their names, of several the one where it was picked.
 * Those that are gone are not picked any more. The list itself if nothing is different.
 */
export function picksNow(picks: readonly Pick[], build: Parts): readonly Pick[] {
  const now = picks.map((pick) => pickNow(pick, build))
  return now.every((p, i) => p === picks[i]) ? picks : now.filter((p) => p !== undefined)
}

function pickNow(pick: Pick, { parts }: Parts): Pick | undefined {
  const { name, region, point } = pick
  if (pick.reference !== undefined || !name) return pick
  const body = parts.find((p) => p.id === pick.owner)?.body
  if (!body) return undefined
  const own = body.surfaceOf.flatMap((s, r) => (sameName(body.surfaces[s]!, name) ? [r] : []))
  const [first, ...more] = own
  if (first === undefined) return undefined
  const boxes = new Map(own.map((r) => [r, boxOf(body.shown.regionBoxes, r)]))
  const off = (r: number) => (r === region ? -TIE : 0) + offBox(point, boxes.get(r)!)
  const now = more.reduce((best, r) => (off(r) < off(best) ? r : best), first)
  const { shape } = body.surfaces[body.surfaceOf[now]!]!
  const [min, max] = boxes.get(now)!
  const size: Vec3 = [max[0] - min[0], max[1] - min[1], max[2] - min[2]]
  const isSame = now === region && JSON.stringify([shape, size]) === JSON.stringify([pick.shape, pick.size])
  // How thick it is behind another face was not looked for.
  const { thickness: _, ...rest } = pick
  return isSame ? pick : { ...rest, region: now, shape, size }
}

/** Of two regions that are as near, the one that has the same number as before, mm. */
const TIE = 1e-6

const boxOf = (boxes: Float32Array, region: number): [Vec3, Vec3] => {
  const b = boxes.subarray(6 * region, 6 * region + 6)
  return [
    [b[0]!, b[1]!, b[2]!],
    [b[3]!, b[4]!, b[5]!],
  ]
}

/** How far a point is from a box, mm. */
const offBox = (p: Vec3, [min, max]: [Vec3, Vec3]): number =>
  Math.hypot(...p.map((v, k) => Math.max(min[k]! - v, v - max[k]!, 0)))
