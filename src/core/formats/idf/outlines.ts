import type { Vec2 } from '../../geometry/vec'
import { polygonArea } from '../../profile/polygon'
import { DamagedFile } from '../limits'

/** A row of an IDF outline: the angle is what is swept on the way here from the row before, degrees; 360 is a circle. */
export interface OutlineRow {
  loop: number
  x: number
  y: number
  angle: number
}

/** Chords for a full turn. */
const ROUND = 180

/** The loops of an outline as polygons: the outside first, anticlockwise, then what is cut out, clockwise. */
export function idfOutlines(rows: readonly OutlineRow[]): Vec2[][] {
  const byLoop = new Map<number, OutlineRow[]>()
  for (const r of rows) byLoop.set(r.loop, [...(byLoop.get(r.loop) ?? []), r])
  const loops = [...byLoop].sort(([a], [b]) => a - b).map(([, list]) => polygon(list))
  const sound = loops.filter((l) => l.length >= 3)
  if (sound.length === 0) throw new DamagedFile('The IDF file is damaged: an outline has fewer than three corners.')
  return sound.map((loop, i) => (polygonArea(loop) > 0 === (i === 0) ? loop : loop.reverse()))
}

function polygon(rows: readonly OutlineRow[]): Vec2[] {
  const out: Vec2[] = []
  for (const [i, row] of rows.entries()) {
    const before = rows[i - 1]
    const here: Vec2 = [row.x, row.y]
    if (before && Math.abs(row.angle) >= 359.9) return ring([before.x, before.y], here)
    if (before && row.angle !== 0) out.push(...arcPoints([before.x, before.y], here, (row.angle * Math.PI) / 180))
    else out.push(here)
  }
  const [first, last] = [out[0], out.at(-1)]
  if (first && last && out.length > 1 && Math.hypot(first[0] - last[0], first[1] - last[1]) < 1e-6) out.pop()
  return out
}

/** A circle: the first point is its middle, the second lies on it. */
function ring(centre: Vec2, on: Vec2): Vec2[] {
  const radius = Math.hypot(on[0] - centre[0], on[1] - centre[1])
  return Array.from({ length: ROUND }, (_, i): Vec2 => [
    centre[0] + radius * Math.cos((2 * Math.PI * i) / ROUND),
    centre[1] + radius * Math.sin((2 * Math.PI * i) / ROUND),
  ])
}

/** Points of an arc after its start, its end among them. */
function arcPoints(a: Vec2, b: Vec2, sweep: number): Vec2[] {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  // The middle lies to the left of the chord for a turn to the left of less than a half.
  const h = 1 / (2 * Math.tan(sweep / 2))
  const centre: Vec2 = [(a[0] + b[0]) / 2 - dy * h, (a[1] + b[1]) / 2 + dx * h]
  const count = Math.max(2, Math.ceil((Math.abs(sweep) / (2 * Math.PI)) * ROUND))
  return Array.from({ length: count }, (_, i): Vec2 => {
    if (i === count - 1) return b
    const t = (sweep * (i + 1)) / count
    const [c, s] = [Math.cos(t), Math.sin(t)]
    const [x, y] = [a[0] - centre[0], a[1] - centre[1]]
    return [centre[0] + c * x - s * y, centre[1] + s * x + c * y]
  })
}
