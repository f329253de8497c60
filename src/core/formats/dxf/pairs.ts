import { DamagedFile } from '../limits'

/** One entity of a DXF: its type, and its values by group code in the order they come. */
export interface DxfRecord {
  type: string
  pairs: [code: number, value: string][]
}

/** Sections of a DXF as lists of records; each begins at a group code 0. */
export type DxfSections = ReadonlyMap<string, DxfRecord[]>

/** @throws DamagedFile where the text breaks off or is no list of group codes */
export function readSections(text: string): DxfSections {
  const lines = text.replace(/^\uFEFF|^ï»¿/, '').split(/\r\n|\n|\r/)
  const out = new Map<string, DxfRecord[]>()
  let section: DxfRecord[] | undefined
  let record: DxfRecord | undefined
  let opening = false
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = Number(lines[i]!.trim())
    if (!Number.isInteger(code) || lines[i]!.trim() === '') {
      if (lines.slice(i).every((l) => l.trim() === '')) break
      throw new DamagedFile(`The DXF file is damaged: line ${i + 1} should be a group code.`)
    }
    const value = lines[i + 1]!.trim()
    if (code === 0) {
      if (value === 'EOF') return out
      if (value === 'SECTION') {
        opening = true
        record = undefined
        continue
      }
      if (value === 'ENDSEC') {
        section = undefined
        record = undefined
        continue
      }
      record = { type: value, pairs: [] }
      section?.push(record)
    } else if (code === 2 && opening) {
      opening = false
      section = []
      // What stands before the first 0, as in the header, is a record of its own.
      record = { type: '', pairs: [] }
      section.push(record)
      out.set(value, section)
    } else record?.pairs.push([code, value])
  }
  throw new DamagedFile('The DXF file breaks off: its end mark is missing.')
}

export const text = (r: DxfRecord, code: number): string | undefined => r.pairs.find(([c]) => c === code)?.[1]

/** A number of a record. @throws DamagedFile where it is none */
export function number(r: DxfRecord, code: number, otherwise?: number): number {
  const found = text(r, code)
  if (found === undefined && otherwise !== undefined) return otherwise
  const value = Number(found ?? NaN)
  if (!Number.isFinite(value) || Math.abs(value) > 1e9 || found === '')
    throw new DamagedFile(`The DXF file is damaged: a ${r.type} has no sound number for group ${code}.`)
  return value
}

export const numbers = (r: DxfRecord, code: number): number[] =>
  r.pairs.flatMap(([c, v]) => (c === code ? [number({ type: r.type, pairs: [[c, v]] }, code)] : []))
