import { fromFrame, type Placement } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import { fail, ok, type Result } from '../../result'
import type { FileUnit } from '../../units/file-unit'
import { DamagedFile, finite, reading } from '../limits'
import type { RawItem, RawModel, RawShape } from '../mesh-model'
import { extrude } from '../../mesh/extrude'
import { chordsFor } from '../../profile/polygon'
import { idfOutlines, type OutlineRow } from './outlines'

interface Section {
  name: string
  words: string[]
  rows: string[][]
}
interface Package {
  outline: Vec2[]
  height: number
  unit: string
}

/**
 * Reads an IDF 3.0 board (.emn), with its library (.emp) behind it in the same text if there is one: outline, thickness,
 * cut-outs, drilled holes, and the placed parts as prisms.
 */
export function readIdf(bytes: Uint8Array): Result<{ raw: RawModel; unit: FileUnit }> {
  return reading(() => {
    const sections = readSections(new TextDecoder('latin1').decode(bytes))
    const headers = sections.filter((s) => s.name === 'HEADER')
    const board = headers.find((h) => /BOARD_FILE|PANEL_FILE/i.test(h.rows[0]?.[0] ?? ''))
    if (!board)
      return fail(
        'no-board',
        'This IDF file is a library of parts without a board. Take in the board (.emn) together with it.',
      )
    const unit = unitOf(board.rows[1]?.[1])
    const mm = unit === 'thou' ? 0.0254 : 1
    const outline = sections.find((s) => s.name === 'BOARD_OUTLINE' || s.name === 'PANEL_OUTLINE')
    if (!outline) return fail('damaged', 'The IDF file has no board outline.')
    const notes: string[] = []
    const shapes: RawShape[] = [boardShape(sections, outline, unit)]
    const items: RawItem[] = [{ name: board.rows[1]?.[0] ?? 'board', path: [], shape: 0 }]
    const thickness = finite(Number(outline.rows[0]?.[0]), 'the thickness of the board')
    placeParts(sections, thickness, mm, shapes, items, notes)
    return ok({ raw: { shapes, items, notes }, unit: { name: unit, from: 'declared in the file', certain: true } })
  })
}

const unitOf = (word: string | undefined): 'mm' | 'thou' => {
  if (/^thou$/i.test(word ?? '')) return 'thou'
  if (/^mm$/i.test(word ?? '')) return 'mm'
  throw new DamagedFile(`The IDF file gives its unit as "${word ?? ''}"; MM or THOU would do.`)
}

/** Words of a line; quoted ones may hold spaces. */
const wordsOf = (line: string): string[] => [...line.matchAll(/"([^"]*)"|(\S+)/g)].map((m) => m[1] ?? m[2]!)

function readSections(text: string): Section[] {
  const out: Section[] = []
  let open: Section | undefined
  for (const [i, raw] of text.split(/\r\n|\r|\n/).entries()) {
    const line = raw.replace(/^\uFEFF|^ï»¿/, '').trim()
    if (line === '' || line.startsWith('#')) continue
    const words = wordsOf(line)
    if (!words[0]!.startsWith('.')) {
      if (!open) throw new DamagedFile(`The IDF file is damaged: line ${i + 1} belongs to no section.`)
      open.rows.push(words)
      continue
    }
    const name = words[0]!.slice(1).toUpperCase()
    if (open) {
      if (name !== `END_${open.name}`)
        throw new DamagedFile(`The IDF file is damaged: the section ${open.name} does not end before line ${i + 1}.`)
      out.push(open)
      open = undefined
    } else open = { name, words: words.slice(1), rows: [] }
  }
  if (open) throw new DamagedFile(`The IDF file breaks off in its section ${open.name}.`)
  return out
}

const outlineRows = (rows: readonly string[][], what: string): OutlineRow[] =>
  rows.map((r) => {
    const [loop, x, y, angle] = r.slice(0, 4).map(Number)
    return { loop: loop ?? 0, x: finite(x ?? NaN, what), y: finite(y ?? NaN, what), angle: finite(angle ?? 0, what) }
  })

