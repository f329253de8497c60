import { dot, type Vec3 } from '../geometry/vec'
import type { KeptEdge, KeptFace } from '../document/pick-schema'
import type { SurfaceName, SurfaceShape } from '../kernel/surface'

/** Something pointed at in the scene. Lengths mm. */
export interface Pick {
  kind: 'surface' | 'item'
  /** Part or item id; for items also the reference. */
  owner: string
  ownerName: string
  reference?: string
  /** What its surface is called, on parts. */
  name?: SurfaceName
  /** What the document would keep of it, on parts. */
  kept?: KeptFace
  /** Index of the region within its owner, for marking it. */
  region: number
  shape: SurfaceShape
  point: Vec3
  /** Size of the surface's box. */
  size: Vec3
  /** The straight edge nearest to the point; `flat`: both faces at it are. */
  edge?: { from: Vec3; to: Vec3; off: number; kept?: KeptEdge; flat?: boolean }
  /** How thick the material is behind the point, square to the face. */
  thickness?: number
  /** How strongly a face without one radius bends there, 1/mm: more than 0 where it bulges. */
  bend?: number
  /** With others it stands on faces of its part, or is sunk in them; and that can be taken by itself. */
  stands?: boolean
  apart?: boolean
  /** With others it stands out of the faces round it, at inner edges all round. */
  out?: boolean
  /** It is an edge that was rounded or bevelled. */
  edged?: boolean
  /** What it is measured as; usually what its face is. */
  as?: 'face' | 'axis' | 'edge' | 'middle' | 'point' | 'item'
}

const FACING: readonly [Vec3, string][] = [
  [[0, 0, 1], 'top'],
  [[0, 0, -1], 'bottom'],
  [[0, -1, 0], 'front'],
  [[0, 1, 0], 'back'],
  [[-1, 0, 0], 'left'],
  [[1, 0, 0], 'right'],
]

/** The side of the printer a direction points to, if it points there squarely. */
export const sideFaced = (normal: Vec3): string | undefined => FACING.find(([d]) => dot(d, normal) > 0.999)?.[1]

/** A pick in a maker's words. `format` writes a length. */
export function describePick(pick: Pick, format: (mm: number) => string): string {
  const { shape, size } = pick
  if (pick.kind === 'item') return `${pick.ownerName}, ${size.map(format).join(' × ')}`
  if (shape.kind !== 'plane') return describeFace(shape, format)
  const drop = [0, 1, 2].reduce((k, i) => (Math.abs(shape.normal[i]!) > Math.abs(shape.normal[k]!) ? i : k), 0)
  return describeFace(
    shape,
    format,
    size.filter((_, i) => i !== drop),
  )
}

/** What kind of face it is, in a maker's words. @param size of a flat one, where it is known */
export function describeFace(
  shape: SurfaceShape,
  format: (mm: number) => string,
  size: readonly number[] = [],
): string {
  switch (shape.kind) {
    case 'plane': {
      const side = sideFaced(shape.normal)
      return ['Flat face', ...(size.length > 0 ? [size.map(format).join(' × ')] : []), ...(side ? [`faces ${side}`] : [])].join(', ') // prettier-ignore
    }
    case 'cylinder':
      return shape.hole ? `Round inside, Ø ${format(2 * shape.radius)}` : `Round outside, Ø ${format(2 * shape.radius)}`
    case 'cone':
      return 'Slanted round face'
    case 'sphere':
      return shape.hole ? `Round hollow, Ø ${format(2 * shape.radius)}` : `Ball, Ø ${format(2 * shape.radius)}`
    case 'torus':
      return `Fillet, radius ${format(shape.tube)}`
    case 'free':
      return 'Curved face'
  }
}
