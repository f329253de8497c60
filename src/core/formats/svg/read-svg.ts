import { type Affine, after, ellipseArc, STILL, straight } from '../../outlines/curves'
import { importedOutline } from '../../outlines/drawing'
import type { ImportedOutline, RawLayer } from '../../outlines/outline'
import type { Vec2 } from '../../geometry/vec'
import type { Segment } from '../../profile/segment'
import type { FileUnit } from '../../units/file-unit'
import { fail, type Result } from '../../result'
import { DamagedFile, finite, reading } from '../limits'
import { readXml } from '../xml'
import { pathSegments } from './path-data'

interface Element {
  name: string
  attributes: Record<string, string>
  children: Element[]
}

/** Millimetres in the lengths of CSS; a px is a 96th of an inch there. */
const MM: Record<string, number> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, q: 0.25, px: 25.4 / 96 }
/** What is defined but not drawn itself. */
const NOT_DRAWN = new Set([
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'metadata',
  'style',
  'title',
  'desc',
])
const SHAPES = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'])
const DEEPEST = 32
const MOST = 200_000

/** Reads the shapes of an SVG with their transforms, one layer for each group at the top; y points up afterwards. */
export function readSvg(bytes: Uint8Array): Result<ImportedOutline> {
  return reading(() => {
    const root = parse(new TextDecoder().decode(bytes))
    if (root?.name !== 'svg') return fail('damaged', 'The SVG has no <svg> element.')
    const page = pageOf(root)
    const drawing = new Drawing(root)
    // One unit of the map's result is a millimetre where the page has a size, and a user unit where it has none.
    const raw = { layers: drawing.layers(page.map), notes: drawing.notes() }
    return importedOutline('svg', raw, page.unit)
  })
}

function parse(text: string): Element | undefined {
  let root: Element | undefined
  const open: Element[] = []
  let count = 0
  readXml(text, 'SVG', {
    open: (name, attributes) => {
      if ((count += 1) > MOST) throw new DamagedFile(`The SVG has more than ${MOST} elements.`)
      const element = { name, attributes, children: [] }
      open.at(-1)?.children.push(element)
      root ??= element
      open.push(element)
    },
    close: () => void open.pop(),
  })
  return root
}

/** How the drawing lies on its page: y turned up, and scaled where width and height say how large a unit is. */
function pageOf(root: Element): { map: Affine; unit: FileUnit | undefined } {
  const size = (name: string) => {
    const found = /^\s*([\d.eE+-]+)\s*([a-zA-Z]*)\s*$/.exec(root.attributes[name] ?? '')
    return found ? { value: Number(found[1]), unit: found[2]!.toLowerCase() } : undefined
  }
  const [width, height] = [size('width'), size('height')]
  const box = root.attributes.viewBox
    ?.trim()
    .split(/[\s,]+/)
    .map(Number)
  if (box && (box.length !== 4 || box.some((v) => !Number.isFinite(v))))
    throw new DamagedFile('The SVG is damaged: its viewBox does not have four numbers.')
  const px = (s: typeof width) => (s ? (s.value * (MM[s.unit] ?? MM.px!)) / MM.px! : 0)
  const [x0, y0, w, h] = box ?? [0, 0, px(width), px(height)]
  const mm = width ? MM[width.unit] : undefined
  const declared = width && mm !== undefined && width.unit !== 'px' && width.value > 0
  // Without a viewBox a user unit is a px, whatever unit the page is given in.
  const perUnit = !declared ? 1 : box && w! > 0 ? (width.value * mm) / w! : MM.px!
  return {
    map: [perUnit, 0, 0, -perUnit, -perUnit * x0!, perUnit * (y0! + h!)],
    unit: declared ? { name: 'mm', from: `declared in the file, in ${width.unit}`, certain: true } : undefined,
  }
}

class Drawing {
  private readonly byId = new Map<string, Element>()
  private readonly skipped = new Map<string, number>()
  private count = 0

  constructor(private readonly root: Element) {
    const index = (e: Element): void => {
      if (e.attributes.id) this.byId.set(e.attributes.id, e)
      e.children.forEach(index)
    }
    index(root)
  }

  /** Groups at the top are layers; what stands beside them is one more. */
  layers(map: Affine): RawLayer[] {
    const out: RawLayer[] = []
    const loose: RawLayer = { name: 'drawing', segments: [] }
    for (const [i, child] of this.root.children.entries()) {
      if (child.name === 'g') {
        const layer = { name: child.attributes.id ?? `group ${i + 1}`, segments: [] }
        this.draw(child, map, layer.segments, 0)
        out.push(layer)
      } else this.draw(child, map, loose.segments, 0)
    }
    return [...(loose.segments.length > 0 ? [loose] : []), ...out]
  }

