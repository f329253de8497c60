import type { Side } from '../blend/side'
import { add, cross, distance, dot, length, placeAt, scale, sub, type Vec2, type Vec3 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import type { SurfaceShape } from '../kernel/surface'
import { inPolygon, polygonArea } from '../profile/polygon'
import type { Law } from './meet'

type Ruled = Extract<SurfaceShape, { kind: 'cylinder' | 'cone' }>
const isRuled = (shape: SurfaceShape): shape is Ruled => shape.kind === 'cylinder' || shape.kind === 'cone'

/** Which way a straight line runs in a cylinder or cone at a point of it. */
function rulingAt({ shape, out }: Side, p: Vec3): Vec3 | undefined {
  if (!isRuled(shape)) return undefined
  if (shape.kind === 'cylinder') return shape.axis
  const n = out(p)
  const way = sub(shape.axis, scale(n, dot(shape.axis, n)))
  return scale(way, 1 / (length(way) || 1))
}

/**
 * Where a point of a cylinder or cone comes to a flat face along a straight line of it.
 * @param least none where the line runs beside the face, but for this (sine)
 */
export function slidAlong(round: Side, flat: Law, p: Vec3, least: number): Vec3 | undefined {
  const way = rulingAt(round, p)
  const along = way ? dot(way, flat.side.out(p)) : 0
  return way && Math.abs(along) >= least ? add(p, scale(way, (flat.off - flat.side.off(p)) / along)) : undefined
}

/**
 * The edge in which a round face meets a flat one, between two of its places: where the straight lines of the round one
 * that pass other places of it come to.
 * @returns none where there is no such edge
 */
export function slideAlong(
  round: Side,
  flat: Side,
  start: Vec3,
  end: Vec3,
  places: readonly Vec3[],
): Vec3[] | undefined {
  const { shape } = round
  if (!isRuled(shape)) return undefined
  const slid = places.map((p) => slidAlong(round, { side: flat, off: 0 }, p, 0.05))
  // A flat face along the axis ends in one of the lines itself.
  if (slid.every((p) => !p)) return []
  const angle = angles(shape, start)
  const to = angle(end)
  const out = slid.flatMap((p) =>
    p && angle(p) * Math.sign(to) > 1e-9 && Math.abs(angle(p)) < Math.abs(to) ? [p] : [],
  )
  out.sort((p, q) => Math.abs(angle(p)) - Math.abs(angle(q)))
  return out.filter((p, i) => i === 0 || distance(p, out[i - 1]!) > APART)
}

/** Places of an edge that are nearer to each other are one, mm. */
const APART = 5e-3

/** Angles about the axis of a round face, from a place of it, within half a turn. */
function angles({ axis, point }: Ruled, from: Vec3): (p: Vec3) => number {
  const flat = (p: Vec3) => { const off = sub(p, point); return sub(off, scale(axis, dot(off, axis))) } // prettier-ignore
  const x = flat(from)
  const y = cross(axis, x)
  return (p) => Math.atan2(dot(flat(p), y), dot(flat(p), x))
}

/** Places at angles whose difference comes to less are on one line of a round face, mm. */
const ONE_LINE = 8e-3

/**
 * Triangles that fill an outline on a cylinder or cone (anticlockwise, seen against the way it looks), so that they follow
 * its lines: where two places of the outline lie on one line, they are joined along that.
 * @returns none where it goes all the way round, or turns over
 */
export function filledRound(
  kernel: Kernel,
  side: Side,
  outline: readonly number[],
  positions: ArrayLike<number>,
): number[] | undefined {
  const { shape } = side
  if (!isRuled(shape)) return undefined
  const first = placeAt(positions, outline[0]!)
  // Seen from the axis angles run the other way.
  const foot = add(shape.point, scale(shape.axis, dot(sub(first, shape.point), shape.axis)))
  const sign = dot(side.out(first), sub(first, foot)) < 0 ? -1 : 1
  const flat = new Map<number, Vec2>()
  let turn = 0
  let last = first
  for (const v of [...outline, outline[0]!]) {
    const p = placeAt(positions, v)
    turn += angles(shape, last)(p)
    last = p
    if (!flat.has(v)) flat.set(v, [sign * turn * shape.radius, dot(sub(p, shape.point), shape.axis)])
  }
  if (Math.abs(turn) > 1) return undefined
  const at = (v: number): Vec2 => flat.get(v)!
  let pieces: number[][] = [[...outline]]
  for (const [a, b] of onOneLine(outline, at)) pieces = pieces.flatMap((piece) => parted(piece, a, b, at))
  const out: number[] = []
  for (const piece of pieces) {
    const polygon = piece.map(at)
    if (polygonArea(polygon) < -1e-9) return undefined
    if (polygonArea(polygon) < 1e-9) continue
    for (const t of kernel.triangulate([polygon])) out.push(...t.map((i) => piece[i]!))
  }
  return out
}

/** Neighbours in height among the places that lie on one line. */
function onOneLine(outline: readonly number[], at: (v: number) => Vec2): [number, number][] {
  const sorted = [...outline].sort((a, b) => at(a)[0] - at(b)[0])
  const lines: number[][] = []
  for (const v of sorted) {
    const line = lines.at(-1)
    if (line && at(v)[0] - at(line[0]!)[0] < ONE_LINE) line.push(v)
    else lines.push([v])
  }
  return lines.flatMap((line) => {
    line.sort((a, b) => at(a)[1] - at(b)[1])
    return line.slice(1).map((v, i): [number, number] => [line[i]!, v])
  })
}

/** An outline parted by a span between two of its places, if that lies in it. */
function parted(piece: number[], a: number, b: number, at: (v: number) => Vec2): number[][] {
  const [i, j] = [piece.indexOf(a), piece.indexOf(b)].sort((p, q) => p - q) as [number, number]
  if (i < 0 || j - i < 2 || j - i > piece.length - 2) return [piece]
  const middle: Vec2 = [(at(a)[0] + at(b)[0]) / 2, (at(a)[1] + at(b)[1]) / 2]
  if (!inPolygon(piece.map(at), middle)) return [piece]
  return [piece.slice(i, j + 1), [...piece.slice(j), ...piece.slice(0, i + 1)]]
}
