import { directionAt, gap2, type Loop, type Segment } from '../../profile/segment'

/**
 * Turns the list of a grown outline so that its segments stand for those of the outline it grew from.
 * @returns undefined where growing it lost or added segments
 */
export function alignLoops(loop: Loop, grown: Loop): Loop | undefined {
  if (loop.length !== grown.length) return undefined
  for (let shift = 0; shift < grown.length; shift++) {
    const turned = [...grown.slice(shift), ...grown.slice(0, shift)]
    if (loop.every((s, i) => standsFor(s, turned[i]!))) return turned
  }
  return undefined
}

function standsFor(s: Segment, t: Segment): boolean {
  if (s.kind === 'arc') return t.kind === 'arc' && s.ccw === t.ccw && gap2(s.centre, t.centre) < 1e-3
  if (t.kind !== 'line') return false
  const [u, v] = [directionAt(s, 0), directionAt(t, 0)]
  return u[0] * v[0] + u[1] * v[1] > 0.99999
}
