import type { Kernel } from '../../src/core/kernel/kernel'
import { isClosed } from '../../src/core/mesh/facts'
import { areaOf, perimeterOf } from '../../src/core/profile/measure'
import { moved } from '../../src/core/profile/moved'
import { offsetProfile, roundOutwardCorners } from '../../src/core/profile/offset'
import { arcThrough } from '../../src/core/outlines/simplify'
import {
  arc,
  directionAt,
  gap2,
  lengthOf,
  line,
  type Loop,
  pointAt,
  type Profile,
  radiusOf,
  reversedLoop,
  type Segment,
} from '../../src/core/profile/segment'
import type { Vec2 } from '../../src/core/geometry/vec'
import { Builder } from '../../src/core/sheet/builder'
import { at, shape, sheetOf, type StepOf } from '../support/drawn'
import { Random } from './random'
import type { Failure } from './read-files'

const NONE = new Map<string, never>()
const KINDS = ['upright', 'nooks', 'top', 'foot', 'turned'] as const
const HEIGHT = 12
/** How far from the axis a turned outline has its middle, mm. */
const AWAY = 45
/** Faces are so far from their chords at export quality, mm. */
const FACES = 0.002
/** A round's own chords cut a little more, or fill a little less, than the round does. */
const CHORDS = 0.0012

/** At the sharpest corners a round begins so many radii away. */
const SHARPEST = 3
const SHARP = Math.PI - 2 * Math.atan(1 / SHARPEST)

/** True where sides meet so sharply that a round of them is nothing that a maker would ask for, or that they cross. */
const isPointed = (chain: Loop): boolean =>
  chain.some((s, k) => {
    const [[ux, uy], [vx, vy]] = [directionAt(s, 1), directionAt(chain[(k + 1) % chain.length]!, 0)]
    return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) > SHARP
  })

/** A chain of lines and arcs round a middle, some of its corners rounded, some turned inwards. */
function anyChain(random: Random): Loop {
  const count = 3 + random.below(5)
  const turn = random.next() * Math.PI
  const corners = Array.from({ length: count }, (_, k): Vec2 => {
    const angle = turn + (2 * Math.PI * (k + 0.5 * (random.next() - 0.5))) / count
    const far = 16 + 14 * random.next()
    return [far * Math.cos(angle), far * Math.sin(angle)]
  })
  const sides = corners.map((a, k): Segment => {
    const b = corners[(k + 1) % count]!
    if (random.next() < 0.6) return line(a, b)
    const bulge = (random.next() < 0.6 ? 0.06 + 0.2 * random.next() : -0.04 - 0.08 * random.next()) * gap2(a, b)
    const out: Vec2 = [(b[1] - a[1]) / gap2(a, b), (a[0] - b[0]) / gap2(a, b)]
    return arcThrough(a, [(a[0] + b[0]) / 2 + bulge * out[0], (a[1] + b[1]) / 2 + bulge * out[1]], b)!
  })
  return softened(sides, random)
}

/** Some corners between two lines become arcs that go on from both. */
function softened(sides: readonly Segment[], random: Random): Loop {
  const loop = [...sides]
  const out: Segment[] = []
  for (const [k, s] of sides.entries()) {
    const next = sides[(k + 1) % sides.length]!
    out.push(loop[k]!)
    if (s.kind !== 'line' || next.kind !== 'line' || random.next() < 0.6) continue
    const [[ux, uy], [vx, vy]] = [directionAt(s, 1), directionAt(next, 0)]
    const turn = Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)
    const back = 0.1 + 0.25 * Math.min(lengthOf(s), lengthOf(next)) * random.next()
    const radius = back / Math.tan(turn / 2)
    const a: Vec2 = [s.b[0] - back * ux, s.b[1] - back * uy]
    const b: Vec2 = [s.b[0] + back * vx, s.b[1] + back * vy]
    const own = loop[k]!
    out[out.length - 1] = line(own.a, a)
    out.push(arc(a, b, [a[0] - radius * uy, a[1] + radius * ux], turn > 0))
    if (k + 1 < sides.length) loop[k + 1] = line(b, next.b)
    else out[0] = line(b, out[0]!.b)
  }
  return out
}

