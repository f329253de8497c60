import { add, cross, distance, dot, length, normalize, scale, sub, type Vec3 } from '../../src/core/geometry/vec'

/** What lies behind a plane: a direction out of it, and how far along that it lies from the origin, mm. */
export interface HalfSpace {
  out: Vec3
  off: number
}

/** A body without hollows: its corners, and for each half space the corners of its face, anticlockwise seen from outside. */
export interface Convex {
  corners: Vec3[]
  faces: number[][]
}

/** What lies behind all of some planes; none where a face is missing, or corners are nearer to each other than a distance, mm. */
export function convexOf(spaces: readonly HalfSpace[], least: number): Convex | undefined {
  const corners: Vec3[] = []
  for (let i = 0; i < spaces.length; i++)
    for (let j = 0; j < i; j++)
      for (let k = 0; k < j; k++) {
        const p = meeting(spaces[i]!, spaces[j]!, spaces[k]!)
        if (p && spaces.every((s) => dot(s.out, p) <= s.off + 1e-9)) corners.push(p)
      }
  for (const [i, p] of corners.entries()) for (const q of corners.slice(0, i)) if (distance(p, q) < least) return undefined // prettier-ignore
  const faces = spaces.map(({ out, off }) => {
    const own = corners.flatMap((p, i) => (Math.abs(dot(out, p) - off) < 1e-9 ? [i] : []))
    const middle = scale(own.reduce<Vec3>((sum, i) => add(sum, corners[i]!), [0, 0, 0]), 1 / Math.max(1, own.length)) // prettier-ignore
    const x = own.length > 0 ? normalize(sub(corners[own[0]!]!, middle)) : ([1, 0, 0] as Vec3)
    const y = cross(out, x)
    const angle = (i: number) => Math.atan2(dot(sub(corners[i]!, middle), y), dot(sub(corners[i]!, middle), x))
    return own.sort((a, b) => angle(a) - angle(b))
  })
  return faces.every((f) => f.length > 2) ? { corners, faces } : undefined
}

function meeting(a: HalfSpace, b: HalfSpace, c: HalfSpace): Vec3 | undefined {
  const det = dot(a.out, cross(b.out, c.out))
  if (Math.abs(det) < 1e-6) return undefined
  const sum = add(add(scale(cross(b.out, c.out), a.off), scale(cross(c.out, a.out), b.off)), scale(cross(a.out, b.out), c.off)) // prettier-ignore
  return scale(sum, 1 / det)
}

export const trianglesOf = ({ faces }: Convex): [number, number, number][] =>
  faces.flatMap(([first, ...more]) => more.slice(1).map((v, i): [number, number, number] => [first!, more[i]!, v]))

export const volumeOf = (body: Convex): number =>
  trianglesOf(body).reduce((sum, [a, b, c]) => sum + dot(body.corners[a]!, cross(body.corners[b]!, body.corners[c]!)) / 6, 0) // prettier-ignore

export const areaOf = (body: Convex): number =>
  trianglesOf(body).reduce((sum, [a, b, c]) => sum + length(cross(sub(body.corners[b]!, body.corners[a]!), sub(body.corners[c]!, body.corners[a]!))) / 2, 0) // prettier-ignore

/** Which faces meet in edges: two bodies with the same are parted in the same way. */
export function edgesOf({ faces }: Convex): string {
  const out = new Set<string>()
  for (const [i, f] of faces.entries())
    for (const [j, g] of faces.entries()) if (i < j && f.filter((v) => g.includes(v)).length > 1) out.add(`${i} ${j}`)
  return [...out].sort().join()
}
