import type { Pick } from '@/core/fit/picks'
import { boxSize } from '@/core/geometry/vec'
import type { ItemView } from '@/worker/views'

/** All of an item, as it is picked in the list of what was gathered. */
export const itemPick = (reference: string, item: ItemView): Pick => ({
  kind: 'item',
  owner: item.id,
  ownerName: item.name,
  reference,
  region: -1,
  shape: { kind: 'free' },
  point: item.bounds.max,
  size: boxSize(item.own),
})
