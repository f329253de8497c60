import type { Draft } from './draft'
import { partOf } from './parts'
import { quantitiesOf } from './solution'
import { changeBy, look, moveFor, weigh } from './system'

/** A row says nothing new if what is left of it without the others is less than this share of it. */
const NOTHING = 1e-7

/** True if a tie that is met says anything that the other ties do not say already. */
export function saysNew(draft: Draft, unknowns: Float64Array, tie: string): boolean {
  const mine = partOf(
    draft,
    draft.equations.filter((e) => e.tie === tie),
  )
  look(mine.system, quantitiesOf(draft, mine, unknowns))
  const others = partOf(
    draft,
    draft.equations.filter((e) => e.tie !== tie),
  )
  look(others.system, quantitiesOf(draft, others, unknowns))
  weigh(others.system, 0)
  const place = new Map(others.unknowns.map((u, i) => [u, i]))
  return mine.system.rows.some((row) => {
    const v = new Float64Array(others.system.unknowns)
    let outside = false
    row.unknowns.forEach((u, k) => {
      const at = place.get(mine.unknowns[u]!)
      if (at === undefined) outside ||= Math.abs(row.change[k]!) > NOTHING
      else v[at] = v[at]! + row.change[k]!
    })
    if (outside) return true
    const held = moveFor(others.system, changeBy(others.system, v))
    const size = (x: Float64Array) => Math.sqrt(x.reduce((s, c) => s + c * c, 0))
    return size(v.map((x, k) => x - held[k]!)) > NOTHING * Math.max(size(v), 1e-6)
  })
}
