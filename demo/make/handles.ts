import type { Vec2 } from '../../src/core/geometry/vec'
import { arc, type Loop, line, type Profile } from '../../src/core/profile/segment'
import { circle } from '../../src/core/profile/shapes'

/** Where the ends of the three handles stand on the sheet, mm: of the hoe, the hand fork and the trowel. */
export const HANDLES: readonly { name: string; at: Vec2 }[] = [
  { name: 'hoe', at: [-52, 4] },
  { name: 'fork', at: [2, 6] },
  { name: 'trowel', at: [54, 3] },
]

const moved = ([x, y]: Vec2, [dx, dy]: Vec2): Vec2 => [x + dx, y + dy]

/** A flat oval, 34.6 by 22.4. */
function oval(at: Vec2): Loop {
  const p = (x: number, y: number) => moved([x, y], at)
  return [
    line(p(-6.1, -11.2), p(6.1, -11.2)),
    arc(p(6.1, -11.2), p(6.1, 11.2), p(6.1, 0), true),
    line(p(6.1, 11.2), p(-6.1, 11.2)),
    arc(p(-6.1, 11.2), p(-6.1, -11.2), p(-6.1, 0), true),
  ]
}

/** A half round with a flat back, 31 across. */
function halfRound(at: Vec2): Loop {
  const p = (x: number, y: number) => moved([x, y], at)
  return [
    line(p(-15.5, -9), p(15.5, -9)),
    line(p(15.5, -9), p(15.5, 0)),
    arc(p(15.5, 0), p(-15.5, 0), p(0, 0), true),
    line(p(-15.5, 0), p(-15.5, -9)),
  ]
}

/** The ends of three handles, standing on a sheet. */
export const handles: Profile = {
  loops: [circle(HANDLES[0]!.at, 14.35).loops[0]!, oval(HANDLES[1]!.at), halfRound(HANDLES[2]!.at)],
}
