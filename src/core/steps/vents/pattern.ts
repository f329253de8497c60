import type { Vec2 } from '../../geometry/vec'
import { toPolygon } from '../../profile/polygon'
import type { Profile } from '../../profile/segment'
import { circle, polygonProfile, rectangle } from '../../profile/shapes'
import type { FaceCover } from '../face-cover'
import type { VentsValues } from './fields'

/** One opening, with a name that it keeps as others come and go: by its row and column from the middle. */
export interface Cell {
  outline: Profile
  name: string
}

/** Openings in rows about the middle of their field, as many as it has room for, all of them on the face. */
export function cellsIn(cover: FaceCover, v: VentsValues): Cell[] {
  const [x0, y0, x1, y1] = fieldOf(cover, v)
  const slots = v.cells === 'level' || v.cells === 'upright'
  const [width, height] = [x1 - x0, y1 - y0]
  if (width <= 0 || height <= 0) return []
  const [mx, my] = [(x0 + x1) / 2, (y0 + y1) / 2]
  if (slots) {
    const level = v.cells === 'level'
    const [along, up] = level ? [width, height] : [height, width]
    const columns = Math.max(1, Math.ceil((along + v.bar) / (v.long + v.bar) - 1e-9))
    const long = (along - (columns - 1) * v.bar) / columns
    return spread(fitting(up, v.size, v.bar), v.size + v.bar).flatMap((row) =>
      spread(columns, long + v.bar).flatMap((column) => {
        const [w, h] = level ? [long, v.size] : [v.size, long]
        const [x, y] = level ? [mx + column.at, my + row.at] : [mx + row.at, my + column.at]
        return cell(rectangle(x - w / 2, y - h / 2, x + w / 2, y + h / 2), `${row.name},${column.name}`, cover, v)
      }),
    )
  }
  // Staggered: every second row is half a pitch aside.
  const across = v.cells === 'hex' ? v.size / Math.cos(Math.PI / 6) : v.size
  const [pitch, rise] = [v.size + v.bar, (v.size + v.bar) * Math.cos(Math.PI / 6)]
  return spread(fitting(height, across, rise - across), rise).flatMap((row, r) =>
    spread(fitting(width, v.size, v.bar) - (r % 2), pitch).flatMap((column) => {
      const at: Vec2 = [mx + column.at, my + row.at]
      return cell(v.cells === 'hex' ? hexagon(at, across / 2) : circle(at, v.size / 2), `${row.name},${column.name}`, cover, v) // prettier-ignore
    }),
  )
}

const fieldOf = (cover: FaceCover, { over, margin, wide, high, at: [x, y] }: VentsValues): FaceCover['box'] =>
  over === 'field'
    ? [x - wide / 2, y - high / 2, x + wide / 2, y + high / 2]
    : [cover.box[0] + margin, cover.box[1] + margin, cover.box[2] - margin, cover.box[3] - margin]

/** How many of a size fit into a room with bars between them. */
const fitting = (room: number, size: number, bar: number): number =>
  Math.max(0, Math.floor((room + bar) / (size + bar) + 1e-9))

/** Places about the middle, each by its number from there. */
const spread = (count: number, pitch: number): { at: number; name: string }[] =>
  Array.from({ length: Math.max(0, count) }, (_, i) => {
    const from = i - (count - 1) / 2
    return { at: from * pitch, name: String(from) }
  })

const hexagon = ([x, y]: Vec2, radius: number): Profile =>
  polygonProfile(
    [0, 1, 2, 3, 4, 5].map((k): Vec2 => {
      const angle = ((30 + 60 * k) * Math.PI) / 180
      return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]
    }),
    ['1', '2', '3', '4', '5', '6'],
  )

/** An opening that is on the face with its margin all round; none that is not. */
function cell(outline: Profile, name: string, cover: FaceCover, { margin }: VentsValues): Cell[] {
  const { points } = toPolygon(outline.loops[0]!, 0.05)
  for (const [i, p] of points.entries()) {
    const q = points[(i + 1) % points.length]!
    for (const t of [0, 0.25, 0.5, 0.75])
      if (!cover.has([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])], margin)) return []
  }
  return [{ outline, name }]
}
