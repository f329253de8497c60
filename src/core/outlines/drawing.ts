import { boundsOf, contains, loopArea } from '../profile/measure'
import { arc, line, type Loop, type Profile, reversedLoop, type Segment } from '../profile/segment'
import { guessUnit } from '../units/guess-unit'
import { FILE_UNITS, type FileUnit, type UnitName } from '../units/file-unit'
import { fail, ok, type Result } from '../result'
import { chain } from './chain'
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
  let [bridged, widest] = [0, 0]
  const layers = raw.layers.flatMap((layer): OutlineLayer[] => {
    if (layer.segments.length === 0) return []
    const chains = chain(layer.segments.map((s) => scaledSegment(s, mm)), CLOSE_REACH) // prettier-ignore
    bridged += chains.bridged
    widest = Math.max(widest, chains.widest)
    return [{ name: layer.name, profile: nested(chains.closed), open: chains.open }]
  })
  const ends = 2 * layers.reduce((sum, l) => sum + l.open.length, 0)
  const notes = [
    ...raw.notes,
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

/** Loops inside an odd number of others are holes. */
export function nested(loops: readonly Loop[]): Profile {
  const upright = loops.filter((l) => Math.abs(loopArea(l)) > 1e-9).map((l) => (loopArea(l) < 0 ? reversedLoop(l) : l))
  const boxes = upright.map((l) => boundsOf({ loops: [l] }))
  return {
    loops: upright.map((loop, i) => {
      const [x, y] = loop[0]!.a
      const around = upright.filter((other, j) => {
        const [x0, y0, x1, y1] = boxes[j]!
        return j !== i && x > x0 && x < x1 && y > y0 && y < y1 && contains({ loops: [other] }, loop[0]!.a)
      })
      return around.length % 2 === 1 ? reversedLoop(loop) : loop
    }),
  }
}
