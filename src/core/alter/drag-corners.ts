import { sideOf } from '../blend/side'
import type { Pointable } from '../faces/resolve'
import { crossingOf, type FlatPiece } from '../fit/crossing'
import { add, cross, distance, dot, length, normalize, placeAt, scale, sub, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { nameKey, type SurfaceTag } from '../kernel/surface'
import { raise } from '../result'
import { faceInPlane, isFlat } from './new-faces'
import type { NewFace } from './plan'
import { outlinesAround } from './outlines-around'
import { reshaped } from './reshape'
import { soundSolid } from './sound'
import { filled } from './triangles-of-planes'

/**
 * How a face bends that does not stay flat: between the corners `beside` the one that is dragged, or `across`, from it to
 * each of the others.
 */
export type Crease = 'beside' | 'across'

/** Corners of a face lie in one plane but for this, mm. */
const FLAT = 1e-4

/** The triangles of a face or of a piece of it, with the plane that they lie in. */
interface Piece {
  triangles: number[]
  normal: Vec3
  /** A face of its own, which was bent off. */
  bent: boolean
}

/**
 * A solid some of whose corners are elsewhere: flat faces at them lean along, or bend where they cannot.
 * @param corners vertices
 * @param by mm
 * @param step names the pieces that are bent off
 * Errors: round (a face there is not flat), turned, crosses, not-closed
 */
export function withDragged(
  kernel: Kernel,
  on: Pointable,
  corners: ReadonlySet<number>,
  by: Vec3,
  crease: Crease,
  step: string,
): Solid {
  const { mesh, topology } = on
  const positions = Float64Array.from(mesh.positions)
  for (const v of corners) for (let k = 0; k < 3; k++) positions[3 * v + k]! += by[k]!
  const touched = new Set<number>()
  for (let i = 0; i < mesh.indices.length; i++)
    if (corners.has(mesh.indices[i]!)) touched.add(topology.regionOf[Math.floor(i / 3)]!)
  if ([...touched].some((r) => !isFlat(on, r))) return raise('round', 'A face that ends there is not flat; only corners and edges between flat faces can be dragged.') // prettier-ignore
  const along = between(on, corners, touched)
  const leant = allLeant(on, corners, touched, along, positions)
  if (leant) return reshaped(kernel, on, { faces: leant })
  const tags: SurfaceTag[] = [...mesh.surfaces]
  const indices: number[] = []
  const faces: number[] = []
  const flats: FlatPiece[] = []
  const round: number[] = []
  const others = new Map<number, number[]>()
  for (const [t, region] of topology.regionOf.entries()) {
    if (touched.has(region)) continue
    const at = indices.push(mesh.indices[3 * t]!, mesh.indices[3 * t + 1]!, mesh.indices[3 * t + 2]!) / 3 - 1
    faces.push(mesh.triangleSurface[t]!)
    if (isFlat(on, region)) others.set(region, [...(others.get(region) ?? []), at])
    else round.push(at)
  }
  for (const [region, triangles] of others) flats.push({ normal: outOf(on, region), triangles, anew: false })
  for (const region of touched) {
    const surface = topology.surfaceOf[region]!
    const tag = mesh.surfaces[surface]!
    const loops = loopsFor(on, region, along)
    const pieces = piecesOf(kernel, on, region, loops, corners, positions, crease)
    // One of them goes on by the name of the face.
    const main =
      pieces.find((p) => !p.bent) ?? [...pieces].sort((a, b) => areaOf(b, positions) - areaOf(a, positions))[0]
    for (const [nth, piece] of pieces.entries()) {
      const { triangles, normal } = piece
      const shape = { kind: 'plane', normal, point: placeAt(positions, triangles[0]!) } as const
      const own = piece !== main ? { step, role: 'bent', segment: `${nameKey(tag).replaceAll('\n', ' ')} ${nth}`, shape } : { ...tag, shape } // prettier-ignore
      const as = tags.push(own) - 1
      const from = indices.length / 3
      indices.push(...triangles)
      const count = triangles.length / 3
      for (let t = 0; t < count; t++) faces.push(as)
      flats.push({ normal, triangles: Array.from({ length: count }, (_, t) => from + t), anew: true })
    }
  }
  if (crossingOf(positions, Uint32Array.from(indices), flats, { all: round, anew: [] }))
    return raise('crosses', 'A face would run into another place of the part.')
  return soundSolid(kernel, positions, indices, faces, tags)
}

/** The faces as they lean, where the outlines that the corners are on stay flat; none where one would have to bend. */
function allLeant(
  on: Pointable,
  corners: ReadonlySet<number>,
  touched: ReadonlySet<number>,
  along: ReadonlySet<number>,
  positions: Float64Array,
): Map<number, NewFace> | undefined {
  const out = new Map<number, NewFace>()
  for (const region of touched) {
    const own = loopsFor(on, region, along).filter((loop) => loop.some((v) => corners.has(v)))
    const normal = own[0] && planeThrough(own.flat(), own[0], positions)
    if (!own[0] || !normal) return undefined
    out.set(region, faceInPlane(on, region, checked(outOf(on, region), normal), placeAt(positions, own[0][0]!)))
  }
  return out
}

/** Vertices within straight edges that end at a dragged corner: those edges stay straight, so they go. */
function between(on: Pointable, corners: ReadonlySet<number>, touched: ReadonlySet<number>): Set<number> {
  const out = new Set<number>()
  for (const { regions, vertices, closed } of on.topology.borders)
    if (!closed && regions.every((r) => touched.has(r)) && [vertices[0]!, vertices.at(-1)!].some((v) => corners.has(v)))
      for (const v of vertices.slice(1, -1)) out.add(v)
  return out
}

/** The outlines of a face, without some vertices. */
const loopsFor = (on: Pointable, region: number, without: ReadonlySet<number>): number[][] =>
  outlinesAround(on, region).map((loop) => loop.filter((v) => !without.has(v)))

/** Which way a flat face looks. */
const outOf = (on: Pointable, region: number): Vec3 => sideOf(on, region).out([0, 0, 0])

const areaOf = ({ triangles }: Piece, positions: Float64Array): number => {
  let sum = 0
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => placeAt(positions, triangles[t + k]!)) as [Vec3, Vec3, Vec3]
    sum += length(cross(sub(b, a), sub(c, a))) / 2
  }
  return sum
}

