import type { Drawn } from '@/core/fields/drawn-shape'
import { shapeSchema } from '@/core/fields/shapes'
import { type DrawnBy, filled, type ShapeKind } from '@/core/fields/shape-kind'
import type { Vec2 } from '@/core/geometry/vec'
import type { DrawingState } from '../store/drawing-state'
import type { Snapped } from './snapping'

/** The shape in hand if its next point were where the pointer is; nothing as long as it would be none. */
export function previewOf(kind: ShapeKind, state: DrawingState, cursor: Snapped): Drawn | undefined {
  if (!kind.drawn || state.points.length === 0) return undefined
  const all = filled(kind.drawn, [...state.points, cursor.at], cursor.at)
  try {
    const start = startOf(kind.drawn, all)
    const fields = shapeSchema(kind).parse(start)
    const values = Object.fromEntries(
      Object.entries(kind.fields).map(([name, spec]) => [name, plainly(spec.type, fields[name])]),
    )
    if (kind.drawn.endless && all.length < 3) values.ends = 'open'
    return { ...kind.make(values as never, 'hand'), id: 'hand', kind: kind.kind, is: 'guide' }
  } catch {
    return undefined
  }
}

/** The fields that pointing gives. */
export const startOf = (by: DrawnBy, points: readonly Vec2[]): Record<string, unknown> =>
  by.start(points.map((p) => ({ along: p[0], up: p[1], from: '' })), points) // prettier-ignore

/** What a field comes to that holds nothing but figures. */
function plainly(type: string, saved: unknown): unknown {
  const place = (p: unknown): Vec2 => {
    const { along, up } = p as { along: number; up: number }
    return [Number(along), Number(up)]
  }
  if (type === 'place') return place(saved)
  if (type === 'places') return (saved as unknown[]).map(place)
  return type === 'length' || type === 'angle' || type === 'count' ? Number(saved) : saved
}
