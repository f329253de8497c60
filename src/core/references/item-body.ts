import { type Pointable, pointable } from '../faces/resolve'
import { placePositions } from '../geometry/placement'
import { placeShape } from '../kernel/placed-shape'
import type { SurfaceShape, SurfaceTag } from '../kernel/surface'
import { weldIndex } from '../mesh/weld'
import type { PlacedItem } from './place-items'
import { shapeFacts } from './shape-facts'

const known = new WeakMap<PlacedItem, Pointable>()

/**
 * An item as it stands, with its faces and edges, to be pointed at like a part. A face is named by what it is in its
 * own file, so that one which is somewhere else in the next revision goes by another name.
 */
export function itemBody(item: PlacedItem): Pointable {
  const before = known.get(item)
  if (before) return before
  const { solid, stands } = item
  const { faces, faceOfTriangle } = shapeFacts(solid)
  const positions = placePositions(stands, solid.positions)
  const first = weldIndex(positions)
  const body = pointable({
    positions: Float32Array.from(positions),
    indices: solid.indices.map((i) => first[i]!),
    triangleSurface: faceOfTriangle,
    surfaces: faces.map((face): SurfaceTag => ({ step: 'item', role: item.id, segment: said(face), shape: placeShape(face, stands), frame: stands })), // prettier-ignore
  })
  known.set(item, body)
  return body
}

const said = (shape: SurfaceShape): string =>
  Object.values(shape)
    .flat()
    .map((v: unknown) => (typeof v === 'number' ? String(Math.round(v * 100) / 100 + 0) : String(v)))
    .join(' ')
