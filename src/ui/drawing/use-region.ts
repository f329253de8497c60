import { useMemo } from 'react'
import type { Drawn } from '@/core/fields/drawn-shape'
import { type Region, regionOf } from '@/core/fields/region'
import type { Vec2 } from '@/core/geometry/vec'
import { cellAt } from '@/core/profile/cells'
import { contains } from '@/core/profile/measure'
import type { Profile } from '@/core/profile/segment'

/** Of drawings with fewer lines and arcs it is known at once what they come to. */
const SMALL = 150

/** What the drawing comes to; of one with many lines once it is asked for: where it was clicked, or something is switched in it. */
export function useRegion(
  drawn: readonly Drawn[],
  switched: readonly Vec2[],
  clicked: Vec2 | undefined,
): Region | undefined {
  const small = useMemo(() => drawn.reduce((sum, d) => sum + [...d.regions.flatMap((r) => r.loops), ...d.open].flat().length, 0) < SMALL, [drawn]) // prettier-ignore
  const asked = small || clicked !== undefined || switched.length > 0
  return useMemo(() => {
    const found = asked ? regionOf(drawn, switched) : undefined
    return found?.ok ? found.value : undefined
  }, [drawn, switched, asked])
}

/** The region that was clicked: it ends at every outline. */
export interface Meant {
  at: Vec2
  cell: Profile
  /** Whether there is material in it. */
  on: boolean
}

export function useMeant(region: Region | undefined, at: Vec2 | undefined): Meant | undefined {
  return useMemo(() => {
    if (!region || !at) return undefined
    const on = contains(region.profile, at)
    const cell = cellAt(region.all, at)
    const found = cell.ok ? cell.value : undefined
    return found ? { at, cell: found, on } : undefined
  }, [region, at])
}
