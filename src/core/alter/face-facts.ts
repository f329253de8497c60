import type { Pointable } from '../faces/resolve'
import { EDGED } from './fact-bits'
import { isRound } from './rounds'
import { roundKind } from './sizes'
import { standing } from './standing'
import { isBevel } from './take-off'

/** For each region what it is. */
export function faceFacts(on: Pointable): Uint8Array {
  const out = standing(on)
  for (const [region, surface] of on.topology.surfaceOf.entries()) {
    const round = isRound(on.mesh.surfaces[surface]!.shape)
    if (round ? roundKind(on, region) === 'edge' : isBevel(on, region)) out[region]! |= EDGED
  }
  return out
}
