import { lengthField } from '../../../fields/length'
import { placeField } from '../../../fields/place'
import { circleThrough } from '../../../profile/arcs'
import { arcThrough } from '../../../outlines/simplify'
import { pointed } from '../../../fields/shapes'
import { gap2, pointAt } from '../../../profile/segment'
import { circle } from '../../../profile/shapes'
import { raise } from '../../../result'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

const MOST = 10_000

export const circleShape = shapeKind({
  kind: 'circle',
  title: 'circle',
  findBy: ['round', 'hole', 'disc', 'bore'],
  about: 'A circle about a place.',
  fields: { at: placeField('Its middle'), across: lengthField('The diameter', '10', 0.01, MOST), is: roleField() },
  sentence: ['Circle', { field: 'across', before: 'Ø' }, { field: 'at', before: 'about', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'c',
    asks: ['Point at its middle.', 'Point at its edge, or type its diameter.'],
    figures: ['across'],
    start: ([at], [a, b]) => ({ at, across: pointed(2 * gap2(a!, b!)) }),
  },
  make: ({ at, across }, id) => ({
    regions: [circle(at, across / 2, id)],
    open: [],
    points: { middle: at },
    round: { centre: at, radius: across / 2 },
  }),
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
    asks: ['Point at a place on the circle.', 'A second place on it.', 'And a third.'],
    start: ([a, b, c]) => ({ a, b, c }),
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
    asks: ['Point at where the arc begins.', 'Point at where it ends.', 'Point at a place on it.'],
    start: ([from, to, over]) => ({ from, over, to }),
  },
  make: ({ from, over, to }, id) => {
    const found = arcThrough(from, over, to)
    if (!found || found.kind !== 'arc')
      return raise('straight', 'The three points lie on a line; with the middle one off it, an arc runs through them. Or draw a line.', 'over') // prettier-ignore
    return {
      regions: [],
      open: [[{ ...found, id }]],
      points: { from, to, middle: found.centre, half: pointAt(found, 0.5) },
    }
  },
})
