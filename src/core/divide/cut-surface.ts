import { apply, invert, type Placement, turn } from '../geometry/placement'
import type { Vec2, Vec3 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import { meetings } from '../profile/intersect'
import { line } from '../profile/segment'
import { type Carried, type Kerf, type KerfNames, kerfOf, unitedKerf } from './kerf'
import { type FlatsCut, flatsKerf, overFlats } from './flats-kerf'
import { overPatches, type PatchCut } from './patch-cut'
import { patchesKerf } from './patch-kerf'
import { overRound, type RoundCut, roundKerf } from './round-kerf'

/**
 * What a cut follows: a line that is carried through, a round face or several flat ones drawn on, runs of edges, or several
 * faces that meet in an inner corner.
 */
export type CutSurface =
  | { line: Carried }
  | { round: RoundCut }
  | { flats: FlatsCut }
  | { patches: readonly PatchCut[] }
  | { faces: readonly CutSurface[] }

/** The spaces behind a cut and up to its front. @param ends where on both sides of its surface they end, mm */
export function kerfAlong(
  kernel: Kernel,
  surface: CutSurface,
  ends: readonly [number, number],
  names: KerfNames,
  tolerance: number,
): Kerf {
  if ('line' in surface) return kerfOf(kernel, surface.line, ends, names, tolerance)
  if ('flats' in surface) return flatsKerf(kernel, surface.flats, ends, names, tolerance)
  if ('patches' in surface) return patchesKerf(kernel, surface.patches, ends, names)
  if ('round' in surface) return roundKerf(kernel, surface.round, ends, names, tolerance)
  return unitedKerf(kernel, surface.faces.map((face) => kerfAlong(kernel, face, ends, names, tolerance))) // prettier-ignore
}

/** Directions in which a circle is looked at. */
const AROUND = 24

/**
 * Between which heights over a frame a cut lies within a circle on it, mm. Undefined where the cut is missing there, lies
 * over itself, or rises by more than the circle's radius.
 */
export function riseWithin(surface: CutSurface, frame: Placement, at: Vec2, radius: number): Vec2 | undefined {
  const heights = 'line' in surface ? onLine(surface.line, frame, at, radius) : within(frame, at, radius, (p, out) => overFaces(surface, p, out)) // prettier-ignore
  if (!heights || heights.length === 0) return undefined
  const [lowest, highest] = [Math.min(...heights), Math.max(...heights)]
  return highest - lowest > radius ? undefined : [lowest, highest]
}

function overFaces(surface: Exclude<CutSurface, { line: Carried }>, place: Vec3, out: Vec3): number | undefined {
  if ('flats' in surface) return overFlats(surface.flats, place, out)
  if ('patches' in surface) return overPatches(surface.patches, place, out)
  if ('round' in surface) return overRound(surface.round, place, out)
  const heights: number[] = []
  for (const face of surface.faces) {
    const height = 'line' in face ? undefined : overFaces(face, place, out)
    // Beside a drum there is none of it; beyond a wall there is no room.
    if (height === undefined && !('round' in face && face.round.outside)) return undefined
    if (height !== undefined) heights.push(height)
  }
  return heights.length > 0 ? Math.max(...heights) : undefined
}

/** The line over a piece of the frame's plane, with all its corners there. */
function onLine({ line: run, frame: own, far }: Carried, frame: Placement, at: Vec2, radius: number) {
  const back = invert(own)
  const [px, py] = apply(back, apply(frame, [...at, 0]))
  const [ox, oy] = turn(back, turn(frame, [0, 0, 1]))
  const over = ([x, y]: Vec2) => (x - px) * ox + (y - py) * oy
  const beside = ([x, y]: Vec2) => (x - px) * oy - (y - py) * ox
  const heights: number[] = run.flatMap((s) => [s.a, s.b]).filter((p) => Math.abs(beside(p)) < radius).map(over) // prettier-ignore
  for (let k = 0; k <= AROUND; k++) {
    const off = radius * ((2 * k) / AROUND - 1)
    const [x, y] = [px + off * oy, py - off * ox]
    const upright = line([x - 4 * far * ox, y - 4 * far * oy], [x + 4 * far * ox, y + 4 * far * oy])
    const found = run.flatMap((s) => meetings(s, upright)).map(over)
    if (found.length === 0 || Math.max(...found) - Math.min(...found) > 1e-6) return undefined
    heights.push(found[0]!)
  }
  return heights
}

/** What is met over places within a circle. @param over how far from a place in a direction */
function within(
  frame: Placement,
  [x, y]: Vec2,
  radius: number,
  over: (place: Vec3, out: Vec3) => number | undefined,
): number[] | undefined {
  const out = turn(frame, [0, 0, 1])
  const heights: number[] = []
  for (const by of [0, radius / 2, radius])
    for (let k = 0; k < (by === 0 ? 1 : AROUND); k++) {
      const turned = (2 * Math.PI * k) / AROUND
      const height = over(apply(frame, [x + by * Math.cos(turned), y + by * Math.sin(turned), 0]), out)
      if (height === undefined) return undefined
      heights.push(height)
    }
  return heights
}
