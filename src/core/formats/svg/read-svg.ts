import { type Affine, after } from '../../outlines/curves'
import { importedOutline } from '../../outlines/drawing'
import type { ImportedOutline, RawLayer } from '../../outlines/outline'
import type { Vec2 } from '../../geometry/vec'
import type { Segment } from '../../profile/segment'
import { fail, type Result } from '../../result'
import { DamagedFile, reading, SEGMENT_LIMIT } from '../limits'
import { type Element, forEach, MOST_ELEMENTS, readElements } from './element'
import { lengthOf, transformOf } from './numbers'
import { innerViewport, pageOf } from './page'
import { SHAPES, shapeSegments } from './shapes'
import { type Style, stylesOf } from './styles'

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
  'linearGradient',
  'radialGradient',
  'filter',
])
const HOLDERS = new Set(['g', 'svg', 'a', 'switch'])
const DEEPEST = 32

/** Reads the shapes of an SVG with their transforms, one layer for each group at the top; y points up afterwards. */
export function readSvg(bytes: Uint8Array): Result<ImportedOutline> {
  return reading(() => {
    const root = readElements(new TextDecoder().decode(bytes))
    if (root?.name !== 'svg') return fail('damaged', 'The SVG has no <svg> element.')
    const page = pageOf(root)
    const drawing = new Drawing(root)
    const raw = { layers: drawing.layers(page.map, page.size), notes: drawing.notes() }
    return importedOutline('svg', raw, page.unit)
  })
}

/** What holds for an element because of those round it. */
interface Around {
  map: Affine
  page: Vec2
  hidden: boolean
  depth: number
}

class Drawing {
  private readonly byId = new Map<string, Element>()
  private readonly skipped = new Map<string, number>()
  private readonly styleOf: (e: Element) => Style
  private readonly unread: number
  private hidden = 0
  private count = 0
  private segments = 0

  constructor(private readonly root: Element) {
    forEach(root, (e) => {
      if (e.attributes.id) this.byId.set(e.attributes.id, e)
    })
    const { styleOf, unread } = stylesOf(root)
    this.styleOf = styleOf
    this.unread = unread
  }

  /** Groups at the top are layers; what stands beside them is one more. */
  layers(map: Affine, page: Vec2): RawLayer[] {
    const out: RawLayer[] = []
    const loose: RawLayer = { name: 'drawing', segments: [] }
    const around: Around = { map, page, hidden: isHidden(this.styleOf(this.root), false), depth: 0 }
    for (const [i, child] of this.root.children.entries()) {
      if (child.name === 'g') {
        const layer = { name: child.attributes.id ?? `group ${i + 1}`, segments: [] }
        this.draw(child, around, layer.segments)
        out.push(layer)
      } else this.draw(child, around, loose.segments)
    }
    return [...(loose.segments.length > 0 ? [loose] : []), ...out]
  }

  notes(): string[] {
    const left = [...this.skipped].map(([name, n]) => `${n} ${name}`)
    return [
      ...(left.length > 0 ? [`Left out, because they are no outlines: ${left.join(', ')}.`] : []),
      ...(this.hidden > 0 ? [`Left out, because they are hidden: ${this.hidden} ${this.hidden === 1 ? 'shape' : 'shapes'}.`] : []), // prettier-ignore
      ...(this.unread > 0 ? [`${this.unread} rules of its style sheets could not be read and were passed over.`] : []),
    ]
  }

  private draw(e: Element, around: Around, out: Segment[]): void {
    if (around.depth > DEEPEST || (this.count += 1) > MOST_ELEMENTS)
      throw new DamagedFile('The SVG uses itself over and over, or makes more of its elements than can be read.')
    const style = this.styleOf(e)
    if (NOT_DRAWN.has(e.name)) return
    if (style.display === 'none') {
      forEach(e, (x) => SHAPES.has(x.name) && (this.hidden += 1))
      return
    }
    const hidden = isHidden(style, around.hidden)
    const own = { ...around, map: after(around.map, transformOf(style.transform)), hidden }
    if (SHAPES.has(e.name)) this.shape(e, own, out)
    else if (e.name === 'use') this.use(e, own, out)
    else if (HOLDERS.has(e.name)) {
      const inner = e.name === 'svg' ? innerViewport(e, own.page) : undefined
      const inside = inner ? { ...own, map: after(own.map, inner.map), page: inner.size } : own
      for (const child of e.children) this.draw(child, { ...inside, depth: own.depth + 1 }, out)
    } else this.skipped.set(e.name, (this.skipped.get(e.name) ?? 0) + 1)
  }

  private shape(e: Element, { map, page, hidden }: Around, out: Segment[]): void {
    if (hidden) {
      this.hidden += 1
      return
    }
    const segments = shapeSegments(e, map, page)
    if ((this.segments += segments.length) > SEGMENT_LIMIT)
      throw new DamagedFile(`The SVG comes to more than ${SEGMENT_LIMIT} lines and arcs.`)
    for (const s of segments) out.push(s)
  }

  private use(e: Element, around: Around, out: Segment[]): void {
    const target = this.byId.get((e.attributes.href ?? e.attributes['xlink:href'] ?? '').replace(/^#/, ''))
    if (!target) return
    const at = (name: 'x' | 'y') => lengthOf(e.attributes[name], around.page[name === 'x' ? 0 : 1], `${name} of a use`) ?? 0 // prettier-ignore
    const map = after(around.map, [1, 0, 0, 1, at('x'), at('y')])
    const sized = { ...target.attributes, ...only(e.attributes, ['width', 'height']) }
    const as = target.name === 'symbol' ? { ...target, name: 'svg', attributes: sized } : target
    this.draw(as, { ...around, map, depth: around.depth + 1 }, out)
  }
}

const isHidden = ({ visibility }: Style, before: boolean): boolean =>
  visibility === undefined || visibility === 'inherit' ? before : visibility !== 'visible'

const only = (record: Readonly<Record<string, string>>, names: readonly string[]): Record<string, string> =>
  Object.fromEntries(names.flatMap((n) => (record[n] === undefined ? [] : [[n, record[n]]])))
