import { angleField, countField } from '../../../fields/number'
import { lengthField } from '../../../fields/length'
import { namedShapesField } from '../../../fields/named-shapes'
import { placeField } from '../../../fields/place'
import type { Drawn } from '../../../fields/drawn-shape'
import type { Vec2 } from '../../../geometry/vec'
import {
  directionAt,
  lengthOf,
  type Loop,
  pointAt,
  type Profile,
  reversedLoop,
  type Segment,
} from '../../../profile/segment'
import { choiceField } from '../../../fields/choice'
import { chain } from '../../../outlines/chain'
import { MEET } from '../../../profile/united'
import { raise } from '../../../result'
import { moved } from '../../../profile/moved'
import { farthestOut } from './figure-places'
import { shapeKind } from './shape-kind'
import { turnedAbout } from './straight'

/** All copies together come to no more pieces than this. */
const MOST_PIECES = 6000

type Put = (p: Vec2) => Vec2

const piecesIn = (regions: readonly Profile[]): number =>
  regions.reduce((sum, { loops }) => sum + loops.reduce((n, l) => n + l.length, 0), 0)

function copies(of: readonly Drawn[], ways: readonly Put[], id: string, mirrored = false) {
  const pieces = of.reduce((sum, s) => sum + piecesIn(s.regions) + s.open.flat().length, 0) * ways.length
  if (pieces > MOST_PIECES) return raise('many', `That makes ${pieces} pieces; up to ${MOST_PIECES} would do.`, 'count')
  const run = (pieces: readonly Segment[], put: Put, k: number): Segment[] =>
    pieces.map((s) => moved(s, put, mirrored, `${id}.${k}.${s.id ?? ''}`))
  const whole = (loop: Loop, put: Put, k: number): Segment[] => {
    const copy = run(loop, put, k)
    return mirrored ? [...reversedLoop(copy)] : copy
  }
  return {
    is: of[0]!.is,
    regions: ways.flatMap((put, k) => of.flatMap((s) => s.regions.map((r) => ({ loops: r.loops.map((l) => whole(l, put, k + 1)) })))), // prettier-ignore
    open: ways.flatMap((put, k) => of.flatMap((s) => s.open.map((r) => run(r, put, k + 1)))),
    points: Object.fromEntries(
      ways.flatMap((put, k) => of.flatMap((s) => Object.entries(s.points).map(([name, p]) => [`${k + 1}.${s.id}.${name}`, put(p)]))), // prettier-ignore
    ),
  }
}

/** What is repeated is all of one kind: material, holes or guides. */
function alike(of: readonly Drawn[]): readonly Drawn[] {
  return of.some((s) => s.is !== of[0]!.is)
    ? raise('unlike', 'These are material and holes mixed; repeat them one after the other.', 'of')
    : of
}

export const ringShape = shapeKind({
  kind: 'ring',
  title: 'repeat in a ring',
  findBy: ['pattern', 'bolt circle', 'copies', 'round about', 'array'],
  about: 'Earlier shapes again, so many in a ring about a place, the first of them being what is there.',
  fields: {
    of: namedShapesField('What is repeated'),
    count: countField('How many there are then', '6', 2, 10_000),
    about: placeField('The middle of the ring'),
    over: angleField('The angle that they share', '360', -360, 360),
  },
  sentence: ['Repeat', { field: 'of' }, { field: 'count', before: 'in a ring of' }, { field: 'about', before: 'about', after: ',' }, { field: 'over', before: 'over', after: '.' }], // prettier-ignore
  figuresAt: { count: 'about' },
  ofPicked: { words: 'repeat it in a ring', start: (of) => ({ of }) },
  bones: (given) => ({ points: { about: given.spot('about') } }),
  make: ({ of, count, about, over }, id) => {
    const full = Math.abs(Math.abs(over) - 360) < 1e-9
    const step = over / (full ? count : count - 1)
    const ways = Array.from({ length: count - 1 }, (_, k) => {
      const put = turnedAbout([0, 0], (k + 1) * step)
      return ([x, y]: Vec2): Vec2 => {
        const [u, v] = put([x - about[0], y - about[1]])
        return [about[0] + u, about[1] + v]
      }
    })
    return copies(alike(of), ways, id)
  },
})

