import { fail, ok, type Result } from '../result'
import { SIZE_LIMIT } from './limits'

export type FileFormat = 'step' | 'stl' | 'obj' | '3mf' | 'dxf' | 'svg' | 'idf' | 'png' | 'jpeg'

/** What each format is called, the endings its files have, and what they hold. */
export const FORMATS: Readonly<
  Record<FileFormat, { title: string; endings: readonly string[]; holds: 'solids' | 'outlines' | 'picture' }>
> = {
  step: { title: 'STEP', endings: ['step', 'stp'], holds: 'solids' },
  stl: { title: 'STL', endings: ['stl'], holds: 'solids' },
  obj: { title: 'OBJ', endings: ['obj'], holds: 'solids' },
  '3mf': { title: '3MF', endings: ['3mf'], holds: 'solids' },
  idf: { title: 'IDF', endings: ['emn', 'emp', 'idf', 'brd', 'bdf'], holds: 'solids' },
  dxf: { title: 'DXF', endings: ['dxf'], holds: 'outlines' },
  svg: { title: 'SVG', endings: ['svg'], holds: 'outlines' },
  png: { title: 'PNG', endings: ['png'], holds: 'picture' },
  jpeg: { title: 'JPEG', endings: ['jpg', 'jpeg'], holds: 'picture' },
}

const READ = 'Anorak reads STEP, STL, OBJ, 3MF, IDF, DXF, SVG, PNG and JPEG.'

const ending = (fileName: string): string => /\.([^.]+)$/.exec(fileName)?.[1]?.toLowerCase() ?? ''

/**
 * Tells what a file is by what it holds; its name only settles whether it is what it says.
 * @param bytes the whole file, or at least its first 4 kB together with its `size`
 * Errors: empty, too-large, unknown-format, mislabelled
 */
export function detectFormat(bytes: Uint8Array, fileName: string, size = bytes.length): Result<FileFormat> {
  if (size === 0) return fail('empty', 'The file is empty.')
  if (size > SIZE_LIMIT)
    return fail(
      'too-large',
      `The file has ${Math.round(size / 1e6)} MB; up to ${Math.round(SIZE_LIMIT / 1e6)} MB can be read.`,
    )
  const claimed = (Object.keys(FORMATS) as FileFormat[]).find((f) => FORMATS[f].endings.includes(ending(fileName)))
  const found = byContent(bytes, size, claimed)
  if (!found) {
    const what = claimed
      ? `This is not ${an(FORMATS[claimed].title)} file, whatever its name says`
      : 'What this file is cannot be told'
    return fail('unknown-format', `${what}: its first bytes are of no format that can be read. ${READ}`)
  }
  if (claimed && claimed !== found)
    return fail(
      'mislabelled',
      `The name ends in .${ending(fileName)}, but this is ${an(FORMATS[found].title)} file. Give it the ending .${FORMATS[found].endings[0]!} if that is what was meant.`,
    )
  return ok(found)
}

const an = (title: string): string => `${/^[AEIOS]/.test(title) && title !== 'STEP' ? 'an' : 'a'} ${title}`

function byContent(bytes: Uint8Array, size: number, claimed: FileFormat | undefined): FileFormat | undefined {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3) return '3mf'
  if ([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10].every((b, i) => bytes[i] === b)) return 'png'
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'jpeg'
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 4096)).replace(/^(\uFEFF|ï»¿)/, '')
  if (/^\s*(\/\*[\s\S]*?\*\/\s*)?ISO-10303-21\s*;/.test(head)) return 'step'
  if (/^\s*\.HEADER\b/i.test(head)) return 'idf'
  if (/^\s*(<\?xml|<!--|<!DOCTYPE|<svg)/i.test(head))
    return /<([a-z]+:)?svg[\s>]/i.test(head) || claimed === 'svg' ? 'svg' : undefined
  if (isBinaryStl(bytes, size, claimed)) return 'stl'
  if (/^\s*solid\b/i.test(head)) return 'stl'
  if (/^\s*(999\s*\r?\n[^\n]*\n\s*)*0\s*\r?\n\s*SECTION\b/.test(head) || /^[^\r\n]{4,16} Binary DXF\r\n/.test(head))
    return 'dxf'
  if (/^(\s*(#[^\n]*)?\n)*\s*(v|vt|vn|f|o|g|s|mtllib|usemtl)[ \t]+\S/.test(head)) return 'obj'
  return undefined
}

/** A binary STL says nothing but its count of facets, which must go with its size; one cut short still has its name. */
function isBinaryStl(bytes: Uint8Array, size: number, claimed: FileFormat | undefined): boolean {
  if (bytes.length < 84) return false
  const count = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true)
  if (84 + 50 * count === size) return true
  const text = bytes.subarray(0, 512).every((b) => b === 9 || b === 10 || b === 13 || (b >= 32 && b < 127))
  return claimed === 'stl' && !text
}
