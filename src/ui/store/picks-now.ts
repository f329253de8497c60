import type { Pick } from '@/core/fit/picks'
import { sameName } from '@/core/kernel/surface'
import type { BuildView } from '@/worker/views'

interface Parts {
  parts: BuildView['parts']
}

/**
 * What is picked, in another build: faces of parts are found again by their names. Those that are gone are not picked any
 * more. The list itself if nothing is different.
 */
export function picksNow(picks: readonly Pick[], build: Parts): readonly Pick[] {
  const now = picks.map((pick) => pickNow(pick, build))
  return now.every((p, i) => p === picks[i]) ? picks : now.filter((p) => p !== undefined)
}

function pickNow(pick: Pick, { parts }: Parts): Pick | undefined {
  const { name, region } = pick
  if (pick.reference !== undefined || !name) return pick
  const body = parts.find((p) => p.id === pick.owner)?.body
  if (!body) return undefined
  const isIt = (r: number) => body.surfaceOf[r] !== undefined && sameName(body.surfaces[body.surfaceOf[r]!]!, name)
  const now = isIt(region) ? region : body.surfaceOf.findIndex((_, r) => isIt(r))
  if (now < 0) return undefined
  const { shape } = body.surfaces[body.surfaceOf[now]!]!
  return now === region && JSON.stringify(shape) === JSON.stringify(pick.shape) ? pick : { ...pick, region: now, shape }
}
