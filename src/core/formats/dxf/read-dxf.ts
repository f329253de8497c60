import { type Affine, after, bSpline, ellipseArc, STILL, straight } from '../../outlines/curves'
import { importedOutline } from '../../outlines/drawing'
import type { ImportedOutline, RawDrawing } from '../../outlines/outline'
import type { Vec2 } from '../../geometry/vec'
import type { Segment } from '../../profile/segment'
import type { FileUnit } from '../../units/file-unit'
import { fail, type Result } from '../../result'
import { DamagedFile, reading, SEGMENT_LIMIT } from '../limits'
import { type DxfRecord, type DxfSections, number, numbers, readSections, text } from './pairs'

/** $INSUNITS by number, as far as Anorak knows the unit. */
const UNITS: Record<number, string> = { 1: 'in', 2: 'ft', 4: 'mm', 5: 'cm', 6: 'm', 9: 'thou', 13: 'um' }
const RAD = Math.PI / 180
/** Blocks in blocks, and entities in all: more is no drawing of a part. */
const DEEPEST = 16
const MOST = 500_000

/** Reads lines, arcs, circles, polylines, ellipses and splines of a text DXF, blocks included, layer by layer. */
export function readDxf(bytes: Uint8Array): Result<ImportedOutline> {
  return reading(() => {
    const content = new TextDecoder('latin1').decode(bytes)
    if (/^[^\r\n]{4,16} Binary DXF/.test(content.slice(0, 32)))
      return fail('binary', 'This is a binary DXF. Save it again as a text (ASCII) DXF.')
    const sections = readSections(content)
    const drawing = new Drawing(sections)
    return importedOutline('dxf', drawing.read(), unitOf(sections))
  })
}

function unitOf(sections: DxfSections): FileUnit | undefined {
  const pairs = (sections.get('HEADER') ?? []).flatMap((r) => r.pairs)
  const at = pairs.findIndex(([c, v]) => c === 9 && v === '$INSUNITS')
  const name = at < 0 ? undefined : UNITS[Number(pairs[at + 1]?.[1])]
  return name === undefined ? undefined : { name, from: 'declared in the file', certain: true }
}

class Drawing {
  private readonly layers = new Map<string, Segment[]>()
  private readonly blocks = new Map<string, { base: Vec2; records: DxfRecord[] }>()
  private readonly hidden = new Set<string>()
  private readonly skipped = new Map<string, number>()
  private count = 0
  private segments = 0
  private unseen = 0
  private onPaper = 0

  constructor(private readonly sections: DxfSections) {
    for (const r of sections.get('TABLES') ?? [])
      if (r.type === 'LAYER' && (number(r, 62, 7) < 0 || (number(r, 70, 0) & 1) === 1))
        this.hidden.add(text(r, 2) ?? '')
    let block: { base: Vec2; records: DxfRecord[] } | undefined
    for (const r of sections.get('BLOCKS') ?? []) {
      if (r.type === 'BLOCK') {
        block = { base: [number(r, 10, 0), number(r, 20, 0)], records: [] }
        this.blocks.set(text(r, 2) ?? '', block)
      } else if (r.type === 'ENDBLK') block = undefined
      else block?.records.push(r)
    }
  }

  read(): RawDrawing {
    const entities = this.sections.get('ENTITIES')
    if (!entities) throw new DamagedFile('The DXF file has no ENTITIES section.')
    this.records(entities, STILL, undefined, 0)
    const left = [...this.skipped].map(([type, n]) => `${n} ${type}`)
    const hidden = [...this.hidden].filter((l) => this.layers.has(l))
    return {
      layers: [...this.layers]
        .filter(([name]) => !this.hidden.has(name))
        .map(([name, segments]) => ({ name, segments })),
      notes: [
        ...(left.length > 0 ? [`Left out, because they are no outlines: ${left.join(', ')}.`] : []),
        ...(this.unseen > 0 ? [`Left out, because they are hidden: ${this.unseen} entities.`] : []),
        ...(this.onPaper > 0 ? [`Left out, because they are on the sheet of paper, not in the drawing: ${this.onPaper} entities.`] : []), // prettier-ignore
        ...(hidden.length > 0 ? [`Left out, because they are switched off: layers ${hidden.join(', ')}.`] : []),
      ],
    }
  }

