import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { angleField } from '../../../fields/number'
import { markField } from '../../../fields/mark'
import type { TieGiven } from '../../../fields/given'
import { direction } from '../../../geometry/vec'
import { alike, apart, nothing, turned } from '../../../ties/equation'
import { minus } from '../../../ties/linear'
import { raise } from '../../../result'
import { tieKind } from './tie-kind'

const two = (one: string, other: string) => ({ a: markField(one, ['line']), b: markField(other, ['line']) })
const LINES = [['line', 'line']] as const

/** Cross and dot product of the ways that two lines are drawn. */
function ways(given: TieGiven): [cross: number, dot: number] {
  const way = (field: string) => {
    const [p, q] = given.line(field).map((s) => given.seenAt(s))
    return [q![0] - p![0], q![1] - p![1]] as const
  }
  const [u, v] = [way('a'), way('b')]
  return [u[0] * v[1] - u[1] * v[0], u[0] * v[0] + u[1] * v[1]]
}

const between = (given: TieGiven, degrees: number) => [
  turned(...given.line('a'), ...given.line('b'), direction(degrees)),
]

export const squareTie = tieKind({
  kind: 'square',
  title: 'square to',
  findBy: ['perpendicular', 'right angle', '90 degrees'],
  about: 'Two lines stand square to each other: b turned to the left of a or to the right, as drawn unless it is said.',
  fields: {
    ...two('One line', 'The other line'),
    side: choiceField('The side', 'drawn', { drawn: 'as drawn', left: 'to the left', right: 'to the right' }),
  },
  sentence: [{ field: 'a' }, 'is square to', { field: 'b', after: '.' }],
  ofMarks: { words: 'square', of: LINES, fields: ['a', 'b'] },
  ties: (given) => {
    const side = given.plain('side')
    const left = side === 'left' || (side === 'drawn' && ways(given)[0] >= 0)
    return between(given, left ? 90 : -90)
  },
})

export const parallelTie = tieKind({
  kind: 'parallel',
  title: 'parallel to',
  findBy: ['side by side', 'same direction'],
  about: 'Two lines run the same way, or against each other: as drawn.',
  fields: two('One line', 'The other line'),
  sentence: [{ field: 'a' }, 'is parallel to', { field: 'b', after: '.' }],
  ofMarks: { words: 'parallel', of: LINES, fields: ['a', 'b'] },
  ties: (given) => between(given, ways(given)[1] >= 0 ? 0 : 180),
})

export const angleTie = tieKind({
  kind: 'angle',
  title: 'angle between',
  findBy: ['slope', 'degrees', 'inclined'],
  about: 'The way of b is that of a, turned anticlockwise by an angle.',
  fields: { ...two('The first line', 'The other line'), by: angleField('The angle', '45', -360, 360) },
  sentence: [{ field: 'b' }, 'is turned', { field: 'by' }, { field: 'a', before: 'from', after: '.' }],
  ofMarks: { words: 'keep their angle', of: LINES, fields: ['a', 'b'], measured: 'by' },
  measure: (given) => {
    const [cross, dot] = ways(given)
    return (Math.atan2(cross, dot) * 180) / Math.PI
  },
  ties: (given) => between(given, given.angle('by')),
})

export const longTie = tieKind({
  kind: 'long',
  title: 'length of',
  findBy: ['dimension', 'size', 'side'],
  about: 'A line is so long.',
  fields: { a: markField('The line', ['line']), by: lengthField('The length', '10', 0.001, 100_000) },
  sentence: [{ field: 'a' }, 'is', { field: 'by', after: ' long.' }],
  ofMarks: { words: 'keep its length', of: [['line']], fields: ['a'], measured: 'by' },
  measure: (given) => {
    const [p, q] = given.line('a').map((s) => given.seenAt(s))
    return Math.hypot(q![0] - p![0], q![1] - p![1])
  },
  ties: (given) => [apart(...given.line('a'), given.length('by'))],
})

export const equalTie = tieKind({
  kind: 'equal',
  title: 'as large as',
  findBy: ['equal', 'same length', 'same radius'],
  about: 'Two lines are of one length, or two circles of one size.',
  fields: { a: markField('One', ['line', 'round']), b: markField('The other', ['line', 'round']) },
  sentence: [{ field: 'a' }, 'is as large as', { field: 'b', after: '.' }],
  ofMarks: { words: 'make them equal', of: [['line', 'line'], ['round', 'round']], fields: ['a', 'b'] }, // prettier-ignore
  ties: (given) => {
    const [one, other] = [given.which('a', ['line', 'round']), given.which('b', ['line', 'round'])]
    if (one !== other) return raise('unlike', 'A line and a circle cannot be equal; choose two of one kind.', 'b')
    if (one === 'round') return [nothing(minus(given.round('a').radius, given.round('b').radius))]
    return [alike(...given.line('a'), ...given.line('b'))]
  },
})
