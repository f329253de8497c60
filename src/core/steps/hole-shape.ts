import { fromFrame, IDENTITY, invert, type Placement, turn } from '../geometry/placement'
import type { Vec2 } from '../geometry/vec'
import type { Solid } from '../kernel/kernel'
import { type Screw, pilotHole, sizeOf, sizesIn, throughHole } from '../fit/screws'
import { arc, line, type Profile } from '../profile/segment'
import { circle, polygonProfile } from '../profile/shapes'
import { raise } from '../result'
import type { StepContext } from './step-kind'
import { OUT } from './through'

/** What a hole is like, wherever it is: fields of the same names mean the same. Lengths mm, angles degrees. */
export interface HoleShape {
  for: 'plain' | 'clear' | 'pilot' | 'insert'
  across: number
  screw: Screw
  series: 'fine' | 'medium' | 'coarse'
  head: 'plain' | 'bore' | 'sunk' | 'nut' | 'side'
  below: number
  toward: number
  wayLong: number
  sink: number
  room: number
  reach: 'through' | 'deep' | 'wall'
  tip: 'round' | 'tear'
  on: { frame: Placement }
  /** How much larger it is drawn across, because it comes out so much smaller. */
  allow?: number
}

/** A hole of which only what differs from it is said: square to the ground, through. */
export const PLAIN_HOLE: HoleShape = {
  for: 'plain',
  across: 1,
  screw: 'M3',
  series: 'medium',
  head: 'plain',
  below: 0,
  toward: 0,
  wayLong: 0,
  sink: 0,
  room: 0,
  reach: 'through',
  tip: 'round',
  on: { frame: IDENTITY },
}

/** The diameter that the hole itself is drawn with, mm. Errors: no-size */
export const holeAcross = (hole: HoleShape): number => wantedAcross(hole) + (hole.allow ?? 0)

/** The diameter that it is to have once it is printed, mm. Errors: no-size */
export function wantedAcross({ for: what, across, screw, series }: HoleShape): number {
  switch (what) {
    case 'plain':
      return across
    case 'clear':
      return throughHole(screw, series)
    case 'pilot':
      return pilotHole(screw)
    case 'insert':
      return sizeOf('insert', screw) ?? noSize('insert', screw, 'inserts')
  }
}

const noSize = (what: Parameters<typeof sizesIn>[0], screw: Screw, called: string): never =>
  raise('no-size', `There are no ${called} for ${screw} in the tables; there are for ${sizesIn(what).join(', ')}.`, 'screw') // prettier-ignore

/** What a hole is wider by at its mouth: how wide, how deep. */
type Mouth =
  | { kind: 'none' }
  | { kind: 'bore'; across: number; deep: number }
  | { kind: 'nut'; across: number; deep: number }
  | { kind: 'side'; across: number; high: number }
  | { kind: 'sunk'; across: number; under: number }

function mouthOf({ head, screw, sink, room }: HoleShape): Mouth {
  switch (head) {
    case 'plain':
      return { kind: 'none' }
    case 'bore': {
      const [across, high] = sizeOf('cap', screw) ?? noSize('cap', screw, 'cap heads')
      return { kind: 'bore', across: across + 2 * room, deep: high + sink }
    }
    case 'nut': {
      const [flats, high] = sizeOf('nut', screw) ?? noSize('nut', screw, 'nuts')
      return { kind: 'nut', across: flats + 2 * room, deep: high + sink }
    }
    case 'side': {
      const [flats, high] = sizeOf('nut', screw) ?? noSize('nut', screw, 'nuts')
      return { kind: 'side', across: flats + 2 * room, high: high + 2 * room }
    }
    case 'sunk':
      return { kind: 'sunk', across: (sizeOf('sunk', screw) ?? noSize('sunk', screw, 'countersunk heads')) + 2 * room, under: sink } // prettier-ignore
  }
}

/** How wide the mouth is, mm; 0 where it is plain. */
export function mouthAcross(values: HoleShape): number {
  const mouth = mouthOf(values)
  return mouth.kind === 'none' || mouth.kind === 'side' ? 0 : mouth.across
}

/** How deep under the face a mouth reaches, mm. */
function depthOf(mouth: Mouth, radius: number, below: number): number {
  switch (mouth.kind) {
    case 'none':
      return 0
    case 'side':
      return below + mouth.high
    case 'sunk':
      return mouth.under + mouth.across / 2 - radius
    default:
      return mouth.deep
  }
}

/** How deep under its face the mouth of a hole reaches, mm. Errors: no-size */
export const mouthDepth = (values: HoleShape): number => depthOf(mouthOf(values), holeAcross(values) / 2, values.below)

/** Which way upwards is on a plane. Errors: upright (the holes stand, so that none of them has a top) */
function upOn(frame: Placement): number {
  const [x, y] = turn(invert(frame), [0, 0, 1])
  if (Math.hypot(x, y) < 0.05) return raise('upright', 'These holes stand upright, so nothing of them hangs over; a tip is for holes that lie.', 'tip') // prettier-ignore
  return Math.atan2(y, x)
}