/** The pieces that a face becomes. Errors: turned */
function piecesOf(
  kernel: Kernel,
  on: Pointable,
  region: number,
  loops: readonly number[][],
  corners: ReadonlySet<number>,
  positions: Float64Array,
  crease: Crease,
): Piece[] {
  const was = outOf(on, region)
  const moved = loops.filter((loop) => loop.some((v) => corners.has(v)))
  const whole = planeThrough(loops.flat(), moved[0]!, positions)
  if (whole) return [filledPiece(kernel, loops, positions, checked(was, whole), false)]
  if (crease === 'across') return acrossFrom(loops, corners, positions, was)
  const rest: number[][] = loops.filter((loop) => !moved.includes(loop))
  const bent: Piece[] = []
  for (const loop of moved) {
    const runs = runsOf(loop, (v) => corners.has(v))
    for (const run of runs) bent.push(...capOf(run, positions, was))
    rest.push(loop.filter((v) => !corners.has(v)))
  }
  const left = rest.filter((l) => l.length > 2)
  if (left.length === 0) return bent
  const words = 'Something in a face lies where it would bend.'
  return [filledPiece(kernel, left, Float64Array.from(on.mesh.positions), was, false, words), ...bent]
}

/** A face that turns over is none any more. Errors: turned */
function checked(was: Vec3, normal: Vec3): Vec3 {
  return dot(was, normal) > 1e-3 ? normal : raise('turned', 'A face would turn over.')
}

