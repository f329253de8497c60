import type { Vec2 } from '../geometry/vec'
import { arc, gap2, line, type Loop, type Segment } from '../profile/segment'
import { loopArea } from '../profile/measure'
import { mergeRuns } from '../profile/stitch'
import { fitCircle } from './circle-fit'
import type { RecognisedFace } from './recognised-face'
import { weldIndex } from '../mesh/weld'

/** A run of boundary vertices that all border the same neighbouring face. */
interface Run {
  face: number
  points: Vec2[]
}

/** Vertices may lie this far off an arc, mm. */
const ARC_SLACK = 2e-3

/**
 * The edges of a set of coplanar faces as loops of lines and arcs, seen along -z of the frame
 * (`toFlat` gives a vertex's x and y). Faces that turn their back are mirrored into the same view.
 */
export function faceOutlines(
  positions: ArrayLike<number>,
  indices: ArrayLike<number>,
  faceOfTriangle: Uint32Array,
  chosen: ReadonlySet<number>,
  faces: readonly RecognisedFace[],
  toFlat: (vertex: number) => Vec2,
): Loop[] {
  const first = weldIndex(positions)
  const count = positions.length / 3
  const owner = new Map<number, number>()
  for (let t = 0; t < indices.length / 3; t++)
    for (let e = 0; e < 3; e++) {
      const [a, b] = [first[indices[3 * t + e]!]!, first[indices[3 * t + ((e + 1) % 3)]!]!]
      owner.set(a * count + b, faceOfTriangle[t]!)
    }
  const next = new Map<number, { to: number; neighbour: number }[]>()
  for (let t = 0; t < indices.length / 3; t++) {
    if (!chosen.has(faceOfTriangle[t]!)) continue
    for (let e = 0; e < 3; e++) {
      const [a, b] = [first[indices[3 * t + e]!]!, first[indices[3 * t + ((e + 1) % 3)]!]!]
      const neighbour = owner.get(b * count + a)
      if (a === b || (neighbour !== undefined && chosen.has(neighbour))) continue
      const list = next.get(a) ?? []
      list.push({ to: b, neighbour: neighbour ?? -1 })
      next.set(a, list)
    }
  }
  return walkLoops(next, toFlat).map((runs) => mergeRuns(runs.flatMap((run) => runSegments(run, faces[run.face]))))
}

function walkLoops(next: Map<number, { to: number; neighbour: number }[]>, toFlat: (vertex: number) => Vec2): Run[][] {
  const loops: Run[][] = []
  for (const start of [...next.keys()]) {
    while (next.get(start)?.length) {
      const runs: Run[] = []
      let at = start
      do {
        const step = next.get(at)?.pop()
        if (!step) break
        const last = runs.at(-1)
        if (last && last.face === step.neighbour) last.points.push(toFlat(step.to))
        else runs.push({ face: step.neighbour, points: [toFlat(at), toFlat(step.to)] })
        at = step.to
      } while (at !== start)
      const [head, tail] = [runs[0], runs.at(-1)]
      if (head && tail && runs.length > 1 && head.face === tail.face) {
        head.points = [...tail.points, ...head.points.slice(1)]
        runs.pop()
      }
      if (runs.length > 0) loops.push(runs)
    }
  }
  return loops
}

function runSegments({ points }: Run, face: RecognisedFace | undefined): Segment[] {
  const [a, b] = [points[0]!, points.at(-1)!]
  if (face?.kind === 'plane' || points.length === 2)
    return points.length === 2 || gap2(a, b) > 1e-6 ? straight(points) : []
  const circle = fitCircle(points)
  if (!circle || circle.error > ARC_SLACK) return chords(points)
  const turn = loopArea(chords([...points, circle.centre, a]))
  const ccw = gap2(a, b) < 1e-6 ? loopArea(chords(points)) > 0 : turn > 0
  const middle = points[Math.floor(points.length / 2)]!
  const long = gap2(a, b) < circle.radius
  return long
    ? [arc(a, middle, circle.centre, ccw), arc(middle, b, circle.centre, ccw)]
    : [arc(a, b, circle.centre, ccw)]
}

/** A run along one plane is one line, unless the plane is met again after a gap. */
function straight(points: readonly Vec2[]): Segment[] {
  const [a, b] = [points[0]!, points.at(-1)!]
  const l = gap2(a, b)
  const off = (p: Vec2) => Math.abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / l
  return points.every((p) => off(p) < 1e-3) ? [line(a, b)] : points.slice(1).map((p, i) => line(points[i]!, p))
}

const chords = (points: readonly Vec2[]): Segment[] => points.slice(1).map((p, i) => line(points[i]!, p))

/** If a loop is one full circle, its centre and diameter. */
export function asCircle(loop: Loop): { centre: Vec2; diameter: number } | undefined {
  const head = loop[0]
  if (head?.kind !== 'arc') return undefined
  const radius = gap2(head.a, head.centre)
  const same = loop.every(
    (s) => s.kind === 'arc' && gap2(s.centre, head.centre) < 0.01 && Math.abs(gap2(s.a, s.centre) - radius) < 0.01,
  )
  const whole = Math.abs(Math.abs(loopArea(loop)) - Math.PI * radius * radius) < 0.02 * Math.PI * radius * radius
  return same && whole ? { centre: head.centre, diameter: 2 * radius } : undefined
}
