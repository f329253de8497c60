import { type Affine, bezier, ellipseArc, straight } from '../../outlines/curves'
import type { Vec2 } from '../../geometry/vec'
import type { Segment } from '../../profile/segment'
import { DamagedFile } from '../limits'

/** Numbers each command takes (SVG 2, 9.3). */
const COUNT: Record<string, number> = { M: 2, L: 2, H: 1, V: 1, C: 6, S: 4, Q: 4, T: 2, A: 7, Z: 0 }
const NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/y
const FLAG = /[01]/y
const BETWEEN = /[\s,]*/y

/** Segments of the `d` of a path, mapped. @throws DamagedFile */
export function pathSegments(d: string, m: Affine): Segment[] {
  const out: Segment[] = []
  let at = 0
  let [here, start]: [Vec2, Vec2] = [[0, 0], [0, 0]] // prettier-ignore
  let command = ''
  /** The control point a smooth curve mirrors. */
  let mirror: Vec2 | undefined
  let before = ''
  const skip = () => {
    BETWEEN.lastIndex = at
    BETWEEN.exec(d)
    at = BETWEEN.lastIndex
  }
  const take = (pattern: RegExp): number => {
    skip()
    pattern.lastIndex = at
    const found = pattern.exec(d)
    if (!found)
      throw new DamagedFile(`The SVG is damaged: a path breaks off or is no path at "${d.slice(at, at + 20)}".`)
    at = pattern.lastIndex
    return Number(found[0])
  }
  for (skip(); at < d.length; skip()) {
    const letter = d[at]!
    if (/[a-z]/i.test(letter)) {
      command = letter
      at += 1
      if (COUNT[command.toUpperCase()] === undefined)
        throw new DamagedFile(`The SVG is damaged: "${letter}" is no command of a path.`)
      if (out.length === 0 && before === '' && command.toUpperCase() !== 'M')
        throw new DamagedFile('The SVG is damaged: a path does not begin with M.')
    } else if (command === '' || /z/i.test(command))
      throw new DamagedFile(`The SVG is damaged: a path goes on with "${d.slice(at, at + 20)}".`)
    const kind = command.toUpperCase()
    const v = Array.from({ length: COUNT[kind]! }, (_, i) => take(kind === 'A' && (i === 3 || i === 4) ? FLAG : NUMBER))
    const [ox, oy] = command === kind ? [0, 0] : here
    const p = (i: number): Vec2 => [v[i]! + ox, v[i + 1]! + oy]
    const to = (end: Vec2, segments: Segment[]) => {
      out.push(...segments)
      here = end
    }
    const control: Vec2 = mirror ? [2 * here[0] - mirror[0], 2 * here[1] - mirror[1]] : here
    let next: Vec2 | undefined
    switch (kind) {
      case 'M':
        here = start = p(0)
        command = command === 'M' ? 'L' : 'l'
        break
      case 'L':
        to(p(0), straight(m, here, p(0)))
        break
      case 'H':
        to([v[0]! + ox, here[1]], straight(m, here, [v[0]! + ox, here[1]]))
        break
      case 'V':
        to([here[0], v[0]! + oy], straight(m, here, [here[0], v[0]! + oy]))
        break
      case 'C':
        next = p(2)
        to(p(4), bezier(m, [here, p(0), p(2), p(4)]))
        break
      case 'S':
        next = p(0)
        to(p(2), bezier(m, [here, /[CS]/i.test(before) ? control : here, p(0), p(2)]))
        break
      case 'Q':
        next = p(0)
        to(p(2), bezier(m, [here, p(0), p(2)]))
        break
      case 'T':
        next = /[QT]/i.test(before) ? control : here
        to(p(0), bezier(m, [here, next, p(0)]))
        break
      case 'A':
        to(p(5), ellipticalArc(m, here, v, p(5)))
        break
      default:
        to(start, straight(m, here, start))
    }
    mirror = next
    before = kind
  }
  return out
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
