import type { Side } from '../blend/side'
import type { Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'

/** A face of a solid as it is to be. */
export interface NewFace {
  shape: SurfaceShape
  side: Side
  /** About where a point of the face comes to. */
  carry: (p: Vec3) => Vec3
  /** All of it is carried as it is. */
  rigid?: true
}

/** What is to become of the faces of a solid, by their regions; the others stay, as far as they can. */
export interface Plan {
  faces: ReadonlyMap<number, NewFace>
  /** Faces that give way to the faces beside them, drawn out until they meet: those, by region. */
  dropped?: ReadonlyMap<number, readonly number[]>
  /** Faces that go, and leave their outline in flat faces beside them closed. */
  removed?: ReadonlySet<number>
}

/** What stands on faces of a part, or is sunk in them. */
export interface Feature {
  regions: ReadonlySet<number>
  /** The faces that it stands on or is sunk in. */
  hosts: readonly number[]
  /** Each of its rims lies in one flat face, so that it can be taken by itself. */
  apart: boolean
}
