import type { MeasureEnd } from '../document/measure-schema'
import type { Travel } from '../geometry/travel'
import type { Placement } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import type { SurfaceName } from '../kernel/surface'
import type { Profile } from '../profile/segment'
import type { Problem } from '../result'

/** Which triangles a row of the ledger is measured between. */
export type Selector =
  | {
      of: 'parts'
      parts: readonly string[]
      /** Whose surfaces are meant; of all pieces and copies, where none are named. */
      surfaces: SurfaceName
      /** And these. */
      also?: readonly SurfaceName[]
      /** Only triangles that face this way, more than any other of the four sides. */
      facing?: Vec3
    }
  /** `own`: they themselves as they stand, without the space that they come through. */
  | { of: 'items'; reference: string; items: readonly string[]; own?: true }
  /** What would stand up from a drawing, from one height over its plane to another, mm; its curves are taken as chords. */
  | { of: 'drawn'; profile: Profile; frame: Placement; span: readonly [number, number] }
  /** All of a part, and of others that go with it; `each`: every face of it is watched by this row; `firm`: but for what bends out of the way; `up`: what of it lies below a plane, as it is printed so far. */
  | {
      of: 'whole'
      part: string
      also?: readonly string[]
      each?: true
      firm?: true
      up?: { normal: Vec3; offset: number }
    }
  /** Every part and every fitted item, but for some parts. */
  | { of: 'rest'; but: readonly string[] }
  /** What the maker picked. */
  | { of: 'picked'; end: MeasureEnd }

/** The parts that a selector is all of. */
export const wholesOf = ({ part, also = [] }: Extract<Selector, { of: 'whole' }>): string[] => [part, ...also]

/** The row of the last motion that moves a part. */
export const motionRow = (rows: readonly RowSpec[], part: string): RowSpec | undefined =>
  rows.findLast((r) => r.travel && r.a.of === 'whole' && r.a.part === part)

/** In what a row is between: the name of the part that its step makes, which the step itself does not know. */
export const OWN_PART = '{own}'

/** One place where two things meet, as a step, or the maker, declares it. */
export interface RowSpec {
  id: string
  /** None if the maker did. */
  step?: string
  /** What meets what, for the maker; empty where what was picked says it. */
  between: string
  /** The gap wanted, mm per side. */
  wanted: number
  /** How far off it may be, mm. */
  tolerance: number
  /** `at-least`: more than wanted holds too. */
  rule: 'exact' | 'at-least'
  a: Selector
  b: Selector
  /** Side `a` moves; the row has the least gap on all of its way. What is of one train moves together. */
  travel?: { train: string; way: Travel }
  /** Side `a` comes to where it is along a straight way; the row has the least gap on that, from where it is. Project's frame. */
  comes?: {
    from: Vec3
    by: Vec3
    /** Where straight it cannot, it may tilt as it comes, one of these sides of it first or the one across from it. */
    tilts?: readonly Vec3[]
  }
  /** What of side `a` bends out of the way when the parts are put together. */
  bends?: SurfaceName
  /** Of what the maker picked: the row has the least gap on all of the way of what moves. */
  onWay?: true
  /** The direction in which `a` goes into, or onto, `b`. */
  along?: Vec3
  /** Why it is not known what is wanted. */
  problem?: Problem
}
