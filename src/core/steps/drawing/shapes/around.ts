import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { namedShapesField } from '../../../fields/named-shapes'
import type { Drawn } from '../../../fields/drawn-shape'
import { chain } from '../../../outlines/chain'
import { convexHull, boundingRectangle } from '../../../profile/shapes'
import { difference } from '../../../profile/combine'
import { offsetProfile } from '../../../profile/offset'
import { arc, directionAt, line, type Loop, type Profile, reversedLoop, type Segment } from '../../../profile/segment'
import type { Vec2 } from '../../../geometry/vec'
import { expectOk, raise } from '../../../result'
import { cornered } from '../corners'
import { closedRegion, MEET, united } from '../region'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

const MOST = 10_000

/** All that earlier shapes go round, as one region. */
const areaOf = (of: readonly Drawn[]): Profile => {
  const joined = chain(
    of.flatMap((s) => s.open.flat()),
    MEET,
  )
  const region = expectOk(united([...of.flatMap((s) => s.regions), ...joined.closed.map(closedRegion)]))
  return region.loops.length === 0
    ? raise(
        'open',
        'None of these closes, so there is nothing to go round; a band can be made along an open line.',
        'of',
      )
    : region
}

const shapeOf = (profile: Profile, id: string) => ({
  regions: [{ loops: profile.loops.map((loop, l) => loop.map((s, i): Segment => ({ ...s, id: `${id}.${s.id ?? `${l + 1}.${i + 1}`}` }))) }], // prettier-ignore
  open: [],
  points: {},
})