function boardShape(sections: readonly Section[], outline: Section, unit: 'mm' | 'thou'): RawShape {
  const thickness = finite(Number(outline.rows[0]?.[0] ?? NaN), 'the thickness of the board')
  if (thickness <= 0) throw new DamagedFile('The IDF file is damaged: the board has no thickness.')
  const loops = idfOutlines(outlineRows(outline.rows.slice(1), 'a corner of the board'))
  const drilled = sections.find((s) => s.name === 'DRILLED_HOLES')?.rows ?? []
  const holes = drilled.map((r) => {
    const [d, x, y] = r.slice(0, 3).map(Number)
    return ringAt(
      [finite(x ?? NaN, 'a drilled hole'), finite(y ?? NaN, 'a drilled hole')],
      finite(d ?? NaN, 'a drilled hole') / 2,
      unit,
    )
  })
  return extrude(loops[0]!, [...loops.slice(1), ...holes], 0, thickness)
}

/** How far the chords of a drilled hole may be from its circle, in the file's unit, and the fewest of them. */
const SAGITTA = { mm: 0.004, thou: 0.16 }
const FEWEST = 12

/** A drilled hole: a via of a few tenths needs few chords, a screw hole more. */
function ringAt([x, y]: Vec2, radius: number, unit: keyof typeof SAGITTA): Vec2[] {
  if (radius <= 0) throw new DamagedFile('The IDF file is damaged: a drilled hole has no diameter.')
  const count = Math.max(FEWEST, chordsFor(radius, 2 * Math.PI, SAGITTA[unit]))
  return Array.from({ length: count }, (_, i): Vec2 => [
    x + radius * Math.cos((2 * Math.PI * i) / count),
    y + radius * Math.sin((2 * Math.PI * i) / count),
  ])
}

function placeParts(
  sections: readonly Section[],
  thickness: number,
  mm: number,
  shapes: RawShape[],
  items: RawItem[],
  notes: string[],
): void {
  const library = new Map<string, Package>()
  for (const s of sections) {
    if (s.name !== 'ELECTRICAL' && s.name !== 'MECHANICAL') continue
    const [geometry, number, unit, height] = s.rows[0] ?? []
    const loops = idfOutlines(
      outlineRows(
        s.rows.slice(1).filter((r) => /^-?\d+$/.test(r[0] ?? '')),
        'the outline of a part',
      ),
    )
    if (geometry && loops[0])
      library.set(`${geometry}/${number}`, {
        outline: loops[0],
        height: finite(Number(height), `the height of ${geometry}`),
        unit: unitOf(unit),
      })
  }
  const made = new Map<string, number>()
  const missing = new Set<string>()
  const rows = sections.find((s) => s.name === 'PLACEMENT')?.rows ?? []
  for (let i = 0; i + 1 < rows.length; i += 2) {
    const [geometry, number, name] = rows[i]!
    const [x, y, offset, turn] = rows[i + 1]!.slice(0, 4).map(Number)
    const below = /^bottom$/i.test(rows[i + 1]![4] ?? '')
    const found = library.get(`${geometry}/${number}`)
    if (!found) {
      missing.add(geometry ?? '')
      continue
    }
    const scale = (found.unit === 'thou' ? 0.0254 : 1) / mm
    const key = `${geometry}/${number}`
    let shape = made.get(key)
    if (shape === undefined) {
      const outline = found.outline.map((p): Vec2 => [p[0] * scale, p[1] * scale])
      shape = shapes.push(extrude(outline, [], 0, found.height * scale)) - 1
      made.set(key, shape)
    }
    const where = `the place of ${name}`
    const placement = seat(
      finite(x ?? NaN, where),
      finite(y ?? NaN, where),
      finite(turn ?? 0, where),
      finite(offset ?? 0, where),
      below,
      thickness,
    )
    items.push({ name: name && !/^NOREFDES$/i.test(name) ? name : (geometry ?? 'part'), path: [], shape, placement })
  }
  if (missing.size > 0)
    notes.push(
      `${missing.size} kinds of parts have no outline in the file (${[...missing].slice(0, 5).join(', ')}): take in the library (.emp) together with the board.`,
    )
}

/** Parts stand on the top, z = thickness, or hang below the underside, z = 0, mirrored about their own y axis. */
function seat(x: number, y: number, degrees: number, offset: number, below: boolean, thickness: number): Placement {
  const a = (degrees * Math.PI) / 180
  const [c, s] = [Math.cos(a), Math.sin(a)]
  return below
    ? fromFrame([-c, -s, 0], [-s, c, 0], [0, 0, -1], [x, y, -offset])
    : fromFrame([c, s, 0], [-s, c, 0], [0, 0, 1], [x, y, thickness + offset])
}
