import Flatbush from 'flatbush'
import { boundsOf, contains, distanceToEdges, insideOf, loopArea } from '../profile/measure'
import { arc, line, type Loop, pointAt, type Profile, reversedLoop, type Segment } from '../profile/segment'
import { guessUnit } from '../units/guess-unit'
import { FILE_UNITS, type FileUnit, type UnitName } from '../units/file-unit'
import { fail, ok, type Result } from '../result'
import { chain } from './chain'
import { withoutDoubles } from './doubles'
import type { ImportedOutline, OutlineLayer, RawDrawing } from './outline'

/** Open ends nearer than this are joined, mm. */
export const CLOSE_REACH = 0.1

/** Makes outlines of what a reader found: in millimetres, chained to loops, those inside others turned to holes. */
export function importedOutline(
  format: ImportedOutline['format'],
  raw: RawDrawing,
  declared: FileUnit | undefined,
): Result<ImportedOutline> {
  const segments = raw.layers.flatMap((l) => l.segments)
  if (segments.length === 0) return fail('empty', 'The drawing holds no lines or arcs.')
  const [x0, y0, x1, y1] = boundsOf({ loops: [segments] })
  const unit = declared ?? guessUnit([x1 - x0, y1 - y0])
  const mm = FILE_UNITS[unit.name as UnitName]
  let [bridged, widest, doubled] = [0, 0, 0]
  const layers = raw.layers.flatMap((layer): OutlineLayer[] => {
    if (layer.segments.length === 0) return []
    const once = withoutDoubles(layer.segments.map((s) => scaledSegment(s, mm)))
    doubled += once.doubled
    const chains = chain(once.segments, CLOSE_REACH)
    bridged += chains.bridged
    widest = Math.max(widest, chains.widest)
    return [{ name: layer.name, profile: nested(chains.closed), open: chains.open }]
  })
  const ends = 2 * layers.reduce((sum, l) => sum + l.open.length, 0)
  const notes = [
    ...raw.notes,
    ...(doubled > 0 ? [`${doubled} ${doubled === 1 ? 'line or arc was' : 'lines and arcs were'} drawn twice, wholly or in part; each is taken once.`] : []), // prettier-ignore
    ...(bridged > 0
      ? [`Closed ${bridged} ${bridged === 1 ? 'gap' : 'gaps'} between ends, the widest of ${widest.toPrecision(2)} mm.`]
      : []),
    ...(ends > 0 ? [`${ends} ends remain open: they are more than ${CLOSE_REACH} mm from any other.`] : []),
  ]
  return ok({ format, unit, layers, notes })
}

export function scaledSegment(s: Segment, by: number): Segment {
  if (by === 1) return s
  const p = (v: readonly [number, number]) => [v[0] * by, v[1] * by] as const
  return s.kind === 'line' ? line(p(s.a), p(s.b)) : arc(p(s.a), p(s.b), p(s.centre), s.ccw)
}

/** Loops inside an odd number of others are holes; of several that are one and the same, one is taken. */
export function nested(loops: readonly Loop[]): Profile {
  const upright = loops.filter((l) => Math.abs(loopArea(l)) > 1e-9).map((l) => (loopArea(l) < 0 ? reversedLoop(l) : l))
  if (upright.length === 0) return { loops: [] }
  const boxes = upright.map((l) => boundsOf({ loops: [l] }))
  const tree = new Flatbush(upright.length)
  for (const box of boxes) tree.add(...box)
  tree.finish()
  const first = (i: number) => !tree.search(...boxes[i]!).some((j) => j < i && isSame(upright[i]!, upright[j]!, boxes[i]!, boxes[j]!)) // prettier-ignore
  const kept = upright.map((_, i) => first(i))
  return {
    loops: upright.flatMap((loop, i): Loop[] => {
      if (!kept[i]) return []
      const p = insideOf(loop)
      const around = tree
        .search(p[0], p[1], p[0], p[1])
        .filter((j) => j !== i && kept[j] && contains({ loops: [upright[j]!] }, p))
      return [around.length % 2 === 1 ? reversedLoop(loop) : loop]
    }),
  }
}

const SAME = 1e-3

function isSame(a: Loop, b: Loop, p: readonly number[], q: readonly number[]): boolean {
  if (p.some((v, i) => Math.abs(v - q[i]!) > SAME)) return false
  const alike = (x: Loop, y: Loop) => x.every((s) => distanceToEdges([y], pointAt(s, 0.5)) < SAME && distanceToEdges([y], s.a) < SAME) // prettier-ignore
  return alike(a, b) && alike(b, a)
}
