import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { namedShapesField } from '../../../fields/named-shapes'
import type { Vec2 } from '../../../geometry/vec'
import { chain } from '../../../outlines/chain'
import { difference } from '../../../profile/combine'
import { loopArea } from '../../../profile/measure'
import { offsetProfile } from '../../../profile/offset'
import { arc, directionAt, gap2, line, type Loop, type Profile, reversedLoop, type Segment } from '../../../profile/segment' // prettier-ignore
import { expectOk, raise } from '../../../result'
import { anticlockwise } from '../../../profile/anticlockwise'
import { MEET, united } from '../../../profile/united'
import { shapeOf } from './around'
import { farthestOut } from './figure-places'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

const MOST = 10_000

export const bandShape = shapeKind({
  kind: 'band',
  title: 'band along a line',
  findBy: ['thicken', 'strip', 'wall', 'hook', 'wire', 'stroke'],
  about:
    'A band of a width along earlier open lines and arcs that meet at their ends, half of it to each side or all of it to one; on one side its ends are cut off square.',
  fields: {
    of: namedShapesField('What it runs along'),
    across: lengthField('The width', '4', 0.01, MOST),
    side: choiceField('Where it lies', 'both', { both: 'half to each side', left: 'to its left', right: 'to its right' }), // prettier-ignore
    ends: choiceField('Its ends', 'round', { round: 'round', flush: 'cut off where the line ends', square: 'square, half a width on' }), // prettier-ignore
    is: roleField(),
  },
  figuresAt: { across: farthestOut },
  sentence: ['Band', { field: 'across', after: ' wide' }, { field: 'of', before: 'along', after: ',' }, { field: 'side', after: ',' }, { field: 'ends', before: 'its ends', after: ',', when: ['side', 'both'] }, { field: 'is', after: '.' }], // prettier-ignore
  ofPicked: { words: 'make a band along it', start: (of) => ({ of }), instead: true },
  make: ({ of, across, side, ends }, id) => {
    const pieces = of.flatMap((s) => [...s.open.flat(), ...s.regions.flatMap((r) => r.loops.flat())])
    if (pieces.length === 0) return raise('empty', 'There is no line to run along.', 'of')
    const { open, closed } = chain(pieces, MEET)
    if (side !== 'both') return shapeOf(oneSided({ open, closed }, across, side), id)
    const around = expectOk(offsetProfile({ loops: [...open.map((r) => thereAndBack(r, ends, across / 2)), ...closed.flatMap((l) => [l, reversedLoop(l)])] }, across / 2)) // prettier-ignore
    return shapeOf(
      ends === 'round'
        ? around
        : cutOff(
            around,
            open.map((r) => longer(r, ends, across / 2)),
            across / 2,
          ),
      id,
    )
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

const cutOff = (band: Profile, runs: readonly Loop[], half: number): Profile =>
  runs.flatMap((r) => caps(r, half)).reduce((region, cap) => expectOk(difference(region, cap)), band)

/** All of a band on one side of what it runs along. */
function oneSided(
  { open, closed }: { open: readonly Loop[]; closed: readonly Loop[] },
  across: number,
  side: 'left' | 'right',
): Profile {
  const rings = closed.map((loop) => {
    const whole = { loops: [anticlockwise(loop)] }
    const inside = loopArea(loop) > 0 === (side === 'left')
    const moved = expectOk(offsetProfile(whole, inside ? -across : across))
    return expectOk(inside ? difference(whole, moved) : difference(moved, whole))
  })
  return expectOk(united([...rings, ...open.map((run) => halfBand(run, across, side))]))
}

/** The side of a band twice as wide that lies left or right of an open run, the run being its other edge. */
function halfBand(run: Loop, across: number, side: 'left' | 'right'): Profile {
  const whole = cutOff(expectOk(offsetProfile({ loops: [[...run, ...reversedLoop(run)]] }, across)), [run], across)
  const sign = side === 'left' ? 1 : -1
  const beside = (at: Vec2, [dx, dy]: Vec2): Vec2 => [at[0] - sign * dy * across, at[1] + sign * dx * across]
  const [first, last] = [run[0]!, run.at(-1)!]
  const [start, end] = [beside(first.a, directionAt(first, 0)), beside(last.b, directionAt(last, 1))]
  // An outer line runs anticlockwise: back along the left side, forth along the right.
  const [from, to] = side === 'left' ? [end, start] : [start, end]
  const loop = whole.loops.find((l) => [from, to].every((p) => l.some((s) => gap2(s.a, p) < NEAR)))
  if (!loop) return raise('side', 'On that side the band runs into itself; a narrower one, or the other side, would do.', 'across') // prettier-ignore
  const i = loop.findIndex((s) => gap2(s.a, from) < NEAR)
  const turned = [...loop.slice(i), ...loop.slice(0, i)]
  const edge = turned.slice(0, turned.findIndex((s) => gap2(s.b, to) < NEAR) + 1)
  const [a, b] = [edge[0]!.a, edge.at(-1)!.b]
  const back = side === 'left' ? [...run, line(last.b, a, 'end')] : [...reversedLoop(run), line(first.a, a, 'end')]
  const close = line(b, side === 'left' ? first.a : last.b, 'start')
  return { loops: [[...back, ...edge, close]] }
}

/** Corners of a band lie this near to where they are looked for, mm. */
const NEAR = 1e-5