  private records(records: readonly DxfRecord[], m: Affine, layer: string | undefined, depth: number): void {
    if (depth > DEEPEST) throw new DamagedFile('The DXF file is damaged: a block contains itself.')
    for (let i = 0; i < records.length; i++) {
      const r = records[i]!
      if (r.type === '') continue
      if ((this.count += 1) > MOST) throw new DamagedFile(`The DXF file has more than ${MOST} entities.`)
      // Entities of a block on layer 0 are on the layer the block is put on.
      const own = text(r, 8) ?? '0'
      const on = own === '0' && layer !== undefined ? layer : own
      const vertices: DxfRecord[] = []
      if (r.type === 'POLYLINE') {
        while (records[i + 1]?.type === 'VERTEX') vertices.push(records[(i += 1)]!)
        if (records[i + 1]?.type === 'SEQEND') i += 1
      }
      if (number(r, 67, 0) === 1) this.onPaper += 1
      else if (number(r, 60, 0) === 1) this.unseen += 1
      else this.entity(r, vertices, m, on, depth)
    }
  }

  private entity(r: DxfRecord, vertices: readonly DxfRecord[], m: Affine, on: string, depth: number): void {
    const flags = r.type === 'POLYLINE' ? number(r, 70, 0) : 0
    // Seen from below, what has a plane of its own is mirrored; lines, ellipses and curves in space are where they are.
    const place = number(r, 230, 1) < 0 && IN_OWN_PLANE.has(r.type) && (flags & 8) === 0 ? after(m, [-1, 0, 0, 1, 0, 0]) : m // prettier-ignore
    if (r.type === 'INSERT') this.insert(r, place, on, depth)
    else if (r.type === 'POLYLINE' && (flags & (16 | 64)) === 0) {
      const corners = vertices.map((v): Corner => [number(v, 10), number(v, 20), number(v, 42, 0)])
      this.add(on, polyline(place, corners, (number(r, 70, 0) & 1) === 1))
    } else {
      const segments = segmentsOf(r, place)
      if (segments) this.add(on, segments)
      else this.skipped.set(r.type, (this.skipped.get(r.type) ?? 0) + 1)
    }
  }

  private add(layer: string, segments: readonly Segment[]): void {
    if ((this.segments += segments.length) > SEGMENT_LIMIT)
      throw new DamagedFile(`The DXF file comes to more than ${SEGMENT_LIMIT} lines and arcs.`)
    const there = this.layers.get(layer)
    if (there) for (const s of segments) there.push(s)
    else this.layers.set(layer, [...segments])
  }

  private insert(r: DxfRecord, m: Affine, layer: string, depth: number): void {
    const block = this.blocks.get(text(r, 2) ?? '')
    if (!block) throw new DamagedFile(`The DXF file is damaged: the block "${text(r, 2)}" is not there.`)
    const [c, s] = [Math.cos(number(r, 50, 0) * RAD), Math.sin(number(r, 50, 0) * RAD)]
    const [sx, sy] = [number(r, 41, 1), number(r, 42, 1)]
    const [columns, rows] = [Math.max(1, number(r, 70, 1)), Math.max(1, number(r, 71, 1))]
    if (columns * rows > MOST) throw new DamagedFile('The DXF file is damaged: a block is repeated without end.')
    for (let i = 0; i < columns; i++)
      for (let j = 0; j < rows; j++) {
        const [ox, oy] = [i * number(r, 44, 0), j * number(r, 45, 0)]
        const [x, y] = [number(r, 10) + c * ox - s * oy, number(r, 20) + s * ox + c * oy]
        const put: Affine = [c * sx, s * sx, -s * sy, c * sy, x, y]
        this.records(
          block.records,
          after(m, after(put, [1, 0, 0, 1, -block.base[0], -block.base[1]])),
          layer,
          depth + 1,
        )
      }
  }
}