/** A circle that goes on by its tangents at 45 degrees to a tip, so that it prints lying without a roof. */
function tipped(radius: number, up: number): Profile {
  const at = (r: number, angle: number): Vec2 => [r * Math.cos(up + angle), r * Math.sin(up + angle)]
  const [right, left] = [at(radius, -Math.PI / 4), at(radius, Math.PI / 4)]
  const tip = at(radius * Math.SQRT2, 0)
  return { loops: [[arc(left, right, [0, 0], true, 'round'), line(right, tip, 'right'), line(tip, left, 'left')]] }
}

/** Six sides, so far across flats, mm, a corner towards an angle. */
export function hexagon(flats: number, up: number): Profile {
  const corners = Array.from({ length: 6 }, (_, k): Vec2 => {
    const angle = up + (Math.PI / 3) * k
    return [(flats / Math.sqrt(3)) * Math.cos(angle), (flats / Math.sqrt(3)) * Math.sin(angle)]
  })
  return polygonProfile(corners, ['1', '2', '3', '4', '5', '6'])
}

/**
 * A hole about the origin of its plane, into the plane, from before it to a depth.
 * @param end where it ends, mm along the plane's normal, less than 0
 * Errors: no-size, upright, wide (the mouth is narrower than the hole), deep (it reaches farther than the hole)
 */
export function holeTool(values: HoleShape, end: number, { kernel, id, tolerance }: StepContext): Solid {
  const [radius, mouth] = [holeAcross(values) / 2, mouthOf(values)]
  if (mouth.kind !== 'none' && mouth.across / 2 <= radius) return raise('wide', `The hole, Ø ${(2 * radius).toFixed(2)} mm, is wider than its mouth, ${mouth.across.toFixed(2)} mm.`, 'head') // prettier-ignore
  const floor = depthOf(mouth, radius, values.below)
  if (floor >= -end && values.reach === 'deep') return raise('deep', `Its mouth alone is ${floor.toFixed(2)} mm deep; the hole has to be deeper.`, 'deep') // prettier-ignore
  const drawn = (profile: Profile, to: number, side: string, bottom: string) =>
    kernel.extrude(profile, to, OUT, { names: { step: id, top: 'mouth', bottom, side }, tolerance })
  const tear = values.tip === 'tear' ? upOn(values.on.frame) : undefined
  const shaft = () => drawn(tear === undefined ? circle([0, 0], radius) : tipped(radius, tear), end, 'hole', 'bottom')
  if (mouth.kind === 'side') return kernel.union([shaft(), ...sideways(values, mouth, (p, to, from, side) => kernel.extrude(p, to, from, { names: { step: id, top: 'roof', bottom: 'seat', side }, tolerance }))]) // prettier-ignore
  if (mouth.kind === 'nut') return kernel.union([shaft(), drawn(hexagon(mouth.across, tear ?? 0), -mouth.deep, 'pocket', 'seat')]) // prettier-ignore
  if (tear !== undefined && mouth.kind === 'none') return shaft()
  const round = kernel.revolve(outlineOf(radius, end, mouth), 2 * Math.PI, { step: id, side: 'hole', start: 'start', end: 'end' }, tolerance) // prettier-ignore
  return tear === undefined ? round : kernel.union([shaft(), round])
}

/** A pocket for a nut inside the part, its flats along its way in, and that way. */
function sideways(
  { below, toward, wayLong }: HoleShape,
  { across, high }: { across: number; high: number },
  drawn: (profile: Profile, to: number, from: number, side: string) => Solid,
): Solid[] {
  const angle = (toward * Math.PI) / 180
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const at = (along: number, aside: number): Vec2 => [along * c - aside * s, along * s + aside * c]
  const way = polygonProfile([at(0, -across / 2), at(wayLong, -across / 2), at(wayLong, across / 2), at(0, across / 2)], ['right', 'end', 'left', 'start']) // prettier-ignore
  const pocket = drawn(hexagon(across, angle), -below - high, -below, 'pocket')
  return wayLong > 0 ? [pocket, drawn(way, -below - high, -below, 'way')] : [pocket]
}

/** Half the section of a hole of round pieces, in (radius, height): from its axis at the bottom to its axis before the face. */
function outlineOf(radius: number, end: number, mouth: Exclude<Mouth, { kind: 'nut' | 'side' }>): Profile {
  const wide = mouth.kind === 'none' ? radius : mouth.across / 2
  const steps: [number, number, string][] =
    mouth.kind === 'none'
      ? [[radius, OUT, 'hole']]
      : mouth.kind === 'bore'
        ? [[radius, -mouth.deep, 'hole'], [wide, -mouth.deep, 'seat'], [wide, OUT, 'head']]
        : [[radius, radius - wide - mouth.under, 'hole'], [wide, -mouth.under, 'sink'], [wide, OUT, 'head']] // prettier-ignore
  const points: Vec2[] = [[0, end], [radius, end], ...steps.map(([x, z]): Vec2 => [x, z]), [0, OUT]] // prettier-ignore
  return polygonProfile(points, ['bottom', ...steps.map(([, , name]) => name), 'mouth', 'axis'])
}

/** The frame of a hole at a place of a plane. */
export const atPlace = ([x, y]: Vec2): Placement => fromFrame([1, 0, 0], [0, 1, 0], [0, 0, 1], [x, y, 0])
