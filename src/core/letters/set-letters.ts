import type { Vec2 } from '../geometry/vec'
import { straight, type Affine } from '../outlines/curves'
import { curveInArcs } from '../outlines/in-arcs'
import { nested } from '../outlines/drawing'
import { boundsOf } from '../profile/measure'
import type { Profile, Segment } from '../profile/segment'
import { CAP_HEIGHT, GLYPHS } from './glyphs'

/** How letters are set. Lengths mm. */
export interface LetterSetting {
  /** Of capitals. */
  height: number
  /** Between letters, besides what the font gives; between the feet of lines. */
  spacing: number
  lines: number
  align: 'left' | 'middle' | 'right'
  /** Of the circle that the feet of the letters stand on; 0 for a straight line. Negative: inside it, feet outwards. */
  radius: number
}

/** A letter that was set. */
export interface Letter {
  /** Its place in the text, and the letter itself. */
  at: number
  letter: string
  region: Profile
}

/** What begins a new line. */
export const NEW_LINE = ' / '

let table: Map<number, { width: number; path: string }> | undefined

function glyphs() {
  if (table) return table
  table = new Map()
  for (const entry of GLYPHS.split('\n')) {
    const [code, width, ...path] = entry.split(' ')
    table.set(parseInt(code!, 36), { width: Number(width), path: path.join(' ') })
  }
  return table
}

/** Letters of a text that there is no outline for. */
export const unknownLetters = (text: string): string[] => [...new Set([...text].filter((c) => !glyphs().has(c.codePointAt(0)!)))] // prettier-ignore

/** The outlines of a text about the origin: the foot of its first line, at its left, middle or right. */
export function setLetters(text: string, setting: LetterSetting): Letter[] {
  const scale = setting.height / CAP_HEIGHT
  let at = 0
  return text.split(NEW_LINE).flatMap((line, row) => {
    const letters = [...line]
    const widths = letters.map((c) => (glyphs().get(c.codePointAt(0)!)?.width ?? 0) * scale + setting.spacing)
    const whole = widths.reduce((sum, w) => sum + w, 0) - (letters.length > 0 ? setting.spacing : 0)
    let x = setting.align === 'left' ? 0 : setting.align === 'middle' ? -whole / 2 : -whole
    const out = letters.map((letter, i): Letter => {
      const own = widths[i]! - setting.spacing
      const place = placed(x, own, -row * setting.lines, scale, setting.radius)
      x += widths[i]!
      return { at: at + i, letter, region: outline(glyphs().get(letter.codePointAt(0)!)?.path ?? '', place) }
    })
    at += letters.length + NEW_LINE.length
    return out
  })
}

/** Where a letter stands: along the line, or its middle's foot on a circle about the origin. */
function placed(x: number, width: number, y: number, scale: number, radius: number): Affine {
  if (radius === 0) return [scale, 0, 0, scale, x, y]
  const inside = radius < 0
  const r = Math.abs(radius) + (inside ? -y : y)
  const turn = (inside ? 1 : -1) * ((x + width / 2) / r)
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  // Its own middle is put on the circle: at the top, or at the bottom for what stands inside.
  const foot: Vec2 = inside ? [r * s, -r * c] : [-r * s, r * c]
  return [c * scale, s * scale, -s * scale, c * scale, foot[0] - (c * width) / 2, foot[1] - (s * width) / 2]
}

function outline(path: string, place: Affine): Profile {
  const loops: Segment[][] = []
  let now: Segment[] = []
  let [start, pen]: Vec2[] = [[0, 0], [0, 0]] // prettier-ignore
  const close = () => {
    if (Math.hypot(pen![0] - start![0], pen![1] - start![1]) > 1e-6) now.push(...straight(place, pen!, start!))
    if (now.length > 1) loops.push(now)
    now = []
  }
  for (const [, kind, figures] of path.matchAll(/([MLQCZ])([^MLQCZ]*)/g)) {
    const values = figures!.trim().split(' ').map(Number)
    const points = Array.from({ length: Math.floor(values.length / 2) }, (_, k): Vec2 => [values[2 * k]!, values[2 * k + 1]!]) // prettier-ignore
    if (kind === 'Z') close()
    else if (kind === 'M') start = pen = points[0]!
    else {
      const to = points.at(-1)!
      const far = Math.hypot(to[0] - pen![0], to[1] - pen![1]) > 1e-6
      if (kind === 'L' && far) now.push(...straight(place, pen!, to))
      if (kind !== 'L' && (far || points.length > 1)) now.push(...curveOf(place, [pen!, ...points]))
      pen = to
    }
  }
  return nested(loops)
}

/** A curve of second or third degree; one that is a point is none. */
const curveOf = (place: Affine, points: readonly Vec2[]): Segment[] =>
  points.every((p) => Math.hypot(p[0] - points[0]![0], p[1] - points[0]![1]) < 1e-6) ? [] : curveInArcs(place, points)

/** How wide upright strokes are in letters of a height, mm: as in the capital I. */
export function stemOf(height: number): number {
  const [stem] = setLetters('I', { height, spacing: 0, lines: 0, align: 'left', radius: 0 })
  const [x0, , x1] = boundsOf(stem!.region)
  return x1 - x0
}