/** What is drawn in a plane of its own, given by its extrusion (groups 210 to 230). */
const IN_OWN_PLANE: ReadonlySet<string> = new Set(['ARC', 'CIRCLE', 'LWPOLYLINE', 'POLYLINE', 'INSERT'])
/** Curves of a higher degree come from no program for drawings. */
const HIGHEST_DEGREE = 25

type Corner = readonly [x: number, y: number, bulge: number]

/** Segments of an entity; undefined if it is no outline. */
function segmentsOf(r: DxfRecord, m: Affine): Segment[] | undefined {
  const at = (x: number, y: number): Vec2 => [number(r, x), number(r, y)]
  switch (r.type) {
    case 'LINE':
      return straight(m, at(10, 20), at(11, 21))
    case 'CIRCLE':
      return ellipseArc(m, at(10, 20), number(r, 40), number(r, 40), 0, 0, 2 * Math.PI)
    case 'ARC': {
      const [from, to] = [number(r, 50) * RAD, number(r, 51) * RAD]
      return ellipseArc(m, at(10, 20), number(r, 40), number(r, 40), 0, from, to <= from ? to + 2 * Math.PI : to)
    }
    case 'ELLIPSE': {
      const [x, y] = at(11, 21)
      const long = Math.hypot(x, y)
      const [from, to] = [number(r, 41, 0), number(r, 42, 2 * Math.PI)]
      return ellipseArc(
        m,
        at(10, 20),
        long,
        long * number(r, 40),
        Math.atan2(y, x),
        from,
        to <= from ? to + 2 * Math.PI : to,
      )
    }
    case 'LWPOLYLINE':
      return polyline(m, corners(r), (number(r, 70, 0) & 1) === 1)
    case 'SPLINE': {
      const xs = numbers(r, 10)
      const ys = numbers(r, 20)
      const points = xs.map((x, i): Vec2 => [x, ys[i] ?? NaN])
      const knots = numbers(r, 40)
      const degree = number(r, 71, 3)
      if (degree > HIGHEST_DEGREE)
        throw new DamagedFile(`The DXF file has a SPLINE of degree ${degree}; up to ${HIGHEST_DEGREE} can be read.`)
      if (points.length <= degree || knots.length !== points.length + degree + 1)
        throw new DamagedFile('The DXF file is damaged: a SPLINE has not as many knots as its points ask for.')
      return bSpline(m, degree, knots, points, numbers(r, 41))
    }
    default:
      return undefined
  }
}

/** Corners of a light polyline: each begins with its x. */
function corners(r: DxfRecord): Corner[] {
  const out: [number, number, number][] = []
  for (const [code, value] of r.pairs) {
    const v = [10, 20, 42].includes(code) ? number({ type: r.type, pairs: [[code, value]] }, code) : 0
    if (code === 10) out.push([v, NaN, 0])
    else if (code === 20 && out.length > 0) out.at(-1)![1] = v
    else if (code === 42 && out.length > 0) out.at(-1)![2] = v
  }
  if (out.some(([, y]) => Number.isNaN(y)))
    throw new DamagedFile('The DXF file is damaged: a corner of an LWPOLYLINE has no y.')
  return out
}

/** Bulges are the tangent of a quarter of what an arc sweeps, positive to the left. */
function polyline(m: Affine, list: readonly Corner[], closed: boolean): Segment[] {
  const out: Segment[] = []
  for (let i = 0; i + (closed ? 0 : 1) < list.length; i++) {
    const [x0, y0, bulge] = list[i]!
    const [x1, y1] = list[(i + 1) % list.length]!
    if (x0 === x1 && y0 === y1) continue
    if (Math.abs(bulge) < 1e-12) out.push(...straight(m, [x0, y0], [x1, y1]))
    else {
      const sweep = 4 * Math.atan(bulge)
      const h = (1 - bulge * bulge) / (4 * bulge)
      const centre: Vec2 = [(x0 + x1) / 2 - (y1 - y0) * h, (y0 + y1) / 2 + (x1 - x0) * h]
      const radius = Math.hypot(x0 - centre[0], y0 - centre[1])
      const from = Math.atan2(y0 - centre[1], x0 - centre[0])
      out.push(...ellipseArc(m, centre, radius, radius, 0, from, from + sweep))
    }
  }
  return out
}
