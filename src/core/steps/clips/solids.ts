import type { Enclosure } from '../../enclosures/enclosure'
import { fromFrame } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { polygonProfile, rectangle } from '../../profile/shapes'
import type { StepContext } from '../step-kind'
import type { ClipsValues } from './fields'
import type { ClipSizes } from './places'

/** How wide the slits beside an arm are, mm. */
const SLIT = 0.4
/** Length of an arm's root along the wall, and of the wall thickened past it, mm. */
export const ROOT_LONG = 3
/** Parts of it that must join overlap by so much, mm. */
const INTO = 0.2

/** An arm in the frame of its place: what the wall is thickened by, what it and the floor lose, and what stands there then. */
export function clipSolids(
  { inside, wall, pad, need, top, tip }: ClipSizes,
  v: ClipsValues,
  e: Enclosure,
  { kernel, id, tolerance }: StepContext,
): { pads: Solid[]; cuts: Solid[]; arms: Solid[] } {
  const half = v.long / 2
  const box = (role: string, [x0, x1]: Vec2, [y0, y1]: Vec2, [z0, z1]: Vec2, upper = role) =>
    kernel.extrude(rectangle(x0, y0, x1, y1), z0, z1, { names: { step: id, top: upper, bottom: role, side: role }, tolerance }) // prettier-ignore
  const along: Vec2 = [-half, half + SLIT]
  // Open towards the lid: nothing of the wall hangs over it.
  const open = e.parting + e.shut.high + 1
  return {
    pads: pad > 1e-6 ? [box('pad', [wall - INTO, wall + pad], [-half - ROOT_LONG, half + ROOT_LONG], [e.bottom, e.parting])] : [], // prettier-ignore
    cuts: [
      box('slit', [v.gap - SLIT, need], along, [e.bottom - 1, e.floor + 1e-2]),
      ...(need > inside ? [box('slit', [inside - INTO, need], along, [e.floor, open])] : []),
    ],
    arms: [
      box('arm', [v.gap, v.gap + v.thick], [-half - ROOT_LONG, half], [e.bottom, top]),
      box('arm', [v.gap, inside + INTO], [-half - ROOT_LONG, -half], [e.bottom, top]),
      box('rest', [-v.under, Math.min(0, v.gap - SLIT)], [half - v.catch, half], [e.floor - INTO, e.board.under]),
      catchSolid(v, e, top, half),
    ],
  }

  function catchSolid(v: ClipsValues, e: Enclosure, top: number, end: number): Solid {
    const low = e.board.top + v.play
    const points: Vec2[] = [[v.gap + INTO, low], [v.gap + INTO, top], [v.gap, top], [-v.overlap, tip], [-v.overlap, low]] // prettier-ignore
    const profile = polygonProfile(points, ['in', 'end', 'lead', 'tip', 'hold'])
    const solid = kernel.extrude(profile, 0, v.catch, { names: { step: id, top: 'catch', bottom: 'catch', side: 'catch' }, tolerance }) // prettier-ignore
    return kernel.place(solid, fromFrame([1, 0, 0], [0, 0, 1], [0, -1, 0], [0, end, 0]))
  }
}
