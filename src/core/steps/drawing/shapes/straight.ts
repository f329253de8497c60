import { angleField, countField } from '../../../fields/number'
import { choiceField } from '../../../fields/choice'
import { freeLengthField } from '../../../fields/length'
import { placeField, type SavedPlace } from '../../../fields/place'
import { pointed } from '../../../fields/shape-kind'
import { direction, type Vec2 } from '../../../geometry/vec'
import { arc, gap2, line, type Loop, pointAt, polar } from '../../../profile/segment'
import { polygonProfile } from '../../../profile/shapes'
import { spotMiddle, spotSum, spotTurned, times } from '../../../ties/linear'
import { raise } from '../../../result'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

const MOST = 10_000
const DEGREE = Math.PI / 180

/** A place moved along and up, where it is given by these. */
const shifted = (at: SavedPlace, along: number, up: number): SavedPlace => {
  if (!('along' in at)) return at
  const by = (c: number | string, d: number) =>
    d === 0 ? c : typeof c === 'number' ? Math.round((c + d) * 100) / 100 : `${c} - ${pointed(-d)}`
  return { ...at, along: by(at.along, along), up: by(at.up, up) }
}

/** How far a point is from the line through two others. */
const fromLine = (a: Vec2, b: Vec2, p: Vec2): number => {
  const long = gap2(a, b) || 1
  return Math.abs((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) / long
}

/** Takes a point of a shape's own frame to where the shape stands and how it is turned. */
export const turnedAbout = (at: Vec2, degrees: number) => {
  const [c, s] = direction(degrees)
  return ([x, y]: Vec2): Vec2 => [at[0] + c * x - s * y, at[1] + s * x + c * y]
}

export const lineShape = shapeKind({
  kind: 'line',
  title: 'line',
  findBy: ['straight', 'edge'],
  about: 'A straight line between two places.',
  fields: { from: placeField('Its beginning', -10, 0), to: placeField('Its end', 10, 0), is: roleField() },
  sentence: ['Line from', { field: 'from' }, { field: 'to', before: 'to', after: ',' }, { field: 'is', after: '.' }],
  drawn: {
    key: 'l',
    asks: ['Point at where the line begins.', 'Point at where it ends.'],
    named: { point: (n) => ['from', 'to'][n]!, piece: () => '' },
    start: ([from, to]) => ({ from, to }),
  },
  bones: (given) => {
    const [from, to] = [given.spot('from'), given.spot('to')]
    return { points: { from, to, middle: spotMiddle(from, to) }, lines: { '': [from, to] } }
  },
  make: ({ from, to }, id) => {
    if (Math.hypot(to[0] - from[0], to[1] - from[1]) < 1e-6)
      return raise('too-short', 'The line ends where it begins; put one of its ends elsewhere.', 'to')
    const whole = line(from, to, id)
    return { regions: [], open: [[whole]], points: { from, to, middle: pointAt(whole, 0.5) } }
  },
})

export const rectangleShape = shapeKind({
  kind: 'rectangle',
  title: 'rectangle',
  findBy: ['square', 'box', 'plate', 'cut-out', 'port'],
  about: 'A rectangle with its middle or its lower left corner at a place.',
  fields: {
    width: freeLengthField('The width', '20', 0.01, MOST),
    height: freeLengthField('The height', '10', 0.01, MOST),
    by: choiceField('What lies at the place', 'middle', { middle: 'its middle', corner: 'its lower left corner' }),
    at: placeField('The place'),
    turn: angleField('The turn', '0', -360, 360),
    is: roleField(),
  },
  sentence: ['Rectangle', { field: 'width' }, { field: 'height', before: 'by', after: ',' }, { field: 'by' }, { field: 'at', before: 'at', after: ',' }, { field: 'turn', rare: true, before: 'turned', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'r',
    asks: ['Point at a corner of it.', 'Point at the corner across, or type its sizes.'],
    figures: ['width', 'height'],
    start: ([at], [a, b]) => {
      const [x, y] = [b![0] - a![0], b![1] - a![1]]
      const sizes = { width: pointed(Math.abs(x)), height: pointed(Math.abs(y)), by: 'corner' }
      const lower = { x: Math.min(0, x), y: Math.min(0, y) }
      return { ...sizes, at: shifted(at!, lower.x, lower.y) }
    },
  },
  figuresAt: { width: 'low', height: 'right', turn: 'upperRight' },
  bones: (given) => {
    const [width, height, at] = [given.length('width'), given.length('height'), given.spot('at')]
    const [c, s] = direction(given.angle('turn'))
    const from = given.plain('by') === 'middle' ? -0.5 : 0
    const corner = (i: number, j: number) => spotSum(at, spotTurned([times(width, from + i), times(height, from + j)], c, s)) // prettier-ignore
    const [lowerLeft, lowerRight, upperRight, upperLeft] = [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)]
    return {
      points: { middle: corner(0.5, 0.5), lowerLeft, lowerRight, upperRight, upperLeft },
      lines: { low: [lowerLeft, lowerRight], right: [lowerRight, upperRight], up: [upperRight, upperLeft], left: [upperLeft, lowerLeft] }, // prettier-ignore
    }
  },
  make: ({ width, height, by, at, turn }, id) => {
    const [x, y] = by === 'middle' ? [-width / 2, -height / 2] : [0, 0]
    const put = turnedAbout(at, turn)
    const corner = (i: number, j: number) => put([x + i * width, y + j * height])
    const corners = [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)]
    const [lowerLeft, lowerRight, upperRight, upperLeft] = corners as [Vec2, Vec2, Vec2, Vec2]
    return {
      regions: [polygonProfile(corners, ['low', 'right', 'up', 'left'].map((s) => `${id}.${s}`))], // prettier-ignore
      open: [],
      points: { middle: put([x + width / 2, y + height / 2]), lowerLeft, lowerRight, upperRight, upperLeft },
    }
  },
})

