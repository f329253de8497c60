import { type Affine, ellipseArc, straight } from '../../outlines/curves'
import type { Vec2 } from '../../geometry/vec'
import type { Segment } from '../../profile/segment'
import { DamagedFile } from '../limits'
import type { Element } from './element'
import { lengthOf, numbersIn } from './numbers'
import { pathSegments } from './path-data'

/** What has an outline of its own. */
export const SHAPES: ReadonlySet<string> = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'])

/** The outline of a shape, mapped. @param page its width and height in user units, for percentages @throws DamagedFile */
export function shapeSegments(e: Element, m: Affine, page: Vec2): Segment[] {
  const [w, h] = page
  const across = Math.hypot(w, h) / Math.SQRT2
  const whole = (name: string) =>
    /^(c?x\d?|width|rx)$/.test(name) ? w : /^(c?y\d?|height|ry)$/.test(name) ? h : across
  const maybe = (name: string) => lengthOf(e.attributes[name], whole(name), `${name} of a ${e.name}`)
  const n = (name: string, otherwise = 0): number => maybe(name) ?? otherwise
  switch (e.name) {
    case 'path':
      return pathSegments(e.attributes.d ?? '', m)
    case 'line':
      return straight(m, [n('x1'), n('y1')], [n('x2'), n('y2')])
    case 'circle':
      return n('r') > 0 ? ellipseArc(m, [n('cx'), n('cy')], n('r'), n('r'), 0, 0, 2 * Math.PI) : []
    case 'ellipse': {
      const [rx, ry] = [n('rx', n('ry')), n('ry', n('rx'))]
      return rx > 0 && ry > 0 ? ellipseArc(m, [n('cx'), n('cy')], rx, ry, 0, 0, 2 * Math.PI) : []
    }
    case 'rect':
      return rectangle(m, n('x'), n('y'), n('width'), n('height'), n('rx', n('ry')), n('ry', n('rx')))
    default: {
      const v = numbersIn(e.attributes.points ?? '', `the corners of a ${e.name}`)
      if (v.length % 2 === 1) throw new DamagedFile(`The SVG is damaged: a ${e.name} has an odd count of numbers.`)
      const points = Array.from({ length: v.length / 2 }, (_, i): Vec2 => [v[2 * i]!, v[2 * i + 1]!])
      if (e.name === 'polygon' && points.length > 2) points.push(points[0]!)
      return points.slice(1).flatMap((p, i) => straight(m, points[i]!, p))
    }
  }
}

function rectangle(m: Affine, x: number, y: number, w: number, h: number, rx: number, ry: number): Segment[] {
  if (w <= 0 || h <= 0) return []
  const [a, b] = [Math.min(rx, w / 2), Math.min(ry, h / 2)]
  if (a <= 0 || b <= 0) {
    const p: Vec2[] = [[x, y], [x + w, y], [x + w, y + h], [x, y + h], [x, y]] // prettier-ignore
    return p.slice(1).flatMap((q, i) => straight(m, p[i]!, q))
  }
  const quarter = (cx: number, cy: number, k: number) =>
    ellipseArc(m, [cx, cy], a, b, 0, (k * Math.PI) / 2, ((k + 1) * Math.PI) / 2)
  return [
    ...straight(m, [x + a, y], [x + w - a, y]), ...quarter(x + w - a, y + b, 3),
    ...straight(m, [x + w, y + b], [x + w, y + h - b]), ...quarter(x + w - a, y + h - b, 0),
    ...straight(m, [x + w - a, y + h], [x + a, y + h]), ...quarter(x + a, y + h - b, 1),
    ...straight(m, [x, y + h - b], [x, y + b]), ...quarter(x + a, y + b, 2),
  ] // prettier-ignore
}
