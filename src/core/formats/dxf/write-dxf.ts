import type { Profile, Segment } from '../../profile/segment'
import { angleOf, radiusOf } from '../../profile/segment'
import { loopArea } from '../../profile/measure'

/**
 * A profile as DXF text: lines and arcs in millimetres ($INSUNITS 4), outsides on the layer `outline`, what is cut out of
 * them on `holes`, runs that do not close on `open`.
 */
export function writeDxf(profile: Profile, open: readonly (readonly Segment[])[] = []): Uint8Array {
  const entities = [
    ...profile.loops.flatMap((loop) => loop.map((s) => entity(s, loopArea(loop) > 0 ? 'outline' : 'holes'))),
    ...open.flat().map((s) => entity(s, 'open')),
  ]
  const text = `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities.join('')}0\nENDSEC\n0\nEOF\n`
  return new TextEncoder().encode(text)
}

const pairs = (list: readonly (readonly [number, string | number])[]): string =>
  list.map(([code, value]) => `${code}\n${typeof value === 'number' ? Number(value.toFixed(6)) : value}\n`).join('')

/** Arcs of a DXF run anticlockwise. */
function entity(s: Segment, layer: string): string {
  if (s.kind === 'line')
    return pairs([[0, 'LINE'], [8, layer], [10, s.a[0]], [20, s.a[1]], [11, s.b[0]], [21, s.b[1]]]) // prettier-ignore
  const [from, to] = s.ccw ? [s.a, s.b] : [s.b, s.a]
  const degrees = (p: typeof s.a) => (((angleOf(s.centre, p) * 180) / Math.PI) + 360) % 360 // prettier-ignore
  return pairs([
    [0, 'ARC'], [8, layer], [10, s.centre[0]], [20, s.centre[1]], [40, radiusOf(s)], [50, degrees(from)], [51, degrees(to)],
  ]) // prettier-ignore
}
