import { facingFrame } from '../fields/face-frame'
import { apply, invert, type Placement, turn } from '../geometry/placement'
import { add, cross, distance, length, normalize, placeAt, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import { heightOn, type Plate, thinPlate } from '../patch/thin-plate'
import { inPolygon } from '../profile/polygon'
import { raise } from '../result'
import { hostPlaces } from './host-places'
import type { Rim, Taken } from './taken'

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
export function patchCut(taken: Taken, { vertices, sides }: Rim, field: string): PatchCut {
  const { positions } = taken.on.mesh
  const rim = vertices.map((v) => placeAt(positions, v))
  const middle = scale(rim.reduce<Vec3>((sum, p) => add(sum, p), [0, 0, 0]), 1 / rim.length) // prettier-ignore
  const around = rim.reduce<Vec3>((sum, p, i) => add(sum, cross(sub(p, middle), sub(rim[(i + 1) % rim.length]!, middle))), [0, 0, 0]) // prettier-ignore
  if (length(around) < 1e-6) return raise('round', 'These edges lie on one line and go round nothing.', field)
  const frame = facingFrame(normalize(around), middle)
  const back = invert(frame)
  const there = rim.map((p) => apply(back, p))
  const outline = there.map(([x, y]): Vec2 => [x, y])
  const stations = [...stationsOf(there), ...hostPlaces(taken, sides, frame, there)]
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

/** How far from a place in a direction one of some cuts is met within its run, mm; a single one past that too. */
export function overPatches(cuts: readonly PatchCut[], place: Vec3, way: Vec3): number | undefined {
  const [only, another] = cuts
  if (!another) return overPatch(only!, place, way)
  for (const cut of cuts) {
    const far = overPatch(cut, place, way)
    const [x, y] = apply(invert(cut.frame), add(place, scale(way, far ?? 0)))
    if (far !== undefined && inPolygon(cut.outline, [x, y])) return far
  }
  return undefined
}

function overPatch({ frame, plate }: PatchCut, place: Vec3, way: Vec3): number | undefined {
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
