import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { placesField } from '../../../fields/place'
import type { Vec2 } from '../../../geometry/vec'
import { gap2, line, type Segment } from '../../../profile/segment'
import type { Straight } from '../../../ties/draft'
import { raise } from '../../../result'
import { cornered } from '../corners'
import { spline } from '../spline'
import { anticlockwise } from '../../../profile/anticlockwise'
import { onCorner } from './figure-places'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

const closedField = () => choiceField('How it ends', 'closed', { closed: 'closed', open: 'left open' })

export const runShape = shapeKind({
  kind: 'run',
  title: 'line of pieces',
  findBy: ['polyline', 'corners', 'outline', 'lines', 'free form'],
  about: 'Straight pieces from place to place, their corners rounded.',
  fields: {
    through: placesField('Its corners', 2),
    ends: closedField(),
    round: lengthField('The radius of its corners', '0', 0, 10_000),
    is: roleField(),
  },
  sentence: ['Line through', { field: 'through', after: ',' }, { field: 'ends', after: ',' }, { field: 'round', before: 'corners rounded', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'k',
    asks: ['Point at where the line begins.', 'Point at its next corner.'],
    endless: true,
    named: { point: (n) => `${n + 1}`, piece: (n) => `edge${n}` },
    start: (through) => ({ through }),
  },
  figuresAt: { round: onCorner },
  bones: (given) => {
    const corners = given.spots('through')
    const closed = given.plain('ends') === 'closed'
    const edges = corners.flatMap((p, i): [string, Straight][] => {
      const next = corners[i + 1] ?? (closed ? corners[0] : undefined)
      return next ? [[`edge${i + 1}`, [p, next]]] : []
    })
    return { points: numbered(corners), lines: Object.fromEntries(edges) }
  },
  make: ({ through, ends, round }, id) => {
    const isClosed = ends === 'closed'
    if (isClosed && through.length < 3) return raise('few', 'A closed line needs three corners.', 'through')
    const lines = straight(through, isClosed, id)
    const pieces = cornered(lines, isClosed, { how: 'round', by: round, which: 'all' }, 'round')
    return {
      regions: isClosed ? [{ loops: [anticlockwise(pieces)] }] : [],
      open: isClosed ? [] : [pieces],
      points: numbered(through),
    }
  },
})

export const curveShape = shapeKind({
  kind: 'curve',
  title: 'smooth curve',
  findBy: ['spline', 'bow', 'flowing', 'free form'],
  about: 'A smooth curve through places, kept to 0.001 mm by arcs.',
  fields: { through: placesField('Its points', 2), ends: closedField(), is: roleField() },
  sentence: ['Curve through', { field: 'through', after: ',' }, { field: 'ends', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 'u',
    asks: ['Point at where the curve begins.', 'Point at where it runs through next.'],
    endless: true,
    named: { point: (n) => `${n + 1}` },
    start: (through) => ({ through }),
  },
  bones: (given) => ({ points: numbered(given.spots('through')) }),
  make: ({ through, ends }, id) => {
    const isClosed = ends === 'closed'
    if (isClosed && through.length < 3) return raise('few', 'A closed curve needs three points.', 'through')
    const pieces = spline(apart(through), isClosed).map((s) => ({ ...s, id }))
    return {
      regions: isClosed ? [{ loops: [anticlockwise(pieces)] }] : [],
      open: isClosed ? [] : [pieces],
      points: numbered(through),
    }
  },
})

const numbered = <T>(points: readonly T[]): Record<string, T> =>
  Object.fromEntries(points.map((p, i) => [`${i + 1}`, p]))

function apart(points: readonly Vec2[]): readonly Vec2[] {
  const same = points.findIndex((p, i) => i > 0 && gap2(p, points[i - 1]!) < 1e-6)
  return same > 0 ? raise('too-short', `Point ${same + 1} lies on the one before it; move one of the two.`, 'through') : points // prettier-ignore
}

const straight = (points: readonly Vec2[], isClosed: boolean, id: string): Segment[] =>
  apart(points).flatMap((p, i) => {
    const next = points[i + 1] ?? (isClosed ? points[0] : undefined)
    return next ? [line(p, next, `${id}.${i + 1}`)] : []
  })
