import { type Enclosure, stood } from '../../enclosures/enclosure'
import { boundsOf } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import type { Profile } from '../../profile/segment'
import { rectangle } from '../../profile/shapes'
import type { Solid } from '../../kernel/kernel'
import { expectOk } from '../../result'
import type { StepContext } from '../step-kind'
import { frameOf, isLevel, type Stretch, type Wall } from './outline'

/** The cut begins so far inside the wall, mm: cut along its very face it would leave a film here and there. */
const BITE = 0.005

/**
 * What an opening takes away: only the wall between cavity and outside, never what lies behind it.
 * @returns of the base, and of the lid, in the project's frame
 */
export function openingTools(
  stretches: readonly Stretch[],
  wall: Wall,
  open: boolean,
  e: Enclosure,
  context: StepContext,
) {
  const { kernel } = context
  const lies = isLevel(wall)
  const behind = hollowsBehind(lies, e, context)
  const placed = (solids: readonly Solid[]) =>
    stood(e, kernel, kernel.subtract(kernel.place(kernel.union(solids), frameOf(wall)), behind))
  const own = stretches.flatMap((s) => drawn(s, context))
  if (!open || lies) {
    const tool = placed(own)
    return { base: tool, lid: tool }
  }
  const slots = stretches.filter((s) => s.role !== 'bevel' && s.role !== 'recess' && s.role !== 'out')
  const towards = (height: number, up: boolean) => slots.flatMap((s) => slotOf(s, height, up)).flatMap((s) => drawn(s, context)) // prettier-ignore
  return { base: placed([...own, ...towards(e.parting + e.shut.high + BITE, true)]), lid: placed([...own, ...towards(e.parting - BITE, false)]) } // prettier-ignore
}

function drawn({ outline, wider, from, to, role }: Stretch, { kernel, id, tolerance }: StepContext): Solid[] {
  const names = { step: id, top: 'outside', bottom: 'inside', side: role }
  if (!wider) return to > from ? [kernel.extrude(outline, from, to, { tolerance, names })] : []
  return wider.loops.map((upper, i) => kernel.taper(outline.loops[i]!, upper, from, to, { tolerance, names }))
}

/** Its sides have names of their own: they lie in one plane with the opening's, and are other faces. */
const ofTheWay = ({ loops }: Profile): Profile => ({ loops: loops.map((l) => l.map((s) => ({ ...s, id: `way ${s.id}` }))) }) // prettier-ignore

/** The stretch carried on up or down, as wide as it is, from its middle to the height at which the part begins. */
function slotOf(s: Stretch, height: number, up: boolean): Stretch[] {
  const carried = (outline: Profile): Profile | undefined => {
    const [x0, y0, x1, y1] = boundsOf(outline)
    const middle = (y0 + y1) / 2
    if (up ? height <= middle : height >= middle) return undefined
    return ofTheWay(rectangle(x0, Math.min(middle, height), x1, Math.max(middle, height)))
  }
  const outline = carried(s.outline)
  if (!outline) return []
  const wider = s.wider && carried(s.wider)
  return [{ from: s.from, to: s.to, role: s.role, outline, ...(wider ? { wider } : {}) }]
}

/** The room behind the wall. Neither floor nor roof is cut by what goes through a side, no side by what goes through those. */
const hollowsBehind = (lies: boolean, e: Enclosure, { kernel, id, tolerance }: StepContext): Solid[] =>
  e.hollows.map(({ outline, from, to }) => {
    const [low, high] = [from <= e.floor, to >= e.roof]
    const ends = lies ? [from + BITE, to - BITE] : [low ? e.bottom - 1 : from, high ? e.top + 1 : to]
    const side = expectOk(offsetProfile(outline, lies ? 1e-3 : -BITE))
    return kernel.extrude(side, ends[0]!, ends[1]!, { tolerance, names: { step: id, top: 'inside', bottom: 'inside', side: 'inside' } }) // prettier-ignore
  })
