import type { BuiltPart } from '../built/built'
import { IDENTITY, type Placement } from '../geometry/placement'
import { layPlates, type PlateWishes } from './plates/plates'

/** How parts stand in an export: printed side by side on plates, or as they belong together. */
export type Arrangement = 'bed' | 'assembled'

/** Where one of a part goes. */
export interface Arranged {
  placement: Placement
  /** On which plate, from 1. */
  plate: number
}

/** Where each copy of each part goes, mm. On plates they lie the way they print; assembled there is one of each. */
export function arrange(parts: readonly BuiltPart[], arrangement: Arrangement, wishes: PlateWishes): Arranged[][] {
  if (arrangement === 'assembled') return parts.map(() => [{ placement: IDENTITY, plate: 1 }])
  const out: Arranged[][] = parts.map(() => [])
  layPlates(parts, wishes).forEach(({ lies }, n) => {
    for (const l of lies) out[l.part]![l.copy] = { placement: l.placement, plate: n + 1 }
  })
  return out
}
