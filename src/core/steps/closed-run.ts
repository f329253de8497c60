import type { RimPiece } from '../fields/rim'
import { distanceToSpan } from '../faces/onto'
import { borderOutline } from '../faces/region-outline'
import { facingFrame } from '../fields/face-frame'
import { apply, invert, type Placement } from '../geometry/placement'
import { add, cross, distance, dot, length, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import { chain } from '../outlines/chain'
import { nested } from '../outlines/drawing'
import type { Profile } from '../profile/segment'
import { raise } from '../result'

/** Ends that lie no farther apart than this are one, mm: what meshes are kept to. */
const MEET = 2e-3

/** A closed run of points in space, the first not repeated, and the plane that it lies about. */
export interface Run {
  points: readonly Vec3[]
  /** Its middle is the origin, up is out of the plane. */
  frame: Placement
  /** How far it leaves that plane, mm. */
  off: number
}

/**
 * The one closed run that pieces make, in any order and sense.
 * @param gaps up to this far apart, ends are joined by a straight line, mm
 * Errors: open (with the narrowest gap that is left), several
 */
export function closedRun(pieces: readonly RimPiece[], gaps: number): Run {
  const left = pieces.map((p) => p.points)
  const run = [...left.shift()!]
  while (left.length > 0) {
    const end = run.at(-1)!
    const ends = left.flatMap((p, i) => [{ i, flip: false, off: distance(end, p[0]!) }, { i, flip: true, off: distance(end, p.at(-1)!) }]) // prettier-ignore
    const next = ends.reduce((best, e) => (e.off < best.off ? e : best))
    if (next.off > Math.max(gaps, MEET)) break
    const [piece] = left.splice(next.i, 1)
    const on = next.flip ? [...piece!].reverse() : piece!
    run.push(...(next.off <= MEET ? on.slice(1) : on))
  }
  const gap = distance(run[0]!, run.at(-1)!)
  if (gap > Math.max(gaps, MEET)) return raise('open', `These edges do not close: ${gap.toFixed(2)} mm are left between their ends. Pick what is missing, or let gaps up to that count as closed.`, 'gaps') // prettier-ignore
  if (left.length > 0) return raise('several', 'These edges make more than one closed run; a panel fills one.', 'of')
  const points = gap <= MEET ? run.slice(0, -1) : run
  if (points.length < 3) return raise('open', 'These edges go round nothing.', 'of')
  const plain = thinned(points)
  return { points: plain, ...planeOf(plain, lookOf(pieces)) }
}

/** Points that lie on the way between their neighbours say nothing but how exact the mesh is, mm. */
const ON_WAY = 4e-3

/** A closed run without points that it could do without, where they stand close. */
function thinned(points: readonly Vec3[]): Vec3[] {
  const out = [...points]
  const round = out.reduce((sum, p, i) => sum + distance(p, out[(i + 1) % out.length]!), 0)
  for (let i = 0; i < out.length && out.length > 3;) {
    const [before, p, after] = [out[(i + out.length - 1) % out.length]!, out[i]!, out[(i + 1) % out.length]!]
    const isClose = Math.min(distance(before, p), distance(p, after)) < round / 400
    if (isClose && distanceToSpan(p, before, after) < ON_WAY) out.splice(i, 1)
    else i += 1
  }
  return out
}

/** Which way the faces look that were picked; edges alone are looked at from above, from the front or from the right. */
function lookOf(pieces: readonly RimPiece[]): Vec3 {
  const faces = pieces.reduce<Vec3>((sum, p) => add(sum, p.out ?? [0, 0, 0]), [0, 0, 0])
  return length(faces) > 1e-3 ? faces : [0.01, -0.1, 1]
}

/** The plane about which closed points lie (Newell's normal), facing to where they are looked at from. */
function planeOf(points: readonly Vec3[], way: Vec3): Pick<Run, 'frame' | 'off'> {
  const n = points.length
  const middle = scale(
    points.reduce<Vec3>((sum, p) => add(sum, p), [0, 0, 0]),
    1 / n,
  )
  const around = points.reduce<Vec3>((sum, p, i) => add(sum, cross(sub(p, middle), sub(points[(i + 1) % n]!, middle))), [0, 0, 0]) // prettier-ignore
  if (length(around) < 1e-6) return raise('flat', 'These edges lie on one line and go round nothing.', 'of')
  const normal = normalize(around)
  const frame = facingFrame(dot(normal, way) < 0 ? scale(normal, -1) : normal, middle)
  const back = invert(frame)
  return { frame, off: Math.max(...points.map((p) => Math.abs(apply(back, p)[2]))) }
}

/** A run that leaves its plane by less lies in it, mm. */
export const FLAT = 5e-3

/** The lines and arcs of a flat run. */
export function exactOutline(of: readonly RimPiece[], toPlane: Placement, gaps: number): Profile {
  const segments = of.flatMap(({ on, border }) => borderOutline(on, border, toPlane))
  const { closed } = chain(segments, Math.max(gaps, MEET))
  return closed.length === 1 ? nested(closed) : raise('several', 'These edges touch or cross, so it is not clear what they go round; pick other ones.', 'of') // prettier-ignore
}
