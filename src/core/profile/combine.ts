import { fail, ok, type Result } from '../result'
import { contains, distanceToEdges, nearestSegment } from './measure'
import { directionAt, pointAt, type Profile, reversed, type Segment, shareAt } from './segment'
import { cutAtMeetings, stitch } from './stitch'

type Side = 'inside' | 'outside' | 'along' | 'against'

/** All that is in one or the other. */
export const union = (a: Profile, b: Profile): Result<Profile> =>
  combine(
    a,
    b,
    'joined',
    (side) => side === 'outside' || side === 'along',
    (side) => side === 'outside',
    false,
  )

/** What is in the first and not in the second. */
export const difference = (a: Profile, b: Profile): Result<Profile> =>
  combine(
    a,
    b,
    'taken apart',
    (side) => side === 'outside' || side === 'against',
    (side) => side === 'inside',
    true,
  )

function combine(
  a: Profile,
  b: Profile,
  what: string,
  keepA: (side: Side) => boolean,
  keepB: (side: Side) => boolean,
  turnB: boolean,
): Result<Profile> {
  const [edgesA, edgesB] = [a.loops.flat(), b.loops.flat()]
  const fromA = cutAtMeetings(edgesA, edgesB).filter((s) => keepA(sideOf(s, b)))
  const fromB = cutAtMeetings(edgesB, edgesA).filter((s) => keepB(sideOf(s, a)))
  const loops = stitch([...fromA, ...(turnB ? fromB.map(reversed) : fromB)])
  return loops
    ? ok({ loops })
    : fail('combine', `Two outlines could not be ${what}: their edges touch without crossing.`)
}

/** Where a piece that crosses no edge of a region lies to it. */
function sideOf(s: Segment, region: Profile): Side {
  const middle = pointAt(s, 0.5)
  if (distanceToEdges(region.loops, middle) > 1e-6) return contains(region, middle) ? 'inside' : 'outside'
  const edge = nearestSegment(region.loops, middle)!.segment
  const [u, v] = [directionAt(s, 0.5), directionAt(edge, Math.min(1, Math.max(0, shareAt(edge, middle))))]
  return u[0] * v[0] + u[1] * v[1] > 0 ? 'along' : 'against'
}
