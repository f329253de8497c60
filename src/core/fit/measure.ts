import { add, distance, dot, length, normalize, scale, sub, type Vec3 } from '../geometry/vec'
import type { Pick } from './picks'

/** What lies between two picks. Lengths in mm. */
export interface Measured {
  value: number
  what:
    | 'between planes'
    | 'between axes'
    | 'between edges'
    | 'from plane to point'
    | 'from plane to line'
    | 'from line to point'
    | 'between lines'
    | 'between points'
    | 'where the planes meet'
  /** Between the two nearest points; of two faces between those pointed at. */
  from: Vec3
  to: Vec3
  /** Differences along each axis between those. */
  along: Vec3
  /** Between directions or planes, degrees, 0 to 90; absent for points. */
  angle?: number
}

/** What a pick is measured as. */
export type Thing =
  | { kind: 'point'; point: Vec3 }
  /** `reach` is its length from `point` on; lines without one have no end. */
  | { kind: 'line'; point: Vec3; along: Vec3; reach?: number }
  | { kind: 'plane'; point: Vec3; normal: Vec3 }

/** What picks of this kind are taken as, unless the maker says otherwise. */
export function usualSense({ shape, kind }: Pick): NonNullable<Pick['as']> {
  if (kind === 'item') return 'item'
  if (shape.kind === 'plane') return 'face'
  return 'axis' in shape ? 'axis' : 'point'
}

/** The ways a pick can be taken. */
export function sensesOf(pick: Pick): NonNullable<Pick['as']>[] {
  const { shape } = pick
  if (pick.kind === 'item') return ['item']
  return [
    ...(shape.kind === 'plane' ? (['face'] as const) : []),
    ...('axis' in shape ? (['axis'] as const) : []),
    ...(shape.kind === 'sphere' ? (['middle'] as const) : []),
    ...(shape.kind !== 'plane' && canBeKept(pick) ? (['face'] as const) : []),
    ...(pick.edge ? (['edge'] as const) : []),
    'point',
    'item',
  ]
}

/** Whether the face that was picked can be found again: any of a part, of an item those that have a size. */
const canBeKept = ({ kept, shape }: Pick): boolean =>
  kept !== undefined || (shape.kind !== 'free' && shape.kind !== 'torus')

/** Whether what a pick is taken as is measured on its triangles: a whole thing, or a face that is not flat. */
export function isSolid(pick: Pick): boolean {
  const as = pick.as ?? usualSense(pick)
  return as === 'item' || (as === 'face' && pick.shape.kind !== 'plane')
}

export function thingOf(pick: Pick): Thing {
  const { shape, point, edge } = pick
  switch (pick.as ?? usualSense(pick)) {
    case 'face':
      if (shape.kind === 'plane') return { kind: 'plane', point: shape.point, normal: shape.normal }
      break
    case 'axis':
      if ('axis' in shape) return { kind: 'line', point: shape.point, along: shape.axis }
      break
    case 'edge':
      if (edge) return { kind: 'line', point: edge.from, along: normalize(sub(edge.to, edge.from)), reach: distance(edge.from, edge.to) } // prettier-ignore
      break
    case 'middle':
      if (shape.kind === 'sphere') return { kind: 'point', point: shape.point }
  }
  return { kind: 'point', point }
}

const PARALLEL = 0.99999
const degrees = (cosine: number): number => (Math.acos(Math.min(1, Math.abs(cosine))) * 180) / Math.PI

/** Measures between two picks: exact on what their faces and edges are, not on their triangles. */
export function measurePicks(a: Pick, b: Pick): Measured {
  const [s, t] = [thingOf(a), thingOf(b)]
  const rank = { plane: 0, line: 1, point: 2 } as const
  return rank[s.kind] <= rank[t.kind] ? between(s, t, a.point, b.point) : turned(between(t, s, b.point, a.point))
}

const turned = (m: Measured): Measured => ({ ...m, from: m.to, to: m.from })

function measured(from: Vec3, to: Vec3, rest: Pick2): Measured {
  return { value: distance(from, to), from, to, along: sub(to, from).map(Math.abs) as unknown as Vec3, ...rest }
}
type Pick2 = { what: Measured['what']; value?: number; angle?: number }

