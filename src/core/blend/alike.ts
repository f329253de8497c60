import type { Pointable } from '../faces/resolve'
import { dot, normalize, sub, type Vec3 } from '../geometry/vec'
import { pointOf } from './chains'
import { edgeWay, type Side, sideOf } from './side'

/** Edges of a part that are meant by what they are like. */
export type Alike = 'upright' | 'nooks' | 'top' | 'under' | 'foot' | 'outer' | 'inner'

interface Edge {
  way: Vec3
  convex: boolean
  /** Which ways its faces look. */
  outs: readonly [Vec3, Vec3]
  flat: readonly [boolean, boolean]
}

const IS: Readonly<Record<Alike, (edge: Edge) => boolean>> = {
  upright: ({ way, convex }) => convex && isUp(way),
  nooks: ({ way, convex }) => !convex && isUp(way),
  top: ({ convex, ...edge }) => convex && looks(edge, 1),
  under: ({ convex, ...edge }) => convex && looks(edge, -1),
  foot: ({ convex, ...edge }) => !convex && looks(edge, 1),
  outer: ({ convex }) => convex,
  inner: ({ convex }) => !convex,
}

const NEARLY = 0.9999
const isUp = (way: Vec3): boolean => Math.abs(way[2]) > NEARLY
/** True if one of its faces is flat and level and looks up (1) or down (-1). */
const looks = ({ outs, flat }: Pick<Edge, 'outs' | 'flat'>, up: 1 | -1): boolean => outs.some((out, i) => flat[i] && up * out[2] > NEARLY) // prettier-ignore

/** All borders of a solid that are edges of a kind, in their order. */
export const bordersLike = (on: Pointable, alike: Alike): number[] =>
  on.topology.borders.flatMap((_, i) => {
    const edge = edgeOf(on, i)
    return edge && IS[alike](edge) ? [i] : []
  })

/** True of a border at which its faces meet in a corner. */
export const isEdge = (on: Pointable, border: number): boolean => edgeOf(on, border) !== undefined

function edgeOf(on: Pointable, border: number): Edge | undefined {
  const { regions, vertices } = on.topology.borders[border]!
  const sides = regions.map((r) => sideOf(on, r)) as [Side, Side]
  const half = Math.max(1, Math.floor(vertices.length / 2))
  const [p, q] = [pointOf(on, vertices[half - 1]!), pointOf(on, vertices[half % vertices.length]!)]
  const along = edgeWay(sides, p)
  // One that fades out somewhere on its way is none.
  if (!along || vertices.some((v) => !edgeWay(sides, pointOf(on, v)))) return undefined
  const way = normalize(sub(q, p))
  const outs = sides.map((s) => s.out(p)) as [Vec3, Vec3]
  return { way, convex: dot(along, way) > 0, outs, flat: [sides[0].shape.kind === 'plane', sides[1].shape.kind === 'plane'] } // prettier-ignore
}
