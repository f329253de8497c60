import type { MeasureEnd } from '../document/measure-schema'
import type { Vec3 } from '../geometry/vec'
import type { SurfaceName } from '../kernel/surface'
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
  | { of: 'items'; reference: string; items: readonly string[] }
  /** What the maker picked. */
  | { of: 'picked'; end: MeasureEnd }

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
  /** Why it is not known what is wanted. */
  problem?: Problem
}