/** The chain as shapes of a drawing. */
const drawnAs = (chain: Loop) =>
  chain.map((s, k) => {
    const [from, to] = [at(...s.a), at(...s.b)]
    if (s.kind === 'line') return shape('line', { from, to }, `e${k}`)
    return shape('arc', { from, over: at(...pointAt(s, 0.5)), to }, `e${k}`)
  })

/** The area of an outline moved by a distance, if it is still one outline. */
function movedArea(profile: Profile, by: number): number {
  const moved = offsetProfile(profile, by)
  if (!moved.ok || moved.value.loops.length !== 1) throw new RangeError('it falls apart')
  return areaOf(moved.value)
}

/** What lies between a corner and its round all along an outline, by Simpson: at each height the outline is moved by what the ball leaves. */
function alongRim(profile: Profile, r: number, sign: 1 | -1): number {
  const whole = areaOf(profile)
  const steps = 64
  const part = (k: number) => {
    const t = ((k / steps) * Math.PI) / 2
    const by = r * (1 - Math.cos(t))
    return (by < 1e-9 ? 0 : Math.abs(movedArea(profile, sign * by) - whole)) * r * Math.cos(t)
  }
  let sum = 0
  for (let k = 0; k <= steps; k++) sum += part(k) * (k === 0 || k === steps ? 1 : k % 2 === 1 ? 4 : 2)
  return (sum * Math.PI) / 2 / steps / 3
}

/** 2 pi times the moment of an outline about the upright axis, arcs in fine chords (Pappus). */
function turnedVolume(profile: Profile): number {
  let sum = 0
  for (const loop of profile.loops)
    for (const s of loop) {
      const n = s.kind === 'line' ? 1 : 2000
      for (let k = 0; k < n; k++) {
        const [a, b] = [pointAt(s, k / n), pointAt(s, (k + 1) / n)]
        sum += (b[1] - a[1]) * (a[0] * a[0] + a[0] * b[0] + b[0] * b[0])
      }
    }
  return (Math.PI / 3) * Math.abs(sum)
}

interface Case {
  steps: StepOf[]
  which: string
  /** What rounding cuts off or fills in, by formula, mm3. Throws a RangeError where no formula holds. */
  wanted: () => number
  /** How long the edges are together at most, mm. */
  long: number
}

/** A body that has a chain as its outline, which of its edges are rounded, and what that comes to. */
function caseOf(kind: (typeof KINDS)[number], chain: Loop, r: number): Case {
  const profile: Profile = { loops: [chain] }
  const drawing: StepOf = ['drawing', { shapes: drawnAs(chain) }, 'd']
  const body: StepOf[] = [drawing, ['extrude', { drawing: 'd', by: `${HEIGHT}` }, 'body']]
  const [round, corners] = [perimeterOf(profile), HEIGHT * chain.length]
  switch (kind) {
    case 'top':
      return { steps: body, which: 'top', wanted: () => alongRim(profile, r, -1), long: round }
    case 'foot': {
      const plate: StepOf = ['solid', { width: '120', depth: '120', height: '5', lift: '-5' }, 'body']
      const boss: StepOf = ['extrude', { drawing: 'd', by: `${HEIGHT}`, how: 'add', parts: ['body'] }, 'boss']
      return { steps: [plate, drawing, boss], which: 'foot', wanted: () => alongRim(profile, r, 1), long: round }
    }
    case 'upright': {
      const wanted = () => (areaOf(profile) - areaOf(rounded(profile, r))) * HEIGHT
      return { steps: body, which: 'upright', wanted, long: corners }
    }
    case 'nooks': {
      // The nooks are the outward corners of all that lies round it, but for the four of its own frame.
      const beyond: Profile = { loops: [FRAME, reversedLoop(chain)] }
      const wanted = () => (areaOf(beyond) - areaOf(rounded(beyond, r)) - r * r * (4 - Math.PI)) * HEIGHT
      return { steps: body, which: 'nooks', wanted, long: corners }
    }
    case 'turned': {
      const out: Profile = { loops: [chain.map((s) => moved(s, ([x, y]) => [x + AWAY, y]))] }
      const turned: StepOf[] = [['drawing', { shapes: drawnAs(out.loops[0]!) }, 'd'], ['revolve', { drawing: 'd' }, 'body']] // prettier-ignore
      const wanted = () => turnedVolume(out) - turnedVolume(rounded(out, r))
      return { steps: turned, which: 'outer', wanted, long: 2 * Math.PI * AWAY * chain.length }
    }
  }
}

