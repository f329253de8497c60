import { freeLengthField } from '../../../fields/length'
import { placeField } from '../../../fields/place'
import { circleThrough } from '../../../profile/arcs'
import { arcThrough } from '../../../outlines/simplify'
import { pointed } from '../../../fields/shape-kind'
import { arc, gap2, pointAt } from '../../../profile/segment'
import { circle } from '../../../profile/shapes'
import { choiceField } from '../../../fields/choice'
import type { Draft, Round } from '../../../ties/draft'
import { apart } from '../../../ties/equation'
import { type Spot, spotMiddle, times } from '../../../ties/linear'
import type { Vec2 } from '../../../geometry/vec'
import { raise } from '../../../result'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

const MOST = 10_000

export const circleShape = shapeKind({
  kind: 'circle',
  title: 'circle',
  findBy: ['round', 'hole', 'disc', 'bore'],
  about: 'A circle about a place.',
  fields: { at: placeField('Its middle'), across: freeLengthField('The diameter', '10', 0.01, MOST), is: roleField() },
  sentence: ['Circle', { field: 'across', before: 'Ø' }, { field: 'at', before: 'about', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'c',
    named: { point: (n) => (n === 0 ? 'middle' : '') },
    asks: ['Point at its middle.', 'Point at its edge, or type its diameter.'],
    figures: ['across'],
    start: ([at], [a, b]) => ({ at, across: pointed(2 * gap2(a!, b!)) }),
  },
  figuresAt: { across: '' },
  bones: (given) => {
    const middle = given.spot('at')
    return { points: { middle }, rounds: { '': { centre: middle, radius: times(given.length('across'), 0.5) } } }
  },
  make: ({ at, across }, id) => ({
    regions: [circle(at, across / 2, id)],
    open: [],
    points: { middle: at },
    round: { centre: at, radius: across / 2 },
  }),
})

/** The circle through three points: its middle and radius hang on them. */
function roundThrough(draft: Draft, a: Spot, b: Spot, c: Spot, ends: readonly Spot[] = []): Round | undefined {
  const seen = circleThrough(draft.spot(a), draft.spot(b), draft.spot(c))
  if (!seen) return undefined
  const centre: Spot = [draft.unknown(seen.centre[0]), draft.unknown(seen.centre[1])]
  const radius = draft.unknown(seen.radius)
  draft.require(
    '',
    [a, b, c].map((p) => apart(p, centre, radius)),
  )
  return { centre, radius, ends }
}

export const circleOverShape = shapeKind({
  kind: 'circle-over',
  title: 'circle over two points',
  findBy: ['round', 'two points', 'diameter', 'ends of a diameter'],
  about: 'A circle from a place to the one across from it.',
  fields: {
    from: placeField('A point on it', -5, 0),
    to: placeField('The point across from it', 5, 0),
    is: roleField(),
  },
  sentence: ['Circle from', { field: 'from' }, { field: 'to', before: 'across to', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'd',
    named: { point: (n) => (n === 0 ? 'from' : 'to') },
    asks: ['Point at a place on it.', 'Point at the place across from that.'],
    start: ([from, to]) => ({ from, to }),
  },
  bones: (given, draft) => {
    const [from, to] = [given.spot('from'), given.spot('to')]
    const middle = spotMiddle(from, to)
    const radius = draft.unknown(gap2(draft.spot(from), draft.spot(middle)))
    draft.require('', [apart(from, middle, radius)])
    return { points: { from, to, middle }, rounds: { '': { centre: middle, radius } } }
  },
  make: ({ from, to }, id) => {
    const middle: Vec2 = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
    const radius = gap2(from, to) / 2
    if (radius < 1e-6) return raise('too-short', 'Both places are one; put one of them elsewhere.', 'to')
    return { regions: [circle(middle, radius, id)], open: [], points: { from, to, middle }, round: { centre: middle, radius } } // prettier-ignore
  },
})

export const circleThroughShape = shapeKind({
  kind: 'circle-through',
  title: 'circle through three points',
  findBy: ['round', 'three points', 'measured round'],
  about: 'A circle through three places.',
  fields: {
    a: placeField('The first point', -5, 0),
    b: placeField('The second point', 5, 0),
    c: placeField('The third point', 0, 5),
    is: roleField(),
  },
  sentence: ['Circle through', { field: 'a', after: ',' }, { field: 'b' }, { field: 'c', before: 'and', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'o',
    named: { point: (n) => 'abc'[n]! },
    asks: ['Point at a place on the circle.', 'A second place on it.', 'And a third.'],
    start: ([a, b, c]) => ({ a, b, c }),
  },
  bones: (given, draft) => {
    const [a, b, c] = [given.spot('a'), given.spot('b'), given.spot('c')]
    const round = roundThrough(draft, a, b, c)
    return { points: { a, b, c, ...(round ? { middle: round.centre } : {}) }, ...(round ? { rounds: { '': round } } : {}) } // prettier-ignore
  },
  make: ({ a, b, c }, id) => {
    const round = circleThrough(a, b, c)
    if (!round || round.radius > MOST)
      return raise('straight', 'The three points lie on a line; move one of them off it and a circle runs through them.', 'c') // prettier-ignore
    return {
      regions: [circle(round.centre, round.radius, id)],
      open: [],
      points: { middle: round.centre, a, b, c },
      round,
    }
  },
})

export const arcShape = shapeKind({
  kind: 'arc',
  title: 'arc',
  findBy: ['round', 'bow', 'hook', 'three points'],
  about: 'An arc from a place over a second to a third.',
  fields: {
    from: placeField('Its beginning', -10, 0),
    over: placeField('A point on it', 0, 5),
    to: placeField('Its end', 10, 0),
    is: roleField(),
  },
  sentence: ['Arc from', { field: 'from' }, { field: 'over', before: 'over' }, { field: 'to', before: 'to', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'a',
    named: { point: (n) => ['from', 'to', 'over'][n]! },
    asks: ['Point at where the arc begins.', 'Point at where it ends.', 'Point at a place on it.'],
    start: ([from, to, over]) => ({ from, over, to }),
  },
  bones: (given, draft) => {
    const [from, over, to] = [given.spot('from'), given.spot('over'), given.spot('to')]
    const round = roundThrough(draft, from, over, to, [from, to])
    return { points: { from, over, to, ...(round ? { middle: round.centre } : {}) }, ...(round ? { rounds: { '': round } } : {}) } // prettier-ignore
  },
  make: ({ from, over, to }, id) => {
    const found = arcThrough(from, over, to)
    if (!found || found.kind !== 'arc')
      return raise('straight', 'The three points lie on a line; with the middle one off it, an arc runs through them. Or draw a line.', 'over') // prettier-ignore
    return {
      regions: [],
      open: [[{ ...found, id }]],
      points: { from, over, to, middle: found.centre, half: pointAt(found, 0.5) },
    }
  },
})

export const bowShape = shapeKind({
  kind: 'bow',
  title: 'arc about a middle',
  findBy: ['arc', 'centre', 'radius', 'quarter'],
  about: 'An arc about a place, from a second place to the direction of a third.',
  fields: {
    at: placeField('Its middle'),
    from: placeField('Its beginning', 10, 0),
    to: placeField('Where it ends', 0, 10),
    way: choiceField('Which way round', 'left', { left: 'anticlockwise', right: 'clockwise' }),
    is: roleField(),
  },
  sentence: ['Arc about', { field: 'at' }, { field: 'from', before: 'from', after: ',' }, { field: 'way' }, { field: 'to', before: 'to', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'b',
    named: { point: (n) => ['middle', 'from', 'to'][n]! },
    asks: ['Point at its middle.', 'Point at where it begins.', 'Point at where it ends.'],
    start: ([at, from, to], [m, a, b]) => {
      const turn = b ? (a![0] - m![0]) * (b[1] - m![1]) - (a![1] - m![1]) * (b[0] - m![0]) : 1
      return { at, from, to, way: turn < 0 ? 'right' : 'left' }
    },
  },
  bones: (given, draft) => {
    const [middle, from, to] = [given.spot('at'), given.spot('from'), given.spot('to')]
    const [m, p] = [draft.spot(middle), draft.spot(from)]
    const radius = draft.unknown(gap2(m, p))
    draft.require('', [apart(from, middle, radius)])
    // An end that is given says only the direction.
    const free = to.every((l) => l.terms.some(([q]) => q < draft.unknowns.length))
    if (free) draft.require('', [apart(to, middle, radius)])
    return { points: { middle, from, ...(free ? { to } : {}) }, rounds: { '': { centre: middle, radius, ends: free ? [from, to] : [from] } } } // prettier-ignore
  },
  make: ({ at, from, to, way }, id) => {
    const radius = gap2(at, from)
    const far = gap2(at, to)
    if (radius < 1e-6) return raise('too-short', 'The arc begins at its middle; put one of the two elsewhere.', 'from')
    if (far < 1e-6) return raise('too-short', 'The arc ends at its middle, which says no direction; put its end elsewhere.', 'to') // prettier-ignore
    const end = polarTo(at, to, radius)
    if (gap2(end, from) < 1e-6) return raise('too-short', 'The arc ends where it begins; for all of it, draw a circle.', 'to') // prettier-ignore
    const whole = arc(from, end, at, way === 'left', id)
    return { regions: [], open: [[whole]], points: { from, to: end, middle: at, half: pointAt(whole, 0.5) } }
  },
})

/** The point of a circle that lies towards another; itself where it is on it already. */
function polarTo(at: Vec2, to: Vec2, radius: number): Vec2 {
  const far = gap2(at, to)
  if (Math.abs(far - radius) < 1e-9) return to
  return [at[0] + ((to[0] - at[0]) * radius) / far, at[1] + ((to[1] - at[1]) * radius) / far]
}