export const rowShape = shapeKind({
  kind: 'row',
  title: 'repeat in a row',
  findBy: ['pattern', 'copies', 'line', 'grid', 'array', 'row of holes'],
  about: 'Earlier shapes again, so many in a row and so many rows, the first of them being what is there.',
  fields: {
    of: namedShapesField('What is repeated'),
    count: countField('How many in a row', '3', 1, 10_000),
    along: lengthField('From one to the next', '10', -10_000, 10_000),
    rows: countField('How many rows', '1', 1, 10_000),
    up: lengthField('From row to row', '10', -10_000, 10_000),
    turn: angleField('The direction', '0', -360, 360),
  },
  sentence: ['Repeat', { field: 'of' }, { field: 'count', before: 'in a row of' }, { field: 'along', before: 'every', after: ',' }, { field: 'rows', after: ' rows' }, { field: 'up', before: 'every', after: ',' }, { field: 'turn', before: 'along', after: '.' }], // prettier-ignore
  figuresAt: { along: farthestOut },
  ofPicked: { words: 'repeat it in a row', start: (of) => ({ of }) },
  make: ({ of, count, along, rows, up, turn }, id) => {
    if (count * rows > MOST_PIECES) return raise('many', `That makes ${count * rows} copies; up to ${MOST_PIECES} would do.`, 'count') // prettier-ignore
    const put = turnedAbout([0, 0], turn)
    const ways: Put[] = []
    for (let r = 0; r < rows; r++)
      for (let k = 0; k < count; k++) {
        if (r === 0 && k === 0) continue
        const by = put([k * along, r * up])
        ways.push(([x, y]) => [x + by[0], y + by[1]])
      }
    return copies(alike(of), ways, id)
  },
})

export const alongShape = shapeKind({
  kind: 'along',
  title: 'repeat along a line',
  findBy: ['pattern', 'path', 'follow', 'curve', 'copies', 'fence', 'beads'],
  about:
    'Earlier shapes again, so many at one distance from each other along lines and arcs that meet at their ends; the first of them is what is there, as it lies to the beginning.',
  fields: {
    of: namedShapesField('What is repeated'),
    path: namedShapesField('What it is repeated along'),
    count: countField('How many there are then', '5', 2, 10_000),
    turned: choiceField('How they stand', 'turned', { turned: 'turning with it', upright: 'all alike' }),
  },
  sentence: ['Repeat', { field: 'of' }, { field: 'path', before: 'along', after: ',' }, { field: 'count', after: ' of them,' }, { field: 'turned', after: '.' }], // prettier-ignore
  ofPicked: { words: 'repeat it along a line', start: ([first, ...path]) => ({ of: [first], path }), least: 2 },
  make: ({ of, path, count, turned }, id) => {
    const pieces = path.flatMap((s) => [...s.open.flat(), ...s.regions.flatMap((r) => r.loops.flat())])
    const { open, closed } = chain(pieces, MEET)
    const run = open[0] ?? closed[0]
    if (!run || open.length + closed.length > 1) return raise('path', 'What it is repeated along is not one line: its pieces do not meet at their ends.', 'path') // prettier-ignore
    const whole = run.reduce((sum, s) => sum + lengthOf(s), 0)
    const every = whole / (open.length > 0 ? count - 1 : count)
    const start = onRun(run, 0)
    const ways = Array.from({ length: count - 1 }, (_, k): Put => {
      const { at, way } = onRun(run, (k + 1) * every)
      const [c, s] = turned === 'turned' ? [start.way[0] * way[0] + start.way[1] * way[1], start.way[0] * way[1] - start.way[1] * way[0]] : [1, 0] // prettier-ignore
      return ([x, y]) => {
        const [u, v] = [x - start.at[0], y - start.at[1]]
        return [at[0] + c * u - s * v, at[1] + s * u + c * v]
      }
    })
    return copies(alike(of), ways, id)
  },
})

/** Where a run is so far from its beginning, and its direction there. */
function onRun(run: readonly Segment[], far: number): { at: Vec2; way: Vec2 } {
  let left = far
  for (const s of run) {
    const long = lengthOf(s)
    if (left <= long + 1e-9) return { at: pointAt(s, Math.min(1, left / long)), way: directionAt(s, Math.min(1, left / long)) } // prettier-ignore
    left -= long
  }
  const last = run.at(-1)!
  return { at: last.b, way: directionAt(last, 1) }
}

export const mirrorShape = shapeKind({
  kind: 'mirror',
  title: 'mirror',
  findBy: ['symmetric', 'other side', 'flip', 'reflect'],
  about: 'Earlier shapes once more, mirrored at a line through a place; they stay tied to what they mirror.',
  fields: {
    of: namedShapesField('What is mirrored'),
    at: placeField('A point on the line'),
    turn: angleField('The direction of the line', '90', -360, 360),
  },
  sentence: ['Mirror', { field: 'of' }, { field: 'at', before: 'at the line through' }, { field: 'turn', before: 'along', after: '.' }], // prettier-ignore
  ofPicked: { words: 'mirror it', start: (of) => ({ of }) },
  bones: (given) => ({ points: { at: given.spot('at') } }),
  make: ({ of, at, turn }, id) => {
    const [there, back] = [turnedAbout([0, 0], -turn), turnedAbout([0, 0], turn)]
    const put: Put = ([x, y]) => {
      const [u, v] = there([x - at[0], y - at[1]])
      const [p, q] = back([u, -v])
      return [at[0] + p, at[1] + q]
    }
    return copies(alike(of), [put], id, true)
  },
})
