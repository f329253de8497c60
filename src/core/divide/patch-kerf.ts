import { facingFrame } from '../fields/face-frame'
import { apply, invert, type Placement, turn } from '../geometry/placement'
import {
  add,
  cross,
  distance,
  dot,
  length,
  normalize,
  placeAt,
  scale,
  sub,
  type Vec2,
  type Vec3,
} from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import { heightOn, type Plate, thinPlate } from '../patch/thin-plate'
import { polygonArea } from '../profile/polygon'
import { expectOk, raise } from '../result'
import { hostPlaces } from './host-places'
import { CUT_ROLES, type Kerf, type KerfNames } from './kerf'
import { widened } from './patch-sheet'
import type { Taken } from './taken'

/** A cut that goes through a run of edges and on as the faces round it do. */
export interface PatchCut {
  /** About the run, its z to what is in front. */
  frame: Placement
  /** The run on it, anticlockwise, how high that is there, and how high the cut is over all of it. */
  outline: readonly Vec2[]
  rises: readonly number[]
  plate: Plate
  /** How far below the frame's plane it is carried, mm. */
  down: number
}

/** Places of the run say where the cut lies: so many at least, and its corners as long as those are no more than so many. */
const [STATIONS, CORNERS] = [110, 180]
/** Errors: round (the run goes round nothing), plate */
export function patchCut(taken: Taken, field: string): PatchCut {
  const { positions } = taken.on.mesh
  const rim = taken.rim.map((v) => placeAt(positions, v))
  const middle = scale(rim.reduce<Vec3>((sum, p) => add(sum, p), [0, 0, 0]), 1 / rim.length) // prettier-ignore
  const around = rim.reduce<Vec3>((sum, p, i) => add(sum, cross(sub(p, middle), sub(rim[(i + 1) % rim.length]!, middle))), [0, 0, 0]) // prettier-ignore
  if (length(around) < 1e-6) return raise('round', 'These edges lie on one line and go round nothing.', field)
  const frame = facingFrame(normalize(around), middle)
  const back = invert(frame)
  const there = rim.map((p) => apply(back, p))
  const outline = there.map(([x, y]): Vec2 => [x, y])
  const stations = [...stationsOf(there), ...hostPlaces(taken, frame, there)]
  const plate = thinPlate(stations.map(([x, y]): Vec2 => [x, y]), stations.map((p) => p[2])) // prettier-ignore
  const size = Math.max(...outline.map(([x, y]) => Math.hypot(x, y)))
  return {
    frame,
    outline,
    rises: there.map((p) => p[2]),
    plate,
    down: size + Math.max(...there.map((p) => Math.abs(p[2]))),
  }
}

/** Places of a closed run: its corners, and others on what is long between them; of many corners some. */
function stationsOf(run: readonly Vec3[]): Vec3[] {
  const next = (i: number) => run[(i + 1) % run.length]!
  const step = run.reduce((sum, p, i) => sum + distance(p, next(i)), 0) / STATIONS
  const few = run.length <= CORNERS
  const out: Vec3[] = []
  for (const [i, p] of run.entries()) {
    const last = out.at(-1)
    if (last && distance(last, p) < (few ? step / 50 : step)) continue
    out.push(p)
    const to = next(i)
    const between = Math.ceil(distance(p, to) / step)
    for (let k = 1; k < between; k++) out.push(add(p, scale(sub(to, p), k / between)))
  }
  return distance(out.at(-1)!, out[0]!) < step / 50 ? out.slice(0, -1) : out
}

/** How far in front of the cut a place lies, mm, about. */
export function inFrontOfPatch({ frame, plate }: PatchCut, place: Vec3): number {
  const [x, y, z] = apply(invert(frame), place)
  const [height, alongX, alongY] = heightOn(plate, [x, y])
  return (z - height) / Math.hypot(1, alongX, alongY)
}

/** How far from a place in a direction the cut is met, mm. */
export function overPatch({ frame, plate }: PatchCut, place: Vec3, way: Vec3): number | undefined {
  const back = invert(frame)
  const [from, by] = [apply(back, place), turn(back, way)]
  let far = 0
  for (let round = 0; round < 40; round++) {
    const [x, y, z] = add(from, scale(by, far))
    const [height, alongX, alongY] = heightOn(plate, [x, y])
    const closing = by[2] - alongX * by[0] - alongY * by[1]
    if (closing < 0.1) return undefined
    const step = (height - z) / closing
    far += step
    if (Math.abs(step) < 1e-7) return far
  }
  return undefined
}

/** The cut is carried on so far past its run at least, and by so many times what its ends lie in front; to the next of such, mm. */
const [PAST, TIMES, GRID] = [0.5, 3, 0.5]

/**
 * The spaces behind a cut and up to its front, in the project's frame; both about its run alone.
 * @param ends how far in front of it they end, mm
 * Errors: bent (too sharply for the gap), crossed
 */
export function patchKerf(
  kernel: Kernel,
  cut: PatchCut,
  ends: readonly [number, number],
  { step, cut: which }: KerfNames,
): Kerf {
  // prettier-ignore
  const past = GRID * Math.ceil((PAST + TIMES * Math.max(...ends.map(Math.abs))) / GRID)
  const [behind, front] = ends
  const named = (role: string) => ({ step, role, copy: [which] })
  return {
    behind: under(kernel, cut, { by: behind, past: 2 * past, down: 2 * cut.down }, named(CUT_ROLES.behind)),
    upTo: under(kernel, cut, { by: front, past, down: cut.down }, named(CUT_ROLES.front)),
  }
}

/** What lies under the cut. @param past how far past its run it reaches @param by how far in front of the cut it ends, mm */
function under(
  kernel: Kernel,
  cut: PatchCut,
  { by, past, down }: { by: number; past: number; down: number },
  named: Pick<SurfaceTag, 'step' | 'role' | 'copy'>,
): Solid {
  const { points, triangles, inner, ring, off } = widened(cut, past)
  const top = points.map((p, i): Vec3 => add(p, scale(off[i]!, by)))
  const flat = (t: readonly number[]) => polygonArea(t.map((v): Vec2 => [top[v]![0], top[v]![1]]))
  if (triangles.slice(0, inner).some((t) => flat(t) <= 0)) return raise('bent', 'What it stands on bends too sharply for a gap of that width; a smaller one would do.', 'gap') // prettier-ignore
  const n = points.length
  const bottom = top.map(([x, y]): Vec3 => [x, y, -down])
  const corners = [
    ...triangles.flatMap(([a, b, c]) => [a, b, c]),
    ...triangles.flatMap(([a, b, c]) => [a + n, c + n, b + n]),
    ...ring.flatMap((a, i) => {
      const b = ring[(i + 1) % ring.length]!
      return [a, a + n, b + n, a, b + n, b]
    }),
  ]
  const faces = [...triangles.map(() => 0), ...triangles.map(() => 1), ...Array<number>(2 * ring.length).fill(1)]
  const tags = [named.role, 'end'].map((role): SurfaceTag => ({ ...named, role, shape: { kind: 'free' } }))
  return expectOk(kernel.fromFaces([...top, ...bottom].flatMap((p) => apply(cut.frame, p)), corners, faces, tags)) // prettier-ignore
}
