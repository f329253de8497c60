import type { Placement } from '../geometry/placement'
import type { Vec2, Vec3 } from '../geometry/vec'
import type { Profile, Segment } from '../profile/segment'

/** A shape as the document has it. */
export interface SavedShape {
  id: string
  kind: string
  fields: Record<string, unknown>
}

/** What a shape of a drawing is: material, a hole in it, or only a help for the others. */
export type ShapeRole = 'material' | 'hole' | 'guide'

/** A shape with everything worked out, mm on the drawing's plane. */
export interface Drawn {
  id: string
  kind: string
  is: ShapeRole
  /** What it goes round, one region for each copy: outer lines run anticlockwise, holes in them clockwise. */
  regions: Profile[]
  /** Runs that do not close by themselves. */
  open: Segment[][]
  /** Points of it that others can be measured from. */
  points: Readonly<Record<string, Vec2>>
  /** What lies on it can be placed by an angle. */
  round?: { centre: Vec2; radius: number }
}

/** A plane that can be drawn on. Lengths mm. */
export interface PlaneValue {
  /** Takes the plane's own along, up and out to the project's frame; the datum is its origin. */
  frame: Placement
  /** The part on whose face it lies. */
  part?: string
  /** The radius of the round outside that it touches, mm. */
  radius?: number
  /** Where the rounds are that are like the one it is square to, from that one, mm; where its field asks for them. */
  alike?: readonly Vec3[]
}
