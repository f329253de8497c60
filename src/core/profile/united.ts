import { difference, union } from './combine'
import { boundsOf, contains, loopArea } from './measure'
import { movedProfile } from './moved'
import { meetings } from './intersect'
import { boxOf, distanceTo, type Loop, type Profile, type Segment } from './segment'
import { fail, ok, type Result } from '../result'
import { anticlockwise } from './anticlockwise'

/** Ends this near to each other meet, mm. */
export const MEET = 1e-4

export const closedRegion = (loop: Loop): Profile => ({ loops: [anticlockwise(loop)] })

type Box = ReturnType<typeof boundsOf>
/** True if two boxes neither overlap nor touch. */
export const apart = (p: Box, q: Box): boolean =>
  p[0] > q[2] + 1e-6 || q[0] > p[2] + 1e-6 || p[1] > q[3] + 1e-6 || q[1] > p[3] + 1e-6

/**
 * Several regions as one. Only those whose boxes meet are joined to each other; the others stand side by side.
 * Errors: those of combining two outlines
 */
export function united(all: readonly Profile[]): Result<Profile> {
  const groups: { region: Profile; box: Box }[] = []
  for (const one of all) {
    if (one.loops.length === 0) continue
    let now = { region: one, box: boundsOf(one) }
    // What it is joined with may reach others that it does not reach itself.
    for (let i = groups.length - 1; i >= 0; i--) {
      const other = groups[i]!
      if (apart(other.box, now.box) || clearOf(other.region, now.region)) continue
      const joined = tried(union, other.region, now.region)
      if (!joined.ok) return joined
      groups.splice(i, 1)
      now = { region: joined.value, box: boundsOf(joined.value) }
      i = groups.length
    }
    groups.push(now)
  }
  return ok({ loops: groups.flatMap((g) => g.region.loops) })
}

/** True if two regions neither touch nor lie in each other. */
function clearOf(a: Profile, b: Profile): boolean {
  const [edges, others] = [a, b].map((r) => r.loops.flat().map((s) => ({ s, box: boxOf(s) })))
  for (const { s, box } of edges!)
    for (const { s: t, box: its } of others!) if (!apart(box, its) && touch(s, t)) return false
  return !contains(a, b.loops[0]![0]!.a) && !contains(b, a.loops[0]![0]!.a)
}

const touch = (s: Segment, t: Segment): boolean =>
  meetings(s, t).length > 0 ||
  [t.a, t.b].some((p) => distanceTo(s, p) < 1e-6) ||
  [s.a, s.b].some((p) => distanceTo(t, p) < 1e-6)

/**
 * What one region has and the other has not.
 * Errors: those of combining two outlines
 */
export function without(a: Profile, b: Profile): Result<Profile> {
  if (a.loops.length === 0 || b.loops.length === 0 || apart(boundsOf(a), boundsOf(b))) return ok(a)
  return tried(difference, a, b)
}

/** Outlines that touch without crossing leave no clean cut; a shift far below any printer settles it. */
function tried(work: (a: Profile, b: Profile) => Result<Profile>, a: Profile, b: Profile): Result<Profile> {
  const first = work(a, b)
  if (first.ok) return first
  for (const by of [2e-6, -2e-6, 1.1e-5, -1.1e-5]) {
    const shifted = work(
      a,
      movedProfile(b, ([x, y]) => [x + by, y + 0.7 * by]),
    )
    if (shifted.ok) return shifted
  }
  return fail(first.problem.kind, first.problem.message)
}

/** The separate pieces that a region falls into, each with its holes. */
export function piecesOf({ loops }: Profile): Profile[] {
  const sized = loops.map((loop) => ({ loop, area: loopArea(loop) }))
  // The smallest first: a hole is of the innermost piece that it lies in.
  const outsides = sized.filter((s) => s.area > 0).sort((a, b) => a.area - b.area)
  const pieces = new Map(outsides.map(({ loop }) => [loop, { loops: [loop] }]))
  for (const hole of sized.filter((s) => s.area <= 0)) {
    const around = outsides.find(({ loop }) => contains({ loops: [loop] }, hole.loop[0]!.a))
    if (around) pieces.get(around.loop)!.loops.push(hole.loop)
  }
  return sized.flatMap(({ loop }) => pieces.get(loop) ?? [])
}
