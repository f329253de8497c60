import type { Vec2 } from '../../src/core/geometry/vec'
import { arc, type Loop, line, type Profile, reversedLoop } from '../../src/core/profile/segment'
import { circle } from '../../src/core/profile/shapes'

/** Round holes of the vent bracket: where, and how wide, mm. */
export const BRACKET_HOLES: readonly { name: string; at: Vec2; diameter: number }[] = [
  { name: 'pivot', at: [31.15, 0], diameter: 6.52 },
  { name: 'tab', at: [-15, 24], diameter: 5.2 },
  { name: 'left screw', at: [-31, -7], diameter: 4.3 },
  { name: 'right screw', at: [-6, -7], diameter: 4.3 },
]

/** 84.3 mm from the pivot's end to the broken edge at the left. */
const outside: Loop = [
  line([-42.15, -14], [8, -14]),
  line([8, -14], [14, -11]),
  line([14, -11], [31.15, -11]),
  arc([31.15, -11], [31.15, 11], [31.15, 0], true),
  line([31.15, 11], [2, 11]),
  arc([2, 11], [-6, 19], [2, 19], false),
  line([-6, 19], [-6, 24]),
  arc([-6, 24], [-24, 24], [-15, 24], true),
  line([-24, 24], [-24, 19]),
  arc([-24, 19], [-32, 11], [-32, 19], false),
  line([-32, 11], [-37, 11]),
  line([-37, 11], [-39.4, 7.2]),
  line([-39.4, 7.2], [-37.6, 3.1]),
  line([-37.6, 3.1], [-41, -0.4]),
  line([-41, -0.4], [-39.8, -5.2]),
  line([-39.8, -5.2], [-42.15, -8]),
  line([-42.15, -8], [-42.15, -14]),
]

const slot: Loop = [
  line([8, -2.2], [18, -2.2]),
  arc([18, -2.2], [18, 2.2], [18, 0], true),
  line([18, 2.2], [8, 2.2]),
  arc([8, 2.2], [8, -2.2], [8, 0], true),
]

/** The vent bracket of the greenhouse, broken at its left end; 3.15 mm thick. */
export const bracket: Profile = {
  loops: [
    outside,
    reversedLoop(slot),
    ...BRACKET_HOLES.map((h) => reversedLoop(circle(h.at, h.diameter / 2).loops[0]!)),
  ],
}
