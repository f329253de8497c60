import { boxOfPositions } from '../../geometry/vec'
import { expectOk } from '../../result'
import { offsetProfile } from '../../profile/offset'
import type { Profile } from '../../profile/segment'
import type { Hollow } from '../../enclosures/enclosure'

/** What would be left of a step of less than this below an item or above it goes with it, mm. */
const LEAST_STEP = 0.6

/** An item that is taken in, where the board lies flat. */
export interface TakenIn {
  item: string
  positions: ArrayLike<number>
  /** Seen from above. */
  outline: Profile
}

interface Heights {
  floor: number
  roof: number
  parting: number
  /** The height up to which base and lid reach into each other. */
  lipTop: number
  clear: number
}

interface InPart {
  item: TakenIn
  from: number
  to: number
}

/**
 * Where the cavity is as wide as the items it takes in: at their own height with the clearance above and below, and
 * along the way by which they come in. In the base that is from below the item to the rim, in the lid from the rim to
 * above it; an item that ends above the lip asks nothing of the base, one below the rim nothing of the lid.
 */
export function widened(takenIn: readonly TakenIn[], h: Heights): { base: InPart[]; lid: InPart[] } {
  const heights = takenIn.map((item) => {
    const { min, max } = boxOfPositions(item.positions)
    return { item, low: min[2] - h.clear, high: max[2] + h.clear }
  })
  return {
    base: heights
      .filter(({ low }) => low < h.lipTop)
      .map(({ item, low }) => ({ item, from: low - h.floor < LEAST_STEP ? h.floor : low, to: h.lipTop })),
    lid: heights
      .filter(({ high }) => high > h.parting)
      .map(({ item, high }) => ({ item, from: h.parting, to: h.roof - high < LEAST_STEP ? h.roof : high })),
  }
}

/** The hollows of a part: the plain one over its whole height, and wider ones where items are taken in. */
export function hollowsOf(
  wide: readonly InPart[],
  whole: { from: number; to: number },
  clear: number,
  outline: (items: readonly TakenIn[]) => Profile,
): Hollow[] {
  const hollow = (profile: Profile, from: number, to: number): Hollow => ({
    outline: expectOk(offsetProfile(profile, clear)),
    from,
    to,
  })
  const everywhere = wide.filter((w) => w.from <= whole.from && w.to >= whole.to).map((w) => w.item)
  const rest = wide.filter((w) => !everywhere.includes(w.item))
  return [
    hollow(outline(everywhere), whole.from, whole.to),
    // The item's own surroundings: what is wider than the board's and the item's together is both of them, no more.
    ...rest.map((w) => hollow(w.item.outline, w.from, Math.min(w.to, whole.to))),
  ]
}
