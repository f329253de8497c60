import type { Vec3 } from '../geometry/vec'
import type { SurfaceName } from '../kernel/surface'

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

/** One place where two things meet, as a step declares it. */
export interface RowSpec {
  id: string
  step: string
  /** What meets what, for the maker. */
  between: string
  /** The gap wanted, mm per side. */
  wanted: number
  /** How far off it may be, mm. */
  tolerance: number
  /** `at-least`: more than wanted holds too. */
  rule: 'exact' | 'at-least'
  a: Selector
  b: Selector
}
