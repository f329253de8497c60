import { distance, dot, sub, type Vec3 } from '../geometry/vec'
import type { SurfaceShape } from '../kernel/surface'

/** Something pointed at in the scene. Lengths mm. */
export interface Pick {
  kind: 'surface' | 'item'
  /** Part or item id; for items also the reference. */
  owner: string
  ownerName: string
  reference?: string
  step?: string
  role?: string
  /** Index of the surface within its owner, for marking it. */
  surface: number
  shape: SurfaceShape
  point: Vec3
  /** Size of the surface's box. */
  size: Vec3
  /** The straight edge nearest to the point. */
  edge?: { from: Vec3; to: Vec3; off: number }
}

/** What lies between two picks, and how it was found. */
export interface Measured {
  value: number
  what: 'between planes' | 'between axes' | 'from plane to point' | 'between points'
  /** Differences along each axis between the two points pointed at. */
  along: Vec3
}

const PARALLEL = 0.99999

/** The distance between two picks: exact where both are planes or both round with the same direction. */
export function measurePicks(a: Pick, b: Pick): Measured {
  const along = sub(b.point, a.point).map(Math.abs) as unknown as Vec3
  const [s, t] = [a.shape, b.shape]
  if (s.kind === 'plane' && t.kind === 'plane' && Math.abs(dot(s.normal, t.normal)) > PARALLEL)
    return { value: Math.abs(dot(sub(t.point, s.point), s.normal)), what: 'between planes', along }
  if (s.kind === 'cylinder' && t.kind === 'cylinder' && Math.abs(dot(s.axis, t.axis)) > PARALLEL) {
    const across = sub(t.point, s.point)
    const lengthwise = dot(across, s.axis)
    return { value: Math.sqrt(Math.max(0, dot(across, across) - lengthwise ** 2)), what: 'between axes', along }
  }
  if (s.kind === 'plane')
    return { value: Math.abs(dot(sub(b.point, s.point), s.normal)), what: 'from plane to point', along }
  if (t.kind === 'plane')
    return { value: Math.abs(dot(sub(a.point, t.point), t.normal)), what: 'from plane to point', along }
  return { value: distance(a.point, b.point), what: 'between points', along }
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
  switch (shape.kind) {
    case 'plane': {
      const side = sideFaced(shape.normal)
      const drop = [0, 1, 2].reduce((k, i) => (Math.abs(shape.normal[i]!) > Math.abs(shape.normal[k]!) ? i : k), 0)
      const [w, h] = size.filter((_, i) => i !== drop)
      return `Flat face, ${format(w!)} × ${format(h!)}${side ? `, faces ${side}` : ''}`
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
