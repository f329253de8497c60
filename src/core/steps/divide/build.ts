import { trianglesOf } from '../../faces/topology'
import { carriedOn, comesOff, cutLine, type LineShape } from '../../divide/cut-line'
import { type CutSurface, kerfAlong } from '../../divide/cut-surface'
import { type Carried, cutEnds, type Kerf } from '../../divide/kerf'
import { bodyAt, partedInBox, partedPiece, partedWhole } from '../../divide/parted'
import { inFrontOf, roundCut, seatOf, wayOff } from '../../divide/round-kerf'
import { DIVIDED, piecesAt, type Seam } from '../../divide/seam'
import { MORE, type PieceHere, seamsOf } from '../../divide/seams'
import { sectionOf } from '../../divide/section'
import { seamRows } from '../../divide/seam-rows'
import { apply, compose, fromFrame, invert, movedAlong, type Placement, turn, turnOnto } from '../../geometry/placement'
import { boxMiddle, boxSize, length, scale, type Vec2, type Vec3 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import { middleOfTriangle } from '../../mesh/doubled-normal'
import { boundsOf } from '../../profile/measure'
import { gap2, line as straight, pointAt, type Profile, type Segment } from '../../profile/segment'
import { rectangle } from '../../profile/shapes'
import { raise } from '../../result'
import type { FaceValue } from '../../fields/part'
import { pathOf } from '../path'
import { leaving, type PartOutput, type StepContext, type StepOutput } from '../step-kind'
import type { DivideValues } from './fields'

/** A cut in a box leaves at least so much room, mm. */
const LEAST_IN_BOX = 0.01

/** A cut, whatever it goes by. */
interface Cut {
  /** On the cut: z leads to the front; once it is known which way that comes off, that way. */
  frame: Placement
  seat?: (way: Vec3) => Placement
  surface: CutSurface
  /** How far in front of it a place lies, mm. */
  inFront: (place: Vec3) => number
  /** The ways by which what is in front comes off, by that. */
  ways: (front: Solid | undefined) => Vec3[]
  /** What the part has on the frame; for straight cuts only. */
  section?: Profile
}

export function buildDivide(v: DivideValues, context: StepContext): StepOutput {
  const { kernel, id } = context
  if (v.may !== 'whole' && v.times > 1) raise('times', 'Several cuts at a pitch go through the whole part; for one piece alone, add a step for each.', 'times') // prettier-ignore
  if (v.line === 'face' && v.times > 1) raise('times', 'A cut along a face is one alone.', 'times')
  if (v.line === 'face' && v.may === 'box') raise('may', 'A cut along a round face has no plane for a box; the whole part can be cut, or only the piece that has a face.', 'may') // prettier-ignore
  if (v.may === 'box' && v.gap < LEAST_IN_BOX) raise('gap', `In a box the cut needs a gap; from ${LEAST_IN_BOX} mm on it can be had.`, 'gap') // prettier-ignore
  const ends = cutEnds(v.gap, v.line === 'face' ? 'front' : v.gap === 0 ? 'both' : v.side)
  const cuts = Array.from({ length: v.times }, (_, nth) => cutAt(v, nth))
  const names = (nth: number) => ({ step: id, cut: `${nth + 1}` })
  const spaces = (cut: Cut, at: readonly [number, number], nth: number) => kerfAlong(kernel, cut.surface, at, names(nth), context.tolerance) // prettier-ignore
  const kerfs = cuts.map((cut, nth) => spaces(cut, ends, nth))
  const box = v.may === 'box' ? boxOn(v, context) : undefined
  const solids = partedBy(v, cuts[0]!, kerfs, box, context)
  const all = solids.map((piece, i): PieceHere => ({ ...piece, id: `${id}.${i + 1}` }))
  const pieces = staying(v, all, context)
  const ways = cuts[0]!.ways(pieces.find((p) => p.level > 0)?.solid)
  const far = farFrom(v, ways[0]!)
  const seams = cuts.flatMap((cut, nth) => {
    const grown = spaces(cut, [ends[0] - MORE, ends[1] + MORE], nth)
    const frame = cut.seat?.(ways[0]!) ?? cut.frame
    return seamsOf(
      kernel,
      v.part.solid,
      pieces,
      { kerf: kerfs[nth]!, complete: v.may === 'whole' && v.stay === 'all', grown, nth, frame, ...(cut.section ? { section: cut.section } : {}), ...(box ? { within: box } : {}) }, // prettier-ignore
      (name, meet): Seam => ({ cut: `${nth + 1}`, name, ...meet, surface: cut.surface, flat: cut.section !== undefined, frame, ends, gap: v.gap, ways, far }),
    )
  })
  return {
    parts: pieces.map((piece) => pieceOf(v, piece, all.indexOf(piece), ways[0]!, cuts)),
    gone: [v.part.id],
    into: pieces.map((p) => p.id),
    published: [leaving(DIVIDED, { whole: v.part.name, seams })],
    facts: { gap: v.gap },
    rows: seams.flatMap((seam) => seamRows(id, seam, v.part.name, v.gap > 0)),
    notes: notesOf(v, pieces, seams, cuts),
  }
}

function partedBy(
  v: DivideValues,
  cut: Cut,
  kerfs: readonly Kerf[],
  box: ReturnType<typeof boxOn> | undefined,
  { kernel }: StepContext,
) {
  if (v.may === 'whole') return partedWhole(kernel, v.part.solid, kerfs)
  if (box) return partedInBox(kernel, v.part.solid, kerfs[0]!, box)
  const [face] = v.holds
  if (!face) return raise('no-face', 'Pick a face of the piece that comes off.', 'holds')
  return partedPiece(kernel, v.part.solid, kerfs[0]!, farthestOf(face, cut.inFront))
}

/** The pieces that are meant to stay. Errors: no-face */
function staying(v: DivideValues, all: readonly PieceHere[], { kernel }: StepContext): readonly PieceHere[] {
  if (v.stay === 'all') return all
  if (v.stays.length === 0) return raise('no-face', 'Pick a face of each piece that stays.', 'stays')
  const meant = v.stays.map(({ point }) => bodyAt(kernel, all.map((p) => p.solid), point)) // prettier-ignore
  const found = all.filter((p) => meant.includes(p.solid))
  return found.length > 0 ? found : raise('no-face', 'What was picked lies in the gap of the cut; pick another place.', 'stays') // prettier-ignore
}

/** The middle of the triangle of a face that lies farthest in front of a cut. */
function farthestOf({ on: { mesh, topology }, region }: FaceValue, inFront: Cut['inFront']): Vec3 {
  let best: Vec3 = [0, 0, 0]
  let most = -Infinity
  for (const t of trianglesOf(topology, region)) {
    const middle = middleOfTriangle(mesh, t)
    if (inFront(middle) <= most) continue
    most = inFront(middle)
    best = middle
  }
  return best
}

/** The nth cut, from 0 on. */
function cutAt(v: DivideValues, nth: number): Cut {
  if (v.line === 'face') return cutOnFace(v)
  if (v.line === 'drawn') return drawnCut(v, nth)
  const frame = movedAlong(v.at.frame, [0, 0, nth * v.pitch])
  const section = sectionOf(v.part.pointable(), frame)
  if (section.loops.length === 0) raise('missed', `The plane${v.times > 1 ? ` of cut ${nth + 1}` : ''} does not go through ${v.part.name}.`, 'at') // prettier-ignore
  const [x0, y0, x1, y1] = boundsOf(section)
  const upright = runsUp(v.line, v.along, [x1 - x0, y1 - y0])
  // The line runs along x of its own frame, the front lies to its left, and it is carried through along z.
  const turned = upright ? fromFrame([0, 1, 0], [0, 0, 1], [1, 0, 0], [0, 0, 0]) : fromFrame([1, 0, 0], [0, 0, 1], [0, -1, 0], [0, 0, 0]) // prettier-ignore
  const own = compose(frame, turned)
  const reach: Vec2 = upright ? [y0, y1] : [x0, x1]
  const { middle, far } = roundPart(v, own)
  const figures = { count: v.count, deep: v.deep, lean: (v.lean * Math.PI) / 180 }
  const run = cutLine(v.line, reach, 4 * far, figures)
  return lineCut(frame, { line: run, frame: own, middle, far }, v.line === 'straight' ? section : undefined)
}

/** A cut by a line that is carried through. @param section of the part on it, if it is straight */
function lineCut(
  frame: Placement,
  carried: Carried,
  section: Profile | undefined,
): Cut {
  const back = invert(frame)
  return {
    frame,
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
  const box = v.part.solid.bounds()
  const cut = roundCut(face.on, face.region, face.tag.shape, boxMiddle(box), length(boxSize(box)) + 1)
  return {
    frame: turnOnto([0, 0, 1], wayOff(cut, face.point)),
    seat: (way) => seatOf(cut, way),
    surface: { round: cut },
    inFront: (place) => inFrontOf(cut, place),
    ways: (front) => [wayOff(cut, front ? boxMiddle(front.bounds()) : face.point)],
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

function boxOn(v: DivideValues, { kernel, id, tolerance }: StepContext) {
  const [x, y] = v.middle
  const far = length(boxSize(v.part.solid.bounds())) + v.deep
  const profile = rectangle(x - v.wide / 2, y - v.high / 2, x + v.wide / 2, y + v.high / 2)
  return kernel.place(kernel.extrude(profile, -far, far, { names: { step: id, side: 'box', top: 'end', bottom: 'end' }, tolerance }), v.at.frame) // prettier-ignore
}

/** The ways by which what is in front comes off: straight off its cut where nothing holds it, else along the line's own sides. */
function waysOf(frame: Placement, carried: Carried, flat: boolean): Vec3[] {
  const out = turn(frame, [0, 0, 1])
  const off = turn(invert(carried.frame), out)
  const through = turn(carried.frame, [0, 0, 1])
  const straightOff = comesOff(carried.line, [off[0], off[1]]) ? [out] : []
  return flat ? straightOff : [...straightOff, through, scale(through, -1)]
}

/** How far the piece in front has to come to be clear of the other. */
function farFrom({ part }: DivideValues, way: Vec3): number {
  const size = boxSize(part.solid.bounds())
  return Math.abs(way[0]) * size[0] + Math.abs(way[1]) * size[1] + Math.abs(way[2]) * size[2] + 1
}

function pieceOf(
  v: DivideValues,
  { id, solid, level }: PieceHere,
  nth: number,
  way: Vec3,
  cuts: readonly Cut[],
): PartOutput {
  const out = turn(cuts[0]!.frame, [0, 0, 1])
  // Of a piece that comes off alone the rest is printed as it was.
  const onCut = v.lie === 'cut' && v.line === 'straight' && (v.may !== 'piece' || level > 0)
  const lies = onCut ? { print: turnOnto(level === 0 ? out : scale(out, -1), [0, 0, -1]), pauses: [] } : {} // prettier-ignore
  return { id, solid, name: `${v.part.name}${/\d$/.test(v.part.name) ? '.' : ' '}${nth + 1}`, of: { part: v.part.id, nth, away: scale(way, level) }, ...lies } // prettier-ignore
}

function notesOf(
  v: DivideValues,
  pieces: readonly PieceHere[],
  seams: readonly Seam[],
  cuts: readonly Cut[],
): string[] {
  const notes: string[] = []
  const off = pieces.filter((p) => p.level === cuts.length).length
  if (v.may === 'whole' && v.times === 1 && off > 1) notes.push(`In front of the cut ${off} pieces come off; to take off one alone, let it cut only the piece that has a face.`) // prettier-ignore
  if (v.line !== 'straight' && v.line !== 'face' && v.gap > 0) notes.push(`Corners of the cut are rounded by ${v.gap.toFixed(2)} mm, so that the gap is the same all along it.`) // prettier-ignore
  const loose = pieces.filter((p) => !piecesAt(seams).includes(p.id))
  if (loose.length > 0) notes.push(`${loose.length} ${loose.length === 1 ? 'piece meets' : 'pieces meet'} no other.`)
  return notes
}
