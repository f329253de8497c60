import { compose, fromFrame, type Placement } from '../../geometry/placement'
import type { Solid } from '../../kernel/kernel'
import type { ExtrusionNames } from '../../kernel/mesh-builder'
import { areaOf, boundsOf } from '../../profile/measure'
import { polygonProfile } from '../../profile/shapes'
import { raise } from '../../result'
import type { StepContext } from '../step-kind'
import { OUT, throughFirst } from '../through'
import type { VentsValues } from './fields'
import type { Cell } from './pattern'

/** What a wall is thicker by than where most of the openings are, with something behind it, mm. */
const BEHIND = 1.5
/** Drip edges are fastened so deep, mm. */
const FAST = 0.1

interface VentTool {
  solid: Solid
  /** What is added before: the drip edges. */
  hoods: Solid | undefined
  kept: readonly Cell[]
  /** What is open in all, mm2. */
  area: number
}

/**
 * The openings through the wall, but for those that something stands behind.
 * Errors: no-wall, upright (a drip edge on a face that does not stand)
 */
export function ventTool(cells: readonly Cell[], frame: Placement, v: VentsValues, context: StepContext): VentTool {
  const { kernel, tolerance, id } = context
  const lean = v.cells === 'level' ? (v.lean * Math.PI) / 180 : 0
  if (lean > 0) stands(frame, 'lean', 'so nothing could fall outwards; 0 would do')
  const drawn = (cell: Cell, z0: number, z1: number) => {
    const names = { step: id, top: 'mouth', bottom: 'mouth', side: 'vent', copy: [cell.name] }
    if (lean === 0) return kernel.place(kernel.extrude(cell.outline, z0, z1, { names, tolerance }), frame)
    return kernel.place(leant(cell, [z0, z1], lean, names, context), frame)
  }
  const first = { way: 'in', field: 'on' }
  const ends = cells.map((cell) => throughFirst([v.part.solid], first, frame, ([z0, z1]) => drawn(cell, z0, z1), kernel)[0]) // prettier-ignore
  const usual = [...ends].sort((a, b) => b - a)[Math.floor(ends.length / 2)] ?? 0
  const kept = cells.flatMap((cell, i) => (ends[i]! >= usual - BEHIND ? [{ cell, end: ends[i]! }] : []))
  const hoods = v.drip > 0 ? kept.map(({ cell }) => hood(cell, frame, v, context)) : []
  return {
    solid: kernel.union(kept.map(({ cell, end }) => drawn(cell, end, OUT))),
    hoods: hoods.length > 0 ? kernel.union(hoods) : undefined,
    kept: kept.map(({ cell }) => cell),
    area: kept.reduce((sum, { cell }) => sum + areaOf(cell.outline), 0),
  }
}

/** Errors: upright */
function stands(frame: Placement, field: string, words: string): void {
  if (Math.abs(frame[10]!) > 0.2) raise('upright', `This face does not stand upright, ${words}.`, field)
}

/** A level slot that falls outwards: drawn from the side, about the middle of its height on the face, and across. */
function leant(
  { outline }: Cell,
  [z0, z1]: readonly [number, number],
  lean: number,
  names: ExtrusionNames,
  { kernel, tolerance }: StepContext,
): Solid {
  const [x0, y0, x1, y1] = boundsOf(outline)
  const [middle, half] = [(y0 + y1) / 2, (y1 - y0) / 2]
  // Straight across it is as wide as one that goes straight through.
  const high = half / Math.cos(lean)
  const at = (z: number, up: number): [number, number] => [z, middle - z * Math.tan(lean) + up * high]
  const profile = polygonProfile([at(z0, -1), at(z1, -1), at(z1, 1), at(z0, 1)], ['low', 'out', 'high', 'in'])
  const solid = kernel.extrude(profile, -x1, -x0, { names: { ...names, top: 'vent', bottom: 'vent' }, tolerance })
  return kernel.place(solid, fromFrame([0, 0, 1], [0, 1, 0], [-1, 0, 0], [0, 0, 0]))
}

/** A drip edge over an opening: level underneath, and slanting down outwards by 45 degrees. */
function hood(cell: Cell, frame: Placement, { drip }: VentsValues, { kernel, id, tolerance }: StepContext): Solid {
  stands(frame, 'drip', 'so nothing drips from it; a drip edge of 0 would do')
  const [x0, , x1, y1] = boundsOf(cell.outline)
  // Seen from the side: out of the face, and up.
  const profile = polygonProfile([[-FAST, y1], [drip, y1], [-FAST, y1 + drip + FAST]], ['under', 'slope', 'in']) // prettier-ignore
  const solid = kernel.extrude(profile, -x1 - drip, drip - x0, { names: { step: id, top: 'drip', bottom: 'drip', side: 'drip', copy: [cell.name] }, tolerance }) // prettier-ignore
  return kernel.place(solid, compose(frame, fromFrame([0, 0, 1], [0, 1, 0], [-1, 0, 0], [0, 0, 0])))
}