/** Which way vertices in one plane look; none where they do not lie in one. @param around an outline of them */
function planeThrough(
  vertices: readonly number[],
  around: readonly number[],
  positions: Float64Array,
): Vec3 | undefined {
  const points = around.map((v) => placeAt(positions, v))
  const sum = points.reduce<Vec3>((all, p, i) => add(all, cross(sub(p, points[0]!), sub(points[(i + 1) % points.length]!, points[0]!))), [0, 0, 0]) // prettier-ignore
  if (length(sum) < 1e-12) return undefined
  const normal = normalize(sum)
  return vertices.every((v) => Math.abs(dot(normal, sub(placeAt(positions, v), points[0]!))) < FLAT)
    ? normal
    : undefined
}

function filledPiece(
  kernel: Kernel,
  loops: readonly (readonly number[])[],
  positions: Float64Array,
  normal: Vec3,
  bent: boolean,
  words = 'The outline of a face would turn over.',
): Piece {
  const triangles = filled(kernel, loops, positions, normal)
  return triangles ? { triangles, normal, bent } : raise('turned', words)
}

/** Runs of corners in a loop, each with the corners that stay before and behind it. */
function runsOf(loop: readonly number[], is: (v: number) => boolean): number[][] {
  const first = loop.findIndex((v, i) => is(v) && !is(loop.at(i - 1)!))
  const out: number[][] = []
  for (let i = 0; i < loop.length; i++) {
    const at = (k: number) => loop[(first + k + loop.length) % loop.length]!
    if (!is(at(i)) || is(at(i - 1))) continue
    const run = [at(i - 1)]
    let k = i
    for (; is(at(k)); k++) run.push(at(k))
    out.push([...run, at(k)])
  }
  return out
}

/** What is bent off between the corners beside those that are dragged: flat if it can be, else in triangles. */
function capOf(run: readonly number[], positions: Float64Array, was: Vec3): Piece[] {
  const flat = planeThrough(run, run, positions)
  const at = (v: number) => placeAt(positions, v)
  // Of the two ways to part four corners the one with the shorter crease.
  const from = run.length === 4 && distance(at(run[1]!), at(run[3]!)) < distance(at(run[0]!), at(run[2]!)) ? 1 : 0
  const fan = fanOf([...run.slice(from), ...run.slice(0, from)])
  if (flat) return [{ triangles: fan.flat(), normal: checked(was, flat), bent: true }]
  return fan.map((t) => trianglePiece(t, positions, was))
}

const fanOf = ([hub, ...more]: readonly number[]): [number, number, number][] =>
  more.slice(1).map((v, i) => [hub!, more[i]!, v])

/** Triangles from the dragged corner to all others of a face without holes; those in one plane together. Errors: turned */
function acrossFrom(
  loops: readonly number[][],
  corners: ReadonlySet<number>,
  positions: Float64Array,
  was: Vec3,
): Piece[] {
  const [loop, hole] = loops
  const hub = loop!.findIndex((v) => corners.has(v))
  if (hole || loop!.filter((v) => corners.has(v)).length > 1) return raise('turned', 'A face with a hole in it, or with several of the corners, cannot bend across; let it bend beside them.') // prettier-ignore
  const out: Piece[] = []
  for (const t of fanOf([...loop!.slice(hub), ...loop!.slice(0, hub)])) {
    const next = trianglePiece(t, positions, was)
    const before = out.at(-1)
    if (before && dot(before.normal, next.normal) > 1 - 1e-9) before.triangles.push(...next.triangles)
    else out.push(next)
  }
  return out
}

/** Errors: turned */
function trianglePiece(triangle: readonly [number, number, number], positions: Float64Array, was: Vec3): Piece {
  const [a, b, c] = triangle.map((v) => placeAt(positions, v)) as [Vec3, Vec3, Vec3]
  const n = cross(sub(b, a), sub(c, a))
  if (length(n) < 1e-9) return raise('turned', 'A face would fold up.')
  return { triangles: [...triangle], normal: checked(was, scale(n, 1 / length(n))), bent: true }
}