/** Planes come first, then lines, then points. */
function between(s: Thing, t: Thing, a: Vec3, b: Vec3): Measured {
  if (s.kind === 'plane') return fromPlane(s, t, a, b)
  if (s.kind === 'point') return measured(s.point, t.point, { what: 'between points' })
  if (t.kind !== 'line') {
    const foot = onLine(s, dot(sub(t.point, s.point), s.along))
    return measured(foot, t.point, { what: 'from line to point' })
  }
  const [p, q] = nearestOfLines(s, t)
  const both = s.reach !== undefined && t.reach !== undefined
  const neither = s.reach === undefined && t.reach === undefined
  return measured(p, q, {
    what: neither ? 'between axes' : both ? 'between edges' : 'between lines',
    angle: degrees(dot(s.along, t.along)),
  })
}

function fromPlane(s: Extract<Thing, { kind: 'plane' }>, t: Thing, a: Vec3, b: Vec3): Measured {
  const height = (p: Vec3) => dot(sub(p, s.point), s.normal)
  const foot = (p: Vec3) => sub(p, scale(s.normal, height(p)))
  if (t.kind === 'point') return measured(foot(t.point), t.point, { what: 'from plane to point' })
  if (t.kind === 'plane') {
    const cosine = dot(s.normal, t.normal)
    return Math.abs(cosine) > PARALLEL
      ? measured(a, b, { what: 'between planes', value: Math.abs(height(t.point)), angle: 0 })
      : measured(a, b, { what: 'where the planes meet', value: 0, angle: degrees(cosine) })
  }
  const angle = 90 - degrees(dot(s.normal, t.along))
  const ends = t.reach === undefined ? [t.point] : [t.point, onLine(t, t.reach)]
  const crosses = t.reach === undefined ? angle > 0.01 : height(ends[0]!) * height(ends[1]!) < 0
  if (crosses) {
    const step = -height(t.point) / dot(t.along, s.normal)
    const met = add(t.point, scale(t.along, step))
    return measured(met, met, { what: 'from plane to line', angle })
  }
  const nearest = ends.reduce((x, y) => (Math.abs(height(y)) < Math.abs(height(x)) ? y : x))
  return measured(foot(nearest), nearest, { what: 'from plane to line', angle })
}

type Line = Extract<Thing, { kind: 'line' }>
const onLine = (l: Line, at: number): Vec3 =>
  add(l.point, scale(l.along, l.reach === undefined ? at : Math.min(l.reach, Math.max(0, at))))

/** The two nearest points of two lines, with or without ends. */
function nearestOfLines(s: Line, t: Line): [Vec3, Vec3] {
  const across = sub(t.point, s.point)
  const c = dot(s.along, t.along)
  const [d, e] = [dot(across, s.along), dot(across, t.along)]
  const sine2 = 1 - c * c
  // Parallel ones: from the middle of what has ends.
  let at = sine2 > 1e-9 ? (d - e * c) / sine2 : s.reach !== undefined ? s.reach / 2 : d
  for (let round = 0; round < 3; round++) {
    const p = onLine(s, at)
    const q = onLine(t, dot(sub(p, t.point), t.along))
    const next = dot(sub(q, s.point), s.along)
    if (Math.abs(next - at) < 1e-12) break
    at = next
  }
  const p = onLine(s, at)
  return [p, onLine(t, dot(sub(p, t.point), t.along))]
}

/** The circle through three points; undefined where they lie on a line. */
export function circleOfThree(a: Vec3, b: Vec3, c: Vec3): { centre: Vec3; diameter: number; axis: Vec3 } | undefined {
  const [u, v] = [sub(b, a), sub(c, a)]
  const n: Vec3 = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]]
  const n2 = dot(n, n)
  const far = Math.max(length(u), length(v))
  if (n2 < 1e-12 * far ** 4) return undefined
  const [u2, v2] = [dot(u, u), dot(v, v)]
  const w = sub(scale(v, u2), scale(u, v2))
  const centre = add(a, scale([w[1] * n[2] - w[2] * n[1], w[2] * n[0] - w[0] * n[2], w[0] * n[1] - w[1] * n[0]], 1 / (2 * n2))) // prettier-ignore
  return { centre, diameter: 2 * distance(centre, a), axis: normalize(n) }
}
