/**
 * Writes the outlines of the letters that can be drawn, out of the font that the interface is set in:
 * `npx tsx scripts/make-glyphs.ts`. One line a letter: its code, its width, and its lines and curves, in thousandths of
 * an em.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import opentype from 'opentype.js'

const FOLDER = 'node_modules/@fontsource/source-sans-3/files'
const RANGES = [
  [0x20, 0x7e],
  [0xa1, 0x17f],
] as const
const MORE = [0x2013, 0x2014, 0x2018, 0x2019, 0x201c, 0x201d, 0x2022, 0x2026, 0x20ac, 0x2190, 0x2191, 0x2192, 0x2193, 0x2205, 0x2300] // prettier-ignore

function font(file: string) {
  const bytes = readFileSync(`${FOLDER}/${file}`)
  return opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength))
}

const round = (v: number) => Math.round(v)
const lines = new Map<number, string>()
let cap = 0
for (const subset of ['latin', 'latin-ext']) {
  const it = font(`source-sans-3-${subset}-600-normal.woff`)
  const scale = 1000 / it.unitsPerEm
  cap ||= it.charToGlyph('H').getBoundingBox().y2 * scale
  const codes = [...RANGES.flatMap(([a, b]) => Array.from({ length: b - a + 1 }, (_, k) => a + k)), ...MORE]
  for (const code of codes) {
    const glyph = it.charToGlyph(String.fromCodePoint(code))
    if (!glyph.index || lines.has(code)) continue
    const path = glyph.path.commands.map((c) => {
      const at = (...values: number[]) => values.map((v) => round(v * scale)).join(' ')
      if (c.type === 'M' || c.type === 'L') return `${c.type}${at(c.x, c.y)}`
      if (c.type === 'Q') return `Q${at(c.x1, c.y1, c.x, c.y)}`
      return c.type === 'C' ? `C${at(c.x1, c.y1, c.x2, c.y2, c.x, c.y)}` : 'Z'
    })
    lines.set(code, `${code.toString(36)} ${round((glyph.advanceWidth ?? 0) * scale)} ${path.join('')}`)
  }
}
const text = [...lines.values()].join('\n')
writeFileSync(
  'src/core/letters/glyphs.ts',
  `/** Outlines of Source Sans 3, semibold (SIL Open Font License 1.1); written by scripts/make-glyphs.ts. */\nexport const CAP_HEIGHT = ${round(cap)}\nexport const GLYPHS = \`${text}\`\n`,
)
process.stdout.write(`${lines.size} letters, ${text.length} bytes, capitals ${cap}\n`)