  notes(): string[] {
    const left = [...this.skipped].map(([name, n]) => `${n} ${name}`)
    return left.length > 0 ? [`Left out, because they are no outlines: ${left.join(', ')}.`] : []
  }

  private draw(e: Element, m: Affine, out: Segment[], depth: number): void {
    if (depth > DEEPEST || (this.count += 1) > MOST)
      throw new DamagedFile('The SVG is damaged: it uses itself over and over.')
    const style = e.attributes.style ?? ''
    if (NOT_DRAWN.has(e.name) || e.attributes.display === 'none' || /display\s*:\s*none/.test(style)) return
    const own = after(m, transformOf(e.attributes.transform))
    if (SHAPES.has(e.name)) for (const s of shapeSegments(e, own)) out.push(s)
    else if (e.name === 'use') {
      const target = this.byId.get((e.attributes.href ?? e.attributes['xlink:href'] ?? '').replace(/^#/, ''))
      const at: Affine = [1, 0, 0, 1, Number(e.attributes.x ?? 0), Number(e.attributes.y ?? 0)]
      if (target)
        this.draw(target.name === 'symbol' ? { ...target, name: 'g' } : target, after(own, at), out, depth + 1)
    } else if (['g', 'svg', 'a', 'switch'].includes(e.name))
      for (const child of e.children) this.draw(child, own, out, depth + 1)
    else this.skipped.set(e.name, (this.skipped.get(e.name) ?? 0) + 1)
  }
}

function transformOf(text: string | undefined): Affine {
  let m: Affine = STILL
  for (const [, name, list] of (text ?? '').matchAll(/(\w+)\s*\(([^)]*)\)/g)) {
    const v = list!.trim().split(/[\s,]+/).map((n) => finite(Number(n), 'a transform of the SVG')) // prettier-ignore
    const rad = ((v[0] ?? 0) * Math.PI) / 180
    const [c, s] = [Math.cos(rad), Math.sin(rad)]
    const [x, y] = [v[1] ?? 0, v[2] ?? 0]
    const steps: Record<string, Affine> = {
      matrix: v.length === 6 ? (v as unknown as Affine) : STILL,
      translate: [1, 0, 0, 1, v[0] ?? 0, v[1] ?? 0],
      scale: [v[0] ?? 1, 0, 0, v[1] ?? v[0] ?? 1, 0, 0],
      rotate: [c, s, -s, c, x - c * x + s * y, y - s * x - c * y],
      skewX: [1, 0, Math.tan(rad), 1, 0, 0],
      skewY: [1, Math.tan(rad), 0, 1, 0, 0],
    }
    m = after(m, steps[name!] ?? STILL)
  }
  return m
}

function shapeSegments(e: Element, m: Affine): Segment[] {
  const n = (name: string, otherwise = 0): number => {
    const found = e.attributes[name]
    if (found === undefined) return otherwise
    const [, value, unit] = /^\s*([-+\d.eE]+)\s*([a-zA-Z]*)\s*$/.exec(found) ?? []
    return finite(
      Number(value ?? NaN) * (unit ? (MM[unit.toLowerCase()] ?? NaN) / MM.px! : 1),
      `${name} of a ${e.name}`,
    )
  }
  switch (e.name) {
    case 'path':
      return pathSegments(e.attributes.d ?? '', m)
    case 'line':
      return straight(m, [n('x1'), n('y1')], [n('x2'), n('y2')])
    case 'circle':
      return n('r') > 0 ? ellipseArc(m, [n('cx'), n('cy')], n('r'), n('r'), 0, 0, 2 * Math.PI) : []
    case 'ellipse':
      return n('rx') > 0 && n('ry') > 0 ? ellipseArc(m, [n('cx'), n('cy')], n('rx'), n('ry'), 0, 0, 2 * Math.PI) : []
    case 'rect':
      return rectangle(m, n('x'), n('y'), n('width'), n('height'), n('rx', n('ry')), n('ry', n('rx')))
    default: {
      const v = (e.attributes.points ?? '').trim().split(/[\s,]+/).filter(Boolean).map((t) => finite(Number(t), `a corner of a ${e.name}`)) // prettier-ignore
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
