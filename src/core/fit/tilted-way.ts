import FlatQueue from 'flatqueue'
import { compose, type Placement, translation, turnAboutLine } from '../geometry/placement'
import { add, cross, dot, scale, sub, type Vec3 } from '../geometry/vec'
import { spanAlong } from '../mesh/span-along'
import type { TriangleTree } from './gap'
import { keepsOff, type Stir } from './keeps-off'

/** A way on which a thing comes to where it is tilted, one side of it first. */
export interface TiltedWay {
  /** The side that goes in first: a direction of length 1, square to the way up. */
  side: Vec3
  /** How far it is tilted at most, degrees. */
  tilt: number
  /** It keeps at least so far off all the way, mm. */
  clear: number
}

/** Where a thing may be on its way: tilted, aside from the side that goes in first, and lifted; in whole steps. */
type At = readonly [tilted: number, aside: number, lifted: number]

/** Steps of tilt in degrees and of the rest in mm: the first that lead in count. */
const STEPS = [
  { tilt: 2, move: 0.5 },
  { tilt: 1, move: 0.25 },
] as const
const [STEEPEST, FARTHEST] = [50, 15]
/** Places looked at, at most. */
const MOST = 1500
/** Lifts that are longer than a step, in steps. */
const LONG = 8
/** A step is halved so often before it is given up. */
const HALVINGS = 5
/** What is kept off on the whole way is one of these, mm. */
const LEVELS = [0.03, 0.05, 0.1, 0.2]

interface Motion {
  own: TriangleTree
  other: TriangleTree
  from: Vec3
  up: Vec3
  side: Vec3
  pivot: Vec3
  step: (typeof STEPS)[number]
}

/**
 * A way out of what stands, or into it, on which a thing may tilt about one axis and move square to that; each piece of
 * it is proved to keep off. Undefined where none was found.
 * @param from where it is let go, from where its triangles are; it is free there
 * @param pivot about which it tilts
 * @param off what it has to keep off, mm
 */
export function tiltedWay(motion: Omit<Motion, 'step'>, off: number): TiltedWay | undefined {
  for (const step of STEPS) {
    const way = wayOut({ ...motion, step }, off)
    if (!way) continue
    const keeps = (level: number) => way.slice(1).every((at, i) => isFree({ ...motion, step }, way[i]!, at, level))
    const lost = LEVELS.findIndex((level) => !keeps(level))
    const clear = LEVELS.slice(0, lost < 0 ? LEVELS.length : lost).at(-1) ?? off
    return { side: motion.side, tilt: step.tilt * Math.max(...way.map(([tilted]) => tilted)), clear }
  }
  return undefined
}

/** Goes by the lift that is still missing; what is between two places is looked at once a way is found. */
function wayOut(m: Motion, off: number): At[] | undefined {
  const barred = new Set<string>()
  const looked = new Map<string, boolean>()
  const gone = new Map<string, boolean>()
  const goes = (from: At, to: At): boolean => {
    const key = `${from.join()} ${to.join()}`
    const known = gone.get(key) ?? isFree(m, from, to, off)
    gone.set(key, known)
    return known
  }
  for (let round = 0; round < 60; round++) {
    const way = search(m, off, barred, looked)
    const stuck = way?.findIndex((at, i) => i > 0 && !goes(way[i - 1]!, at))
    if (!way || stuck === undefined) return undefined
    if (stuck < 0) return way
    barred.add(`${way[stuck - 1]!.join()} ${way[stuck]!.join()}`)
  }
  return undefined
}