export const slotShape = shapeKind({
  kind: 'slot',
  title: 'slot',
  findBy: ['long hole', 'oblong', 'adjust'],
  about: 'A slot: the outline that a disc leaves on its way from one place to another.',
  fields: {
    from: placeField('One middle', -5, 0),
    to: placeField('The other middle', 5, 0),
    across: freeLengthField('The width', '4', 0.01, MOST),
    is: roleField(),
  },
  sentence: ['Slot', { field: 'across', after: ' wide,' }, { field: 'from', before: 'from' }, { field: 'to', before: 'to', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 's',
    named: { point: (n) => ['from', 'to'][n] ?? '', piece: () => '' },
    asks: ['Point at one middle of the slot.', 'Point at its other middle.', 'Point at its side, or type its width.'],
    figures: ['across'],
    start: ([from, to], [a, b, c]) => ({ from, to, across: pointed(2 * fromLine(a!, b!, c ?? b!)) }),
  },
  figuresAt: { across: 'end' },
  bones: (given) => {
    const [from, to, radius] = [given.spot('from'), given.spot('to'), times(given.length('across'), 0.5)]
    return {
      points: { from, to, middle: spotMiddle(from, to) },
      lines: { '': [from, to] },
      rounds: { start: { centre: from, radius }, end: { centre: to, radius } },
    }
  },
  make: ({ from, to, across }, id) => {
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
    const long = Math.hypot(dx, dy)
    if (long < 1e-6) return raise('too-short', 'The two middles lie on each other; a circle would do.', 'to')
    const r = across / 2
    const [nx, ny] = [(-dy / long) * r, (dx / long) * r]
    const [a, b, c, d]: Vec2[] = [[from[0] - nx, from[1] - ny], [to[0] - nx, to[1] - ny], [to[0] + nx, to[1] + ny], [from[0] + nx, from[1] + ny]] // prettier-ignore
    const loop: Loop = [
      line(a!, b!, `${id}.right`),
      arc(b!, c!, to, true, `${id}.end`),
      line(c!, d!, `${id}.left`),
      arc(d!, a!, from, true, `${id}.start`),
    ]
    return {
      regions: [{ loops: [loop] }],
      open: [],
      points: { from, to, middle: [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2] },
    }
  },
})

export const polygonShape = shapeKind({
  kind: 'polygon',
  title: 'regular polygon',
  findBy: ['hexagon', 'nut', 'six corners', 'triangle', 'octagon'],
  about: 'A regular polygon, across its flats or its corners.',
  fields: {
    sides: countField('How many sides', '6', 3, 200),
    across: freeLengthField('The size', '10', 0.01, MOST),
    over: choiceField('What the size is across', 'flats', { flats: 'across its flats', corners: 'across its corners' }),
    at: placeField('Its middle'),
    turn: angleField('The turn', '0', -360, 360),
    is: roleField(),
  },
  sentence: ['Polygon of', { field: 'sides', after: ' sides,' }, { field: 'across' }, { field: 'over', after: ',' }, { field: 'at', before: 'about', after: ',' }, { field: 'turn', rare: true, before: 'turned', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'p',
    named: { point: (n) => (n === 0 ? 'middle' : '') },
    asks: ['Point at its middle.', 'Point at one of its corners, or type its size across the flats.'],
    figures: ['across', 'sides'],
    start: ([at], [a, b]) => ({ at, across: pointed(2 * gap2(a!, b!) * Math.cos(Math.PI / 6)) }),
  },
  figuresAt: { across: '', turn: 'middle' },
  bones: (given) => {
    const middle = given.spot('at')
    return { points: { middle }, rounds: { '': { centre: middle, radius: times(given.length('across'), 0.5) } } }
  },
  make: ({ sides, across, over, at, turn }, id) => {
    const radius = over === 'flats' ? across / 2 / Math.cos(Math.PI / sides) : across / 2
    const corners = Array.from({ length: sides }, (_, k) =>
      polar(at, radius, turn * DEGREE + (2 * Math.PI * k) / sides),
    )
    return {
      regions: [polygonProfile(corners, corners.map((_, k) => `${id}.${k + 1}`))], // prettier-ignore
      open: [],
      points: { middle: at },
    }
  },
})
