import { cutLine, carriedOn, comesOff, type LineShape } from '../../divide/cut-line'
import type { CutSurface } from '../../divide/cut-surface'
import { type FlatsCut, flatsCut, inFrontOfFlats, seatOnFlats, waysOffFlats } from '../../divide/flats-kerf'
import type { Carried } from '../../divide/kerf'
import { type PatchCut, patchCut } from '../../divide/patch-cut'
import { inFrontOf, isRound, roundCut, seatOf, wayOff } from '../../divide/round-kerf'
import { sectionOf } from '../../divide/section'
import { type Taken, takenWithin } from '../../divide/taken'
import { shapeOf } from '../../alter/new-faces'
import type { Pointable } from '../../faces/resolve'
import {
  apply,
  compose,
  fromFrame,
  invert,
  movedAlong,
  type Placement,
  translation,
  turn,
  turnOnto,
} from '../../geometry/placement'
import { add, boxMiddle, boxSize, dot, length, normalize, scale, type Vec2, type Vec3 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { boundsOf } from '../../profile/measure'
import { gap2, line as straight, pointAt, type Profile, type Segment } from '../../profile/segment'
import { raise } from '../../result'
import { pathOf } from '../path'
import type { DivideValues } from './fields'
import { flatOf, footOf } from './foot'

/** A cut, whatever it goes by. */
export type Cut = AlongFaces | ThroughRuns

interface AnyCut {
  /** On the cut: z leads to the front, by the way that this comes off where the cut is no plane of its own. */
  seat: (way: Vec3) => Placement
  surface: CutSurface
  /** The ways by which what is in front comes off, by that. */
  ways: (front: Solid | undefined) => Vec3[]
  /** What the part has on it; for straight cuts only. */
  section?: Profile
}

/** By a line or by faces drawn on. */
export interface AlongFaces extends AnyCut {
  /** How far in front of it a place lies, mm. */
  inFront: (place: Vec3) => number
}

/** Through runs of edges, within which something comes off by itself. */
interface ThroughRuns extends AnyCut {
  surface: { patches: readonly PatchCut[] }
  taken: Taken
}

/** The nth cut, from 0 on. */
export function cutAt(v: DivideValues, nth: number): Cut {
  if (v.line === 'foot') return cutAtFoot(v)
  if (v.line === 'face') return cutOnFace(v)
  if (v.line === 'run') return cutThroughRun(v)
  if (v.line === 'drawn') return drawnCut(v, nth)
  return planeCut(v, movedAlong(v.at.frame, [0, 0, nth * v.pitch]), v.line, nth)
}

/** A cut on a plane, its line of some shape. */
function planeCut(v: DivideValues, frame: Placement, shape: LineShape, nth: number): Cut {
  const section = sectionOf(v.part.pointable(), frame)
  if (section.loops.length === 0) raise('missed', `The plane${v.times > 1 ? ` of cut ${nth + 1}` : ''} does not go through ${v.part.name}.`, 'at') // prettier-ignore
  const [x0, y0, x1, y1] = boundsOf(section)
  const upright = runsUp(shape, v.along, [x1 - x0, y1 - y0])
  // The line runs along x of its own frame, the front lies to its left, and it is carried through along z.
  const turned = upright ? fromFrame([0, 1, 0], [0, 0, 1], [1, 0, 0], [0, 0, 0]) : fromFrame([1, 0, 0], [0, 0, 1], [0, -1, 0], [0, 0, 0]) // prettier-ignore
  const own = compose(frame, turned)
  const reach: Vec2 = upright ? [y0, y1] : [x0, x1]
  const { middle, far } = roundPart(v, own)
  const figures = { count: v.count, deep: v.deep, lean: (v.lean * Math.PI) / 180 }
  const run = cutLine(shape, reach, 4 * far, figures)
  return lineCut(frame, { line: run, frame: own, middle, far }, shape === 'straight' ? section : undefined)
}

/** A cut by a line that is carried through. @param section of the part on it, if it is straight */
function lineCut(frame: Placement, carried: Carried, section: Profile | undefined): AlongFaces {
  const back = invert(frame)
  return {
    seat: () => frame,
    surface: { line: carried },
    inFront: (place) => apply(back, place)[2],
    ways: () => waysOf(frame, carried, section !== undefined),
    ...(section ? { section } : {}),
  }
}

/** A cut along a face that is round, drawn on past its edges. */
function cutOnFace(v: DivideValues): Cut {
  const [face] = v.face
  if (!face) return raise('no-face', 'Pick the round face that the cut follows.', 'face')
  return cutOnRound(v, face.on, face.region, face.point)
}

/** Along the faces that what has a face stands on, drawn on past its foot. Errors: no-face, no-foot, feet, bent, opposite */
function cutAtFoot(v: DivideValues): Cut {
  const [face] = v.holds
  if (!face) return raise('no-face', 'Pick a face of the piece that comes off.', 'holds')
  const { on } = face
  const { hosts, places, taken } = footOf(on, face.region)
  const isFlat = (h: number) => shapeOf(on, h).kind === 'plane'
  const [first, ...others] = hosts
  if (others.length === 0 && isFlat(first!)) {
    const { point, out } = flatOf(on, first!)
    return planeCut(v, compose(translation(point), turnOnto([0, 0, 1], out)), 'straight', 0)
  }
  if (others.length === 0 && isRound(shapeOf(on, first!))) return cutOnRound(v, on, first!, face.point)
  if (hosts.every(isFlat)) {
    const flats = flatsCut(hosts.map((h) => flatOf(on, h)), farOf(v)) // prettier-ignore
    return flats ? cutOnFlats(flats) : cutRound(taken())
  }
  if (!hosts.every((h) => isFlat(h) || isRound(shapeOf(on, h)))) return cutRound(taken())
  const faces = hosts.map((h) => isFlat(h) ? cutOnFlats(flatsCut([flatOf(on, h)], farOf(v))!) : cutOnRound(v, on, h, face.point)) // prettier-ignore
  const inner = places.every((p) => faces.every((f) => f.inFront(p) > -CHORD))
  return inner ? cutInCorner(faces) : cutRound(taken())
}

/** Places of a round face lie this much behind it at most, on found meshes, mm. */
const CHORD = 0.3

function cutOnFlats(cut: FlatsCut): AlongFaces {
  const ways = waysOffFlats(cut)
  return {
    seat: (way) => seatOnFlats(cut, way),
    surface: { flats: cut },
    inFront: (place) => inFrontOfFlats(cut, place),
    ways: () => ways,
  }
}

/** A way leads into a face where it goes against the way off that by more than this. */
const AGAINST = -1e-6

/** In front of all of some cuts. Errors: opposite */
function cutInCorner(faces: readonly AlongFaces[]): AlongFaces {
  return {
    seat: (way) => faces[0]!.seat(way),
    surface: { faces: faces.map((f) => f.surface) },
    inFront: (place) => Math.min(...faces.map((f) => f.inFront(place))),
    ways: (front) => {
      const off = faces.map((f) => f.ways(front)[0]!)
      const all = [...off, normalize(off.reduce(add))].filter((way) => off.every((o) => dot(o, way) > AGAINST))
      return all.length > 0 ? all : heldFromAllSides()
    },
  }
}

const heldFromAllSides = () => raise('opposite', 'What it stands on holds it from all sides, so that it could not come off. A plane through it can be had.', 'holds') // prettier-ignore

/** Through picked edges that go round what has a face. Errors: no-face, no-edge, other-part, open, feet */
function cutThroughRun(v: DivideValues): Cut {
  const [face] = v.holds
  if (!face) return raise('no-face', 'Pick a face of the piece that comes off.', 'holds')
  if (v.run.length === 0) return raise('no-edge', 'Pick the edges that go round the piece that comes off.', 'run')
  if (v.run.some((r) => r.on !== face.on)) return raise('other-part', `These edges are not all of ${v.part.name}; pick edges of that.`, 'run') // prettier-ignore
  const borders = new Set(v.run.map((r) => face.on.topology.borders.indexOf(r.border)))
  return cutRound(takenWithin(face.on, borders, face.region, 'run'))
}

/** What comes off this much beside straight up from its foot is looked at: the tangent. */
const ASIDE = 1
/** Feet that look apart by so much leave no way between them: their directions' mean. */
const APART = 0.1

/** Errors: opposite, round, plate */
function cutRound(taken: Taken): ThroughRuns {
  const patches = taken.rims.map((rim) => patchCut(taken, rim, 'holds'))
  const outs = patches.map(({ frame }) => turn(frame, [0, 0, 1]))
  const mean = scale(outs.reduce(add), 1 / outs.length)
  const frame = patches.length === 1 ? patches[0]!.frame : turnOnto([0, 0, 1], normalize(mean))
  const beside: Vec3[] = [[0, 0, 1], [ASIDE, 0, 1], [-ASIDE, 0, 1], [0, ASIDE, 1], [0, -ASIDE, 1]] // prettier-ignore
  const ways = beside.map((way) => normalize(turn(frame, way))).filter((way) => outs.every((o) => dot(o, way) > AGAINST)) // prettier-ignore
  if (length(mean) < APART || ways.length === 0) heldFromAllSides()
  return {
    seat: (way) => compose(translation(apply(patches[0]!.frame, [0, 0, 0])), turnOnto([0, 0, 1], way)),
    surface: { patches },
    ways: () => ways,
    taken,
  }
}

/** Farther than any place of the part is from another, mm. */
const farOf = ({ part }: DivideValues): number => length(boxSize(part.solid.bounds())) + 1

function cutOnRound(v: DivideValues, on: Pointable, region: number, place: Vec3): AlongFaces {
  const cut = roundCut(on, region, shapeOf(on, region), boxMiddle(v.part.solid.bounds()), farOf(v))
  return {
    seat: (way) => seatOf(cut, way),
    surface: { round: cut },
    inFront: (place) => inFrontOf(cut, place),
    ways: (front) => [wayOff(cut, front ? boxMiddle(front.bounds()) : place)],
  }
}

/** Whether the line of a cut runs up its plane. */
function runsUp(line: LineShape, along: DivideValues['along'], [wide, high]: Vec2): boolean {
  const short = along === 'short' || (along === 'usual' && line === 'lap')
  return short ? high < wide : high > wide
}

function drawnCut(v: DivideValues, nth: number): Cut {
  if (!v.drawing) return raise('no-path', 'Choose a drawing with a line that does not close.', 'drawing')
  const { segments, closed, frame } = pathOf(v.drawing.data, 'drawing')
  if (closed) return raise('closed', 'The line of this drawing closes; one that does not would divide the part.', 'drawing') // prettier-ignore
  const [first, last] = [segments[0]!.a, segments.at(-1)!.b]
  const chord = gap2(first, last)
  if (chord < 1e-3) raise('closed', 'The line of this drawing ends where it begins; one that does not would divide the part.', 'drawing') // prettier-ignore
  const [dx, dy] = [(last[0] - first[0]) / chord, (last[1] - first[1]) / chord]
  const shifted = movedAlong(frame, [-dy * nth * v.pitch, dx * nth * v.pitch, 0])
  const { middle, far } = roundPart(v, shifted)
  const at = apply(shifted, [...pointAt(straight(first, last), 0.5), 0])
  const onCut = fromFrame(turn(frame, [dx, dy, 0]), turn(frame, [0, 0, -1]), turn(frame, [-dy, dx, 0]), at)
  return lineCut(onCut, { line: carriedOn(segments as Segment[], middle, 2 * far), frame: shifted, middle, far }, undefined) // prettier-ignore
}

/** The middle of the part on a frame, and a radius round it that has all of the part. */
function roundPart({ part }: DivideValues, frame: Placement): { middle: Vec2; far: number } {
  const box = part.solid.bounds()
  const [x, y, z] = apply(invert(frame), boxMiddle(box))
  return { middle: [x, y], far: length(boxSize(box)) + Math.abs(z) + 1 }
}

/** The ways by which what is in front comes off: straight off its cut where nothing holds it, else along the line's own sides. */
function waysOf(frame: Placement, carried: Carried, flat: boolean): Vec3[] {
  const out = turn(frame, [0, 0, 1])
  const off = turn(invert(carried.frame), out)
  const through = turn(carried.frame, [0, 0, 1])
  const straightOff = comesOff(carried.line, [off[0], off[1]]) ? [out] : []
  return flat ? straightOff : [...straightOff, through, scale(through, -1)]
}