function search(m: Motion, off: number, barred: ReadonlySet<string>, looked: Map<string, boolean>): At[] | undefined {
  const missing = missingLift(m)
  const start: At = [0, 0, 0]
  const before = new Map<string, At | undefined>([[start.join(), undefined]])
  const spent = new Map<string, number>([[start.join(), 0]])
  const queue = new FlatQueue<At>()
  queue.push(start, 0)
  for (let at = queue.pop(); at; at = queue.pop()) {
    if (missing(at) <= 0) return trace(at, before)
    const so = spent.get(at.join())!
    for (const next of around(at)) {
      const key = next.join()
      const cost = so + (next[0] === at[0] ? 1 : 2)
      if (cost >= (spent.get(key) ?? Infinity) || barred.has(`${at.join()} ${key}`) || !within(next, m)) continue
      const free = looked.get(key) ?? keepsOff(m.own, poseOf(m, next), m.other, off)
      looked.set(key, free)
      if (looked.size > MOST) return undefined
      if (!free) continue
      spent.set(key, cost)
      before.set(key, at)
      queue.push(next, cost + 2 * missing(next))
    }
  }
  return undefined
}

const around = ([t, s, l]: At): At[] => [
  [t, s, l + LONG],
  [t, s, l + 1],
  [t + 1, s, l],
  [t, s + 1, l],
  [t, s - 1, l],
  [t - 1, s, l],
  [t, s, l - 1],
]

const within = ([t, s, l]: At, { step }: Motion): boolean =>
  t >= 0 && t * step.tilt <= STEEPEST && Math.abs(s) * step.move <= FARTHEST && l * step.move >= -FARTHEST

function trace(at: At, before: ReadonlyMap<string, At | undefined>): At[] {
  const way: At[] = []
  for (let now: At | undefined = at; now; now = before.get(now.join())) way.unshift(now)
  return way
}

/** How many steps up a place is short of being above all that stands. */
function missingLift({ own, other, from, up, side, pivot, step }: Motion): (at: At) => number {
  const [, high] = spanAlong(other.triangles, up)
  // Seen along the axis, from the pivot.
  const flat = Array.from({ length: own.triangles.length / 3 }, (_, i) => {
    const p = sub([own.triangles[3 * i]!, own.triangles[3 * i + 1]!, own.triangles[3 * i + 2]!], pivot)
    return [dot(p, side), dot(p, up)] as const
  })
  const lows = new Map<number, number>()
  const lowest = (tilted: number) => {
    const known = lows.get(tilted)
    if (known !== undefined) return known
    const angle = (tilted * step.tilt * Math.PI) / 180
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    const low = flat.reduce((least, [x, y]) => Math.min(least, y * c - x * s), Infinity) + dot(add(pivot, from), up)
    lows.set(tilted, low)
    return low
  }
  return ([tilted, , lifted]) => (high - lowest(tilted)) / step.move - lifted
}

function poseOf({ from, up, side, pivot, step }: Motion, [tilted, aside, lifted]: readonly number[]): Placement {
  const by = add(from, add(scale(side, -aside! * step.move), scale(up, lifted! * step.move)))
  const axis = cross(scale(side, -1), up)
  return compose(translation(by), turnAboutLine(pivot, axis, (tilted! * step.tilt * Math.PI) / 180))
}

/** Whether all of the way between two neighbouring places keeps off: from the middle of each piece of it, by as much more as it moves. */
function isFree(m: Motion, from: At, to: At, off: number, halvings = 0, [low, high] = [0, 1]): boolean {
  const middle = (low + high) / 2
  const pose = poseOf(m, from.map((v, k) => v + (to[k]! - v) * middle)) // prettier-ignore
  if (keepsOff(m.own, pose, m.other, off, stirOf(m, from, to, (high - low) / 2))) return true
  if (halvings === HALVINGS || !keepsOff(m.own, pose, m.other, off)) return false
  return isFree(m, from, to, off, halvings + 1, [low, middle]) && isFree(m, from, to, off, halvings + 1, [middle, high])
}

function stirOf({ step, pivot, side, up }: Motion, from: At, to: At, share: number): Stir {
  const moved = share * step.move * Math.hypot(to[1] - from[1], to[2] - from[2])
  const turned = (share * Math.abs(to[0] - from[0]) * step.tilt * Math.PI) / 180
  return (x, y, z, radius) => {
    const p = sub([x, y, z], pivot)
    return moved + turned * (Math.hypot(dot(p, side), dot(p, up)) + radius)
  }
}