export const offsetShape = shapeKind({
  kind: 'offset',
  title: 'offset',
  findBy: ['clearance', 'gap', 'around', 'inside', 'parallel', 'bigger', 'smaller', 'shell'],
  about: 'The outline of earlier shapes at a distance: around it or inside, per side.',
  fields: {
    of: namedShapesField('What it goes along'),
    way: choiceField('Where it runs', 'around', { around: 'around it', inside: 'inside it' }),
    by: lengthField('The distance per side', '0.2', 0, MOST, 'per-side'),
    corners: choiceField('Its corners', 'round', { round: 'round', sharp: 'sharp' }),
    is: roleField(),
  },
  sentence: ['Offset of', { field: 'of', after: ',' }, { field: 'by' }, { field: 'way', before: 'per side', after: ',' }, { field: 'corners', before: 'corners', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  ofPicked: { words: 'go round it at a distance', start: (of) => ({ of }), instead: true },
  make: ({ of, way, by, corners }, id) => {
    const found = expectOk(offsetProfile(areaOf(of), way === 'around' ? by : -by, corners))
    return found.loops.length === 0
      ? raise('too-narrow', `Nothing is left ${by.toFixed(2)} mm inside; a smaller distance would leave some.`, 'by')
      : shapeOf(found, id)
  },
})

export const bandShape = shapeKind({
  kind: 'band',
  title: 'band along a line',
  findBy: ['thicken', 'strip', 'wall', 'hook', 'wire', 'stroke'],
  about: 'A band of a width along earlier open lines and arcs that meet at their ends, half of it to each side.',
  fields: {
    of: namedShapesField('What it runs along'),
    across: lengthField('The width', '4', 0.01, MOST),
    ends: choiceField('Its ends', 'round', { round: 'round', flush: 'cut off where the line ends', square: 'square, half a width on' }), // prettier-ignore
    is: roleField(),
  },
  sentence: ['Band', { field: 'across', after: ' wide' }, { field: 'of', before: 'along', after: ',' }, { field: 'ends', before: 'its ends', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  ofPicked: { words: 'make a band along it', start: (of) => ({ of }), instead: true },
  make: ({ of, across, ends }, id) => {
    const pieces = of.flatMap((s) => [...s.open.flat(), ...s.regions.flatMap((r) => r.loops.flat())])
    if (pieces.length === 0) return raise('empty', 'There is no line to run along.', 'of')
    const { open, closed } = chain(pieces, MEET)
    const around = expectOk(offsetProfile({ loops: [...open.map((r) => thereAndBack(r, ends, across / 2)), ...closed.flatMap((l) => [l, reversedLoop(l)])] }, across / 2)) // prettier-ignore
    const cut = open.flatMap((r) => (ends === 'round' ? [] : caps(longer(r, ends, across / 2), across / 2)))
    const bare = cut.reduce((region, cap) => expectOk(difference(region, cap)), around)
    return shapeOf(bare, id)
  },
})

/** A line run along and back: a region without width, that a distance round it makes a band of. */
const thereAndBack = (run: readonly Segment[], ends: string, half: number): Loop => {
  const whole = longer(run, ends, half)
  return [...whole, ...reversedLoop(whole)]
}

/** A run with half a width more at both ends, for square ends. */
function longer(run: readonly Segment[], ends: string, half: number): Loop {
  if (ends !== 'square') return run
  const [first, last] = [run[0]!, run.at(-1)!]
  const [u, v] = [directionAt(first, 0), directionAt(last, 1)]
  const start: Vec2 = [first.a[0] - u[0] * half, first.a[1] - u[1] * half]
  const end: Vec2 = [last.b[0] + v[0] * half, last.b[1] + v[1] * half]
  return [line(start, first.a, first.id), ...run, line(last.b, end, last.id)]
}

/** The half discs in which a round band ends. */
function caps(run: Loop, half: number): Profile[] {
  const cap = (at: Vec2, [dx, dy]: Vec2): Profile => {
    const [right, left]: Vec2[] = [[at[0] + dy * half, at[1] - dx * half], [at[0] - dy * half, at[1] + dx * half]] // prettier-ignore
    return { loops: [[arc(right!, left!, at, true), line(left!, right!, 'end')]] }
  }
  const [first, last] = [run[0]!, run.at(-1)!]
  const [u, v] = [directionAt(first, 0), directionAt(last, 1)]
  return [cap(first.a, [-u[0], -u[1]]), cap(last.b, v)]
}

export const cornersShape = shapeKind({
  kind: 'corners',
  title: 'round or bevel corners',
  findBy: ['fillet', 'chamfer', 'radius', 'corner', 'soft'],
  about: 'Earlier shapes with their corners rounded or bevelled: those that stand out, those that go in, or all.',
  fields: {
    of: namedShapesField('Whose corners'),
    how: choiceField('What becomes of them', 'round', { round: 'rounded', bevel: 'bevelled' }),
    by: lengthField('The radius, or how far a bevel goes along the edges', '2', 0.01, MOST),
    which: choiceField('Which corners', 'all', { all: 'all of them', out: 'those that stand out', in: 'those that go in' }), // prettier-ignore
    is: roleField(),
  },
  sentence: ['Corners of', { field: 'of' }, { field: 'how' }, { field: 'by', before: 'by', after: ',' }, { field: 'which', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  ofPicked: { words: 'round its corners', start: (of) => ({ of }), instead: true },
  make: ({ of, how, by, which }, id) => {
    const loops = areaOf(of).loops.map((loop) => cornered(loop, true, { how, by, which }, 'by'))
    return shapeOf({ loops }, id)
  },
})

export const hullShape = shapeKind({
  kind: 'hull',
  title: 'hull or box of several',
  findBy: ['wrap', 'rubber band', 'bounding box', 'frame', 'around'],
  about: 'The least outline without hollows round earlier shapes, or the least upright rectangle.',
  fields: {
    of: namedShapesField('What it goes round'),
    as: choiceField('What it is', 'hull', { hull: 'Hull', box: 'Box' }),
    is: roleField(),
  },
  sentence: [{ field: 'as' }, { field: 'of', before: 'round', after: ',' }, { field: 'is', after: '.' }],
  make: ({ of, as }, id) => {
    const all = { loops: of.flatMap((s) => [...s.regions.flatMap((r) => r.loops), ...s.open]) }
    return shapeOf(as === 'box' ? boundingRectangle(all) : convexHull(areaOf(of)), id)
  },
})
