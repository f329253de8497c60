import { freeFirst } from '../../divide/free-way'
import { kerfAlong } from '../../divide/cut-surface'
import { cutEnds, type Kerf } from '../../divide/kerf'
import { bodyAt, partedAlongRun, partedInBox, partedPiece, partedWhole } from '../../divide/parted'
import { shellsOf } from '../../divide/shells'
import { DIVIDED, piecesAt, type Seam } from '../../divide/seam'
import { seamRows } from '../../divide/seam-rows'
import { MORE, type PieceHere, seamsOf } from '../../divide/seams'
import { trianglesOf } from '../../faces/topology'
import type { FaceValue } from '../../fields/part'
import { turn, turnOnto } from '../../geometry/placement'
import { boxSize, length, scale, type Vec3 } from '../../geometry/vec'
import { middleOfTriangle } from '../../mesh/doubled-normal'
import { rectangle } from '../../profile/shapes'
import { raise } from '../../result'
import { leaving, type PartOutput, type StepContext, type StepOutput } from '../step-kind'
import { type AlongFaces, type Cut, cutAt } from './cuts'
import type { DivideValues } from './fields'

/** A cut in a box leaves at least so much room, mm. */
const LEAST_IN_BOX = 0.01

/** A face of a flat cut lies within so much of where it is told, mm, others within so many tolerances more. */
const LEVEL = 0.01
const CHORDS = 4

export function buildDivide(v: DivideValues, context: StepContext): StepOutput {
  const { kernel, id } = context
  if (v.may !== 'whole' && v.times > 1) raise('times', 'Several cuts at a pitch go through the whole part; for one piece alone, add a step for each.', 'times') // prettier-ignore
  const alone = takesOff(v)
  const onFaces = v.line === 'face' || alone
  if (onFaces && v.times > 1) raise('times', 'A cut along a face is one alone.', 'times')
  if (onFaces && v.may === 'box') raise('may', 'A cut along a face has no plane for a box; it can cut only the piece that has a face.', 'may') // prettier-ignore
  if (alone && v.may !== 'piece') raise('may', `Along ${v.line === 'foot' ? 'a foot only the piece that stands there' : 'edges only the piece within them'} can be cut off: choose the piece that has a face.`, 'may') // prettier-ignore
  if (v.may === 'box' && v.gap < LEAST_IN_BOX) raise('gap', `In a box the cut needs a gap; from ${LEAST_IN_BOX} mm on it can be had.`, 'gap') // prettier-ignore
  const ends = cutEnds(v.gap, onFaces ? 'front' : v.gap === 0 ? 'both' : v.side)
  const cuts = Array.from({ length: v.times }, (_, nth) => cutAt(v, nth))
  const names = (nth: number) => ({ step: id, cut: `${nth + 1}` })
  const spaces = (cut: Cut, at: readonly [number, number], nth: number) => kerfAlong(kernel, cut.surface, at, names(nth), context.tolerance) // prettier-ignore
  const kerfs = cuts.map((cut, nth) => spaces(cut, ends, nth))
  const box = v.may === 'box' ? boxOn(v, context) : undefined
  const solids = partedBy(v, cuts[0]!, kerfs, box, context)
  const all = solids.map((piece, i): PieceHere => ({ ...piece, id: `${id}.${i + 1}` }))
  const pieces = staying(v, all, context)
  const ways = waysOff(v, cuts[0]!, pieces, context)
  const far = farFrom(v, ways[0]!)
  const seams = cuts.flatMap((cut, nth) => {
    const grown = spaces(cut, [ends[0] - MORE, ends[1] + MORE], nth)
    const frame = cut.seat(ways[0]!)
    return seamsOf(
      kernel,
      v.part.solid,
      pieces,
      { kerf: kerfs[nth]!, complete: v.may === 'whole' && v.stay === 'all', grown, nth, frame, ...(cut.section ? { section: cut.section } : {}), ...(box ? { within: box } : {}) }, // prettier-ignore
      (name, meet): Seam => ({
        cut: `${nth + 1}`,
        name,
        ...meet,
        surface: cut.surface,
        flat: cut.section !== undefined,
        frame,
        ends,
        gap: v.gap,
        rough: LEVEL + (cut.section ? 0 : CHORDS * context.tolerance),
        ways,
        far,
      }),
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

/** Whether the cut is of one piece that comes off, by where that stands. */
const takesOff = ({ line }: DivideValues): boolean => line === 'foot' || line === 'run'

/** The ways by which what is in front of a cut comes off; of what stands out, the first that is free. */
function waysOff(v: DivideValues, cut: Cut, pieces: readonly PieceHere[], { kernel }: StepContext): readonly Vec3[] {
  const front = pieces.find((p) => p.level > 0)?.solid
  const ways = cut.ways(front)
  if (!takesOff(v) || ways.length < 2 || !front) return ways
  return freeFirst(kernel, ways, front, pieces.filter((p) => p.level === 0).map((p) => p.solid), farFrom(v, ways[0]!)) // prettier-ignore
}

function partedBy(
  v: DivideValues,
  cut: Cut,
  kerfs: readonly Kerf[],
  box: ReturnType<typeof boxOn> | undefined,
  { kernel, id }: StepContext,
) {
  if (v.may === 'whole') return partedWhole(kernel, v.part.solid, kerfs)
  if (box) return partedInBox(kernel, v.part.solid, kerfs[0]!, box)
  const [face] = v.holds
  if (!face) return raise('no-face', 'Pick a face of the piece that comes off.', 'holds')
  if ('taken' in cut) return partedAlongRun(kernel, v.part.solid, shellsOf(kernel, cut.taken, cut.surface.patches, { step: id, cut: '1' }), kerfs[0]!) // prettier-ignore
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
function farthestOf({ on: { mesh, topology }, region }: FaceValue, inFront: AlongFaces['inFront']): Vec3 {
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

function boxOn(v: DivideValues, { kernel, id, tolerance }: StepContext) {
  const [x, y] = v.middle
  const far = length(boxSize(v.part.solid.bounds())) + v.deep
  const profile = rectangle(x - v.wide / 2, y - v.high / 2, x + v.wide / 2, y + v.high / 2)
  return kernel.place(kernel.extrude(profile, -far, far, { names: { step: id, side: 'box', top: 'end', bottom: 'end' }, tolerance }), v.at.frame) // prettier-ignore
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
  const out = turn(cuts[0]!.seat(way), [0, 0, 1])
  // Of a piece that comes off alone the rest is printed as it was.
  const onCut = v.lie === 'cut' && cuts[0]!.section !== undefined && (v.may !== 'piece' || level > 0)
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
  const { section, surface } = cuts[0]!
  if (!section && 'line' in surface && v.gap > 0) notes.push(`Corners of the cut are rounded by ${v.gap.toFixed(2)} mm, so that the gap is the same all along it.`) // prettier-ignore
  if ('flats' in surface && !surface.flats.inner)
    notes.push('Where it lies over an edge it is round inside, so that the gap is the same there.')
  const loose = pieces.filter((p) => !piecesAt(seams).includes(p.id))
  if (loose.length > 0) notes.push(`${loose.length} ${loose.length === 1 ? 'piece meets' : 'pieces meet'} no other.`)
  return notes
}
