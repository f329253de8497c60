import type { KeptMeasure } from '../document/measure-schema'
import { ok, type Result } from '../result'
import { type Measured, measurePicks } from './measure'
import { type MeasurableThings, pickOfEnd } from './picked-ends'

/** What a kept measure comes to now. Errors: gone, unclear */
export function keptMeasure(
  { ends }: KeptMeasure,
  things: MeasurableThings,
): Result<Measured & { between: [string, string] }> {
  const [a, b] = ends.map((e) => pickOfEnd(e, things))
  if (!a!.ok) return a!
  if (!b!.ok) return b!
  return ok({ ...measurePicks(a!.value, b!.value), between: [a!.value.ownerName, b!.value.ownerName] })
}