const CORNERS: readonly Vec2[] = [[-80, -80], [80, -80], [80, 80], [-80, 80]] // prettier-ignore
const FRAME: Loop = CORNERS.map((a, k) => line(a, CORNERS[(k + 1) % 4]!))

function rounded(profile: Profile, r: number): Profile {
  const out = roundOutwardCorners(profile, r)
  if (!out.ok || out.value.loops.length !== profile.loops.length) throw new RangeError('it falls apart')
  return out.value
}

export interface Rounded {
  failures: Failure[]
  /** Refused although a formula says what they should come to. */
  refused: Failure[]
  /** How many were rounded and compared. */
  right: number
}

/** Random chains of lines and arcs, drawn out, standing on a plate or turned, with their edges rounded: as formulas say, or refused and as they were. */
export async function roundRandomChains(from: number, count: number, kernel: Kernel): Promise<Rounded> {
  const found: Rounded = { failures: [], refused: [], right: 0 }
  for (let seed = from; seed < from + count; seed++) {
    const random = new Random(seed)
    const kind = random.from(KINDS)
    const r = Math.round(10 * (0.3 + 2.7 * random.next())) / 10
    const chain = anyChain(random)
    if (isPointed(chain)) continue
    const { steps, which, wanted, long } = caseOf(kind, chain, r)
    const all = sheetOf(...steps, ['edges', { part: 'body', which, radius: `${r}` }, 'round'])
    const builder = new Builder(kernel)
    const failed = (why: string) => void found.failures.push({ seed, what: JSON.stringify(all.steps), why: `${kind} by ${r}: ${why}` }) // prettier-ignore
    try {
      const before = (await builder.build(sheetOf(...steps), NONE, 'export')).parts[0]!
      const build = await builder.build(all, NONE, 'export')
      const after = build.parts[0]!
      const problem = build.steps.flatMap((s) => s.problems)[0]
      const came = Math.abs(after.volume - before.volume)
      if (!isClosed(after.mesh.positions, after.mesh.indices)) failed('it is open')
      const should = known(wanted, chain, r)
      if (problem) {
        if (came > 0) failed(`refused (${problem.kind}), and changed`)
        if (should !== undefined && should > 1e-6) found.refused.push({ seed, what: `${kind} by ${r}`, why: problem.message }) // prettier-ignore
      } else if (should !== undefined) {
        const off = Math.abs(came - should)
        if (off > CHORDS * should + 2 * SHARPEST * FACES * r * long * (chain.some((s) => s.kind === 'arc') ? 1 : 0))
          failed(`${came.toFixed(4)} mm3 instead of ${should.toFixed(4)}`) // prettier-ignore
        else found.right += 1
      }
    } catch (error) {
      failed(String(error))
    } finally {
      builder.dispose()
    }
  }
  return found
}

/** What the formula says, where it holds: no arc bends more sharply than the round, and the outline stays in one. */
function known(wanted: () => number, chain: Loop, r: number): number | undefined {
  if (chain.some((s) => s.kind === 'arc' && radiusOf(s) < r)) return undefined
  try {
    return wanted()
  } catch (error) {
    if (error instanceof RangeError) return undefined
    throw error
  }
}
