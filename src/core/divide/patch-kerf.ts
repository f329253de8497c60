import { facingFrame } from '../fields/face-frame'
import { apply, invert, type Placement, turn } from '../geometry/placement'
import { add, cross, dot, length, normalize, placeAt, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { filled, type Sheet } from '../patch/sheet'
import { heightOn, type Plate, thinPlate } from '../patch/thin-plate'
import { offsetProfile } from '../profile/offset'
import { polygonArea, toPolygons } from '../profile/polygon'
import { polygonProfile } from '../profile/shapes'
import { expectOk, raise } from '../result'
import { hostPlaces } from './host-places'
import { CUT_ROLES, type Kerf, type KerfNames } from './kerf'
import type { Taken } from './taken'

/** A cut that goes through a run of edges and on as the faces round it do. */
export interface PatchCut {
  /** About the run, its z to what is in front. */
  frame: Placement
  /** The run on it, anticlockwise, and how high the cut is over it. */
  outline: readonly Vec2[]
  plate: Plate
  /** How far below the frame's plane it is carried, mm. */
  down: number
}

/** So many places of the run, and no more of its corners, say where the cut lies. */
const STATIONS = 110
/** Corners sharper than this are among them, radians. */
const CORNER = 0.2
/** Edges of the cut's triangles are no longer than such shares of its size: the first with which it turns by less than so much along them, radians. */
const FINE = [1 / 40, 1 / 80, 1 / 130]
const TURNS = 0.2

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
  return { frame, outline, plate, down: size + Math.max(...there.map((p) => Math.abs(p[2]))) }
}

/** Places of a closed run, as far from each other along it, and its corners. */
function stationsOf(run: readonly Vec3[]): Vec3[] {
  const n = run.length
  const long = run.map((p, i) => length(sub(run[(i + 1) % n]!, p)))
  const step = long.reduce((a, b) => a + b, 0) / STATIONS
  const out: Vec3[] = []
  let left = 0
  for (const [i, p] of run.entries()) {
    const to = run[(i + 1) % n]!
    const [before, after] = [normalize(sub(p, run[(i + n - 1) % n]!)), normalize(sub(to, p))]
    const corner = Math.acos(Math.min(1, Math.max(-1, dot(before, after)))) > CORNER
    const last = out.at(-1)
    if (corner && (!last || length(sub(p, last)) > step / 4)) {
      out.push(p)
      left = step
    }
    for (; left < long[i]!; left += step) {
      const at = add(p, scale(after, left))
      if (!out.some((o) => length(sub(o, at)) < step / 4)) out.push(at)
    }
    left -= long[i]!
  }
  return out
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

/** The triangles of the cut over an outline on its frame. Errors: crossed */
export function sheetOver(outline: readonly Vec2[], { plate }: PatchCut, field: string): Sheet {
  const span = spanOf(outline)
  let sheet = filled(outline, FINE[0]! * span, field)
  for (const share of FINE.slice(1)) {
    const out = sheet.points.map((p) => outOf(plate, p))
    const turns = sheet.triangles.some((t) => t.some((v, k) => dot(out[v]!, out[t[(k + 1) % 3]!]!) < Math.cos(TURNS)))
    if (!turns) break
    sheet = filled(outline, share * span, field)
  }
  return sheet
}

/** Out of a plate over a place. */
function outOf(plate: Plate, place: Vec2): Vec3 {
  const [, alongX, alongY] = heightOn(plate, place)
  return normalize([-alongX, -alongY, 1])
}

const spanOf = (outline: readonly Vec2[]): number => Math.max(...[0, 1].map((k) => Math.max(...outline.map((p) => p[k]!)) - Math.min(...outline.map((p) => p[k]!)))) // prettier-ignore

/** The cut is carried on so far past its run at least, and by so many times what its ends lie in front, mm. */
const [PAST, TIMES] = [0.5, 3]

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
  const past = PAST + TIMES * Math.max(...ends.map(Math.abs))
  const [behind, front] = ends
  return {
    behind: under(kernel, cut, { by: behind, past: 2 * past, down: 2 * cut.down }, { step, role: CUT_ROLES.behind, which }), // prettier-ignore
    upTo: under(kernel, cut, { by: front, past, down: cut.down }, { step, role: CUT_ROLES.front, which }),
  }
}

/** What lies under the cut. @param past how far past its run it reaches @param by how far in front of the cut it ends, mm */
function under(
  kernel: Kernel,
  cut: PatchCut,
  { by, past, down }: { by: number; past: number; down: number },
  { step, role, which }: { step: string; role: string; which: string },
): Solid {
  const { frame, outline, plate } = cut
  const wider = toPolygons(expectOk(offsetProfile(polygonProfile(outline), past)), past / 50)
  const around = wider.map((p) => p.points).reduce((a, b) => (polygonArea(a) > polygonArea(b) ? a : b))
  const { points, triangles, rim } = sheetOver(around, cut, 'gap')
  const top = points.map((p): Vec3 => {
    const out = outOf(plate, p)
    return [p[0] + by * out[0], p[1] + by * out[1], heightOn(plate, p)[0] + by * out[2]]
  })
  const flat = (t: readonly number[]) => polygonArea(t.map((v): Vec2 => [top[v]![0], top[v]![1]]))
  if (triangles.some((t) => flat(t) <= 0)) return raise('bent', 'What it stands on bends too sharply for a gap of that width; a smaller one would do.', 'gap') // prettier-ignore
  const n = points.length
  const bottom = top.map(([x, y]): Vec3 => [x, y, -down])
  const corners = [
    ...triangles.flatMap(([a, b, c]) => [a, b, c]),
    ...triangles.flatMap(([a, b, c]) => [a + n, c + n, b + n]),
    ...Array.from({ length: rim }, (_, a) => [a, a + n, ((a + 1) % rim) + n, a, ((a + 1) % rim) + n, (a + 1) % rim]).flat(), // prettier-ignore
  ]
  const faces = [...triangles.map(() => 0), ...triangles.map(() => 1), ...Array<number>(2 * rim).fill(1)]
  const tags = [role, 'end'].map((r) => ({ step, role: r, copy: [which], shape: { kind: 'free' as const } }))
  const at = [...top, ...bottom].flatMap((p) => apply(frame, p))
  return expectOk(kernel.fromFaces(at, corners, faces, tags))
}
