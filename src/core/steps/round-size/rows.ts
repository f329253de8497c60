import { roundKind } from '../../alter/sizes'
import { gapRow } from '../../built/gap-row'
import type { RowSpec } from '../../built/rows'
import { extentOf } from '../../faces/extent'
import { nameOf, type Pointable } from '../../faces/resolve'
import type { PartValue } from '../../fields/part'
import { fromFrame } from '../../geometry/placement'
import { anySquareTo, cross } from '../../geometry/vec'
import { reversedLoop } from '../../profile/segment'
import { circle } from '../../profile/shapes'
import { formatLength } from '../../units/length'

/** More holes than these have no rows of their own. */
const MOST = 12
/** What a peg goes into is so thick, mm. */
const AROUND = 2

/**
 * Rows of holes and pegs that were given a size with a gap: against what is as large as that was said to be.
 * @param across of what goes in or on, mm
 */
export function sizedRows(
  step: string,
  part: PartValue,
  on: Pointable,
  regions: readonly number[],
  { across, gap }: { across: number; gap: number },
): RowSpec[] {
  const round = regions.filter((r) => on.mesh.surfaces[on.topology.surfaceOf[r]!]!.shape.kind === 'cylinder' && roundKind(on, r) === 'plain') // prettier-ignore
  if (gap === 0 || round.length > MOST) return []
  return round.flatMap((region, i): RowSpec[] => {
    const tag = on.mesh.surfaces[on.topology.surfaceOf[region]!]!
    const { shape } = tag
    if (shape.kind !== 'cylinder') return []
    const x = anySquareTo(shape.axis)
    const frame = fromFrame(x, cross(shape.axis, x), shape.axis, shape.point)
    const own = circle([0, 0], across / 2)
    const sleeve = { loops: [...circle([0, 0], across / 2 + AROUND).loops, reversedLoop(own.loops[0]!)] }
    const thing = { of: 'drawn', profile: shape.hole ? own : sleeve, frame, span: extentOf(on, region, shape.point, shape.axis) } as const // prettier-ignore
    const called = `${shape.hole ? 'hole' : 'peg'}${round.length > 1 ? ` ${i + 1}` : ''} of ${part.name}`
    const between = shape.hole ? `Ø ${formatLength(across)} in ${called}` : `${called} in Ø ${formatLength(across)}` // prettier-ignore
    return [gapRow(step, `size${i + 1}`, between, gap, 'exact', { of: 'parts', parts: [part.id], surfaces: nameOf(tag) }, thing)] // prettier-ignore
  })
}
