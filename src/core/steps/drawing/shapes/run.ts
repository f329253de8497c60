import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { placesField } from '../../../fields/place'
import type { Vec2 } from '../../../geometry/vec'
import { turnBetween } from '../../../profile/measure'
import { arc, gap2, line, type Segment } from '../../../profile/segment'
import { raise } from '../../../result'
import { spline } from '../spline'
import { anticlockwise } from '../anticlockwise'
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
    start: (through) => ({ through }),
  },
  make: ({ through, ends, round }, id) => {
    const isClosed = ends === 'closed'
    if (isClosed && through.length < 3) return raise('few', 'A closed line needs three corners.', 'through')
    const pieces = roundedRun(straight(through, isClosed, id), isClosed, round, id)
    return {
      regions: isClosed ? [{ loops: [anticlockwise(pieces)] }] : [],
      open: isClosed ? [] : [pieces],
      points: Object.fromEntries(through.map((p, i) => [`${i + 1}`, p])),
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
    start: (through) => ({ through }),
  },
  make: ({ through, ends }, id) => {
    const isClosed = ends === 'closed'
    if (isClosed && through.length < 3) return raise('few', 'A closed curve needs three points.', 'through')
    const pieces = spline(apart(through), isClosed).map((s) => ({ ...s, id }))
    return {
      regions: isClosed ? [{ loops: [anticlockwise(pieces)] }] : [],
      open: isClosed ? [] : [pieces],
      points: Object.fromEntries(through.map((p, i) => [`${i + 1}`, p])),
    }
  },
})

function apart(points: readonly Vec2[]): readonly Vec2[] {
  const same = points.findIndex((p, i) => i > 0 && gap2(p, points[i - 1]!) < 1e-6)
  return same > 0 ? raise('too-short', `Point ${same + 1} lies on the one before it; move one of the two.`, 'through') : points // prettier-ignore
}

const straight = (points: readonly Vec2[], isClosed: boolean, id: string): Segment[] =>
  apart(points).flatMap((p, i) => {
    const next = points[i + 1] ?? (isClosed ? points[0] : undefined)
    return next ? [line(p, next, `${id}.${i + 1}`)] : []
  })

/** Straight pieces with an arc in the place of each corner. */
function roundedRun(pieces: Segment[], isClosed: boolean, radius: number, id: string): Segment[] {
  if (radius < 1e-9) return pieces
  const cuts = pieces.map(() => ({ start: 0, end: 0 }))
  const arcs = new Map<number, { angle: number }>()
  for (let i = 0; i < pieces.length - (isClosed ? 0 : 1); i++) {
    const j = (i + 1) % pieces.length
    const angle = turnBetween(pieces[i]!, pieces[j]!)
    if (Math.abs(angle) < 1e-6) continue
    const cut = radius * Math.tan(Math.abs(angle) / 2)
    cuts[i]!.end = cut
    cuts[j]!.start = cut
    arcs.set(i, { angle })
  }
  const shortest = pieces.reduce((least, s, i) => {
    const { start, end } = cuts[i]!
    return start + end > 0 ? Math.min(least, (radius * gap2(s.a, s.b)) / (start + end)) : least
  }, Infinity)
  if (radius > shortest + 1e-9)
    return raise('round', `Corners of ${radius.toFixed(2)} mm do not fit on its pieces; up to ${shortest.toFixed(2)} mm would.`, 'round') // prettier-ignore
  const along = (s: Segment, by: number): Vec2 => {
    const share = by / gap2(s.a, s.b)
    return [s.a[0] + (s.b[0] - s.a[0]) * share, s.a[1] + (s.b[1] - s.a[1]) * share]
  }
  const starts = pieces.map((s, i) => along(s, cuts[i]!.start))
  const ends = pieces.map((s, i) => along(s, gap2(s.a, s.b) - cuts[i]!.end))
  return pieces.flatMap((s, i): Segment[] => {
    const own = gap2(starts[i]!, ends[i]!) > 1e-9 ? [line(starts[i]!, ends[i]!, s.id)] : []
    const corner = arcs.get(i)
    if (!corner) return own
    const j = (i + 1) % pieces.length
    const left = corner.angle > 0 ? 1 : -1
    const [dx, dy] = [(s.b[0] - s.a[0]) / gap2(s.a, s.b), (s.b[1] - s.a[1]) / gap2(s.a, s.b)]
    const centre: Vec2 = [ends[i]![0] - left * dy * radius, ends[i]![1] + left * dx * radius]
    return [...own, arc(ends[i]!, starts[j]!, centre, left > 0, `${id}.${i + 1}&${j + 1}`)]
  })
}
