import { SVGPathData } from 'svg-pathdata'
import { type Affine, bezier, ellipseArc, straight } from '../../outlines/curves'
import type { Vec2 } from '../../geometry/vec'
import type { Segment } from '../../profile/segment'
import { DamagedFile, finite } from '../limits'

/** Segments of the `d` of a path, mapped; its grammar is read by a package, arcs stay arcs. @throws DamagedFile */
export function pathSegments(d: string, m: Affine): Segment[] {
  const out: Segment[] = []
  let [here, start]: [Vec2, Vec2] = [[0, 0], [0, 0]] // prettier-ignore
  const to = (end: Vec2, segments: Segment[]) => {
    for (const s of segments) out.push(s)
    here = end
  }
  for (const c of commandsOf(d)) {
    for (const value of Object.values(c)) if (typeof value === 'number') finite(value, 'a path of the SVG')
    switch (c.type) {
      case SVGPathData.MOVE_TO:
        here = start = [c.x, c.y]
        break
      case SVGPathData.LINE_TO:
        to([c.x, c.y], straight(m, here, [c.x, c.y]))
        break
      case SVGPathData.CURVE_TO:
        to([c.x, c.y], bezier(m, [here, [c.x1, c.y1], [c.x2, c.y2], [c.x, c.y]]))
        break
      case SVGPathData.QUAD_TO:
        to([c.x, c.y], bezier(m, [here, [c.x1, c.y1], [c.x, c.y]]))
        break
      case SVGPathData.ARC:
        to([c.x, c.y], ellipticalArc(m, here, [c.rX, c.rY, c.xRot, c.lArcFlag, c.sweepFlag], [c.x, c.y]))
        break
      case SVGPathData.CLOSE_PATH:
        to(start, straight(m, here, start))
    }
  }
  return out
}

/** The path read last: one that is used many times is mostly used again at once. */
let last: { d: string; commands: ReturnType<typeof readCommands> } | undefined

function commandsOf(d: string) {
  if (last?.d !== d) last = { d, commands: readCommands(d) }
  return last.commands
}

/** Commands with their ends where they are: absolute, and none that goes on from the one before. */
function readCommands(d: string) {
  if (d.trim() === '' || d.trim() === 'none') return []
  try {
    const { commands } = new SVGPathData(d)
    if (commands[0]?.type !== SVGPathData.MOVE_TO) throw new SyntaxError('it does not begin with M')
    return new SVGPathData(commands).toAbs().normalizeHVZ(false).normalizeST().commands
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error)
    throw new DamagedFile(`The SVG is damaged: a path cannot be read (${why.replace(/\.+$/, '')}).`)
  }
}

/** An arc given by its ends (SVG 2, appendix B.2.4). */
function ellipticalArc(m: Affine, from: Vec2, v: readonly number[], to: Vec2): Segment[] {
  let [rx, ry] = [Math.abs(v[0]!), Math.abs(v[1]!)]
  if (rx === 0 || ry === 0 || (from[0] === to[0] && from[1] === to[1])) return straight(m, from, to)
  const tilt = (v[2]! * Math.PI) / 180
  const [c, s] = [Math.cos(tilt), Math.sin(tilt)]
  const [dx, dy] = [(from[0] - to[0]) / 2, (from[1] - to[1]) / 2]
  const [x, y] = [c * dx + s * dy, -s * dx + c * dy]
  const over = (x / rx) ** 2 + (y / ry) ** 2
  if (over > 1) [rx, ry] = [rx * Math.sqrt(over), ry * Math.sqrt(over)]
  const square = Math.max(
    0,
    (rx * rx * ry * ry - rx * rx * y * y - ry * ry * x * x) / (rx * rx * y * y + ry * ry * x * x),
  )
  const root = (v[3] === v[4] ? -1 : 1) * Math.sqrt(square)
  const [cx, cy] = [(root * rx * y) / ry, (-root * ry * x) / rx]
  const centre: Vec2 = [c * cx - s * cy + (from[0] + to[0]) / 2, s * cx + c * cy + (from[1] + to[1]) / 2]
  const a = Math.atan2((y - cy) / ry, (x - cx) / rx)
  let sweep = Math.atan2((-y - cy) / ry, (-x - cx) / rx) - a
  if (v[4] === 0 && sweep > 0) sweep -= 2 * Math.PI
  if (v[4] === 1 && sweep < 0) sweep += 2 * Math.PI
  return ellipseArc(m, centre, rx, ry, tilt, a, a + sweep)
}
