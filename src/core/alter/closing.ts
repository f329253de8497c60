import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { distance, placeAt, type Vec3 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import { closedRuns, nextSide } from '../mesh/half-edges'
import { raise } from '../result'
import { meetingOf } from './meet'
import { isFlat } from './new-faces'
import { filledRound, slideAlong } from './round-patch'

/** What closes the place that faces leave: the faces beside it drawn on. */
export interface Closing {
  /** Vertices with those that are new at the end, packed x y z. */
  positions: number[]
  /** For flat faces the sides that they get. */
  sides: Map<number, [from: number, to: number][]>
  /** For round faces the triangles that they get, three vertices each. */
  triangles: Map<number, number[]>
  /** Pieces of a flat face that hang together again, by the first of them. */
  joined: Map<number, number>
}

/** A side of the rim of what goes: it begins at a vertex, and a face that stays lies to its left. */
interface Rim {
  at: number
  /** Of the pieces of a face the first. */
  host: number
  piece: number
}

const cannot = () =>
  raise('no-close', 'The faces round it would not meet where it goes, so its place cannot be closed.')

/**
 * Draws the faces round some that go over their place, to where they meet.
 * Errors: no-close, free
 */
export function closingOf(kernel: Kernel, on: Pointable, removed: ReadonlySet<number>): Closing {
  const out: Closing = {
    positions: Array.from(on.mesh.positions),
    sides: new Map(),
    triangles: new Map(),
    joined: new Map(),
  }
  for (const loop of rimsOf(on, removed)) {
    for (const { piece, host } of loop) if (piece !== host && isFlat(on, host)) out.joined.set(piece, host)
    closeLoop(kernel, on, loop, out)
  }
  return out
}

/** The rims of what goes, each closed. */
function rimsOf({ mesh, topology }: Pointable, removed: ReadonlySet<number>): Rim[][] {
  const { opposite, regionOf } = topology
  const { indices } = mesh
  const goes = (side: number) => removed.has(regionOf[Math.floor(side / 3)]!)
  const sides: number[] = []
  for (let side = 0; side < indices.length; side++) if (!goes(side) && goes(opposite[side]!)) sides.push(side)
  const loops =
    closedRuns(
      sides,
      (side) => indices[side]!,
      (side) => indices[nextSide(side)]!,
    ) ?? cannot()
  return loops.map((loop) =>
    loop.map((side): Rim => {
      const piece = regionOf[Math.floor(side / 3)]!
      return { at: indices[side]!, piece, host: firstOf(topology, piece) }
    }),
  )
}

/** The first region that is of the same surface as another. */
export const firstOf = ({ surfaceOf }: Pointable['topology'], region: number): number =>
  surfaceOf.indexOf(surfaceOf[region]!)

/** A piece of a rim along one face: its vertices, the last of which is the first of the next. */
interface Run {
  host: number
  run: number[]
}

function runsOf(loop: readonly Rim[]): Run[] {
  const first = loop.findIndex((r, i) => r.host !== loop.at(i - 1)!.host)
  const turned = first < 0 ? loop : [...loop.slice(first), ...loop.slice(0, first)]
  const runs: Run[] = []
  for (const { at, host } of turned) {
    const last = runs.at(-1)
    if (last?.host === host) last.run.push(at)
    else {
      last?.run.push(at)
      runs.push({ host, run: [at] })
    }
  }
  runs.at(-1)!.run.push(turned[0]!.at)
  return runs
}

function closeLoop(kernel: Kernel, on: Pointable, loop: readonly Rim[], out: Closing): void {
  let runs = runsOf(loop)
  while (new Set(runs.map((r) => r.host)).size > 1) {
    const n = runs.length
    const i = runs.findIndex(
      (r, k) => runs.at(k - 1)!.host === runs[(k + 1) % n]!.host && r.host !== runs.at(k - 1)!.host,
    )
    if (i < 0) return closeCorner(on, runs, out)
    const { host, run } = runs[i]!
    const beside = runs.at(i - 1)!.host
    const edge = edgeBetween(on, runs, i, out)
    closeFace(kernel, on, host, run, edge, out)
    // Flat faces get the new edge at once, round ones with all that is left of the rim.
    if (isFlat(on, beside)) addSides(out, beside, [...edge].reverse())
    const ends = { host: beside, run: [...edge] }
    runs = joined([...runs.slice(0, i), ends, ...runs.slice(i + 1)])
  }
  const { host } = runs[0]!
  const rest = runs.flatMap((r) => r.run.slice(0, -1))
  if (!isFlat(on, host)) addTriangles(out, host, filledRound(kernel, sideOf(on, host), [...rest].reverse(), out.positions) ?? cannot()) // prettier-ignore
}

/** Runs of one face that have come to follow each other as one. */
function joined(runs: readonly Run[]): Run[] {
  const out: Run[] = []
  for (const r of runs) {
    const last = out.at(-1)
    if (last?.host === r.host) last.run.push(...r.run.slice(1))
    else out.push({ host: r.host, run: [...r.run] })
  }
  if (out.length > 1 && out[0]!.host === out.at(-1)!.host) {
    const last = out.pop()!
    out[0]!.run.unshift(...last.run.slice(0, -1))
  }
  return out
}

function addSides(out: Closing, host: number, run: readonly number[]): void {
  const list = out.sides.get(host) ?? []
  for (const [i, v] of run.slice(1).entries()) list.push([run[i]!, v])
  out.sides.set(host, list)
}

const addTriangles = (out: Closing, host: number, triangles: readonly number[]): void =>
  void out.triangles.set(host, [...(out.triangles.get(host) ?? []), ...triangles])

/** A face is drawn on from a run of the rim to a new edge between the ends of that. */
function closeFace(
  kernel: Kernel,
  on: Pointable,
  host: number,
  run: readonly number[],
  edge: readonly number[],
  out: Closing,
): void {
  if (isFlat(on, host)) return addSides(out, host, edge)
  const outline = [...[...run].reverse().slice(0, -1), ...edge.slice(0, -1)]
  addTriangles(out, host, filledRound(kernel, sideOf(on, host), outline, out.positions) ?? cannot())
}

/** The edge in which the face of a run and that of its neighbours meet, from the beginning of the run to its end. */
function edgeBetween(on: Pointable, runs: readonly Run[], i: number, out: Closing): number[] {
  const { host, run } = runs[i]!
  const [start, end] = [run[0]!, run.at(-1)!]
  const [own, other] = [sideOf(on, host), sideOf(on, runs.at(i - 1)!.host)]
  if (own.shape.kind === 'free' || other.shape.kind === 'free') return raise('free', 'A face beside it bends in no regular way, so it cannot be drawn over its place.') // prettier-ignore
  if (own.shape.kind === 'plane' && other.shape.kind === 'plane') return [start, end]
  const round = own.shape.kind === 'plane' ? other : own
  const flat = own.shape.kind === 'plane' ? own : other
  if (flat.shape.kind !== 'plane') return cannot()
  // The chords of a round face go on: where they crossed the rim they cross the new edge.
  const rim = round === own ? run : [...runs.at(i - 1)!.run, ...runs[(i + 1) % runs.length]!.run]
  const at = (v: number): Vec3 => placeAt(out.positions, v)
  const along = slideAlong(round, flat, at(start), at(end), rim.map(at))
  if (!along) return cannot()
  const between = along
    .filter((p) => distance(p, at(start)) > SAME && distance(p, at(end)) > SAME)
    .map((p) => out.positions.push(...p) / 3 - 1)
  return [start, ...between, end]
}

/** Places nearer to each other are one, mm. */
const SAME = 1e-3

/** Three flat faces round a corner meet in a point. */
function closeCorner(on: Pointable, runs: readonly Run[], out: Closing): void {
  if (runs.length !== 3 || runs.some((r) => !isFlat(on, r.host))) return cannot()
  const start = placeAt(out.positions, runs[0]!.run[0]!)
  const corner = meetingOf(start, runs.map((r) => ({ side: sideOf(on, r.host), off: 0 }))) // prettier-ignore
  if (!corner) return cannot()
  const v = out.positions.push(...corner) / 3 - 1
  for (const { host, run } of runs) addSides(out, host, [run[0]!, v, run.at(-1)!])
}
