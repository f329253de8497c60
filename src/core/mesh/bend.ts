import { dot, normalize, placeAt, sub, cross, type Vec3 } from '../geometry/vec'

/**
 * How strongly a surface bends at a triangle of it, in the direction in which it bends most: 1 over the radius there, 1/mm, more
 * than 0 where it bulges, less where it is hollow. The second fundamental form is fitted to how the normals of the corners differ
 * along the sides (least squares); its eigenvalue that is farther from 0 is meant.
 * Source: S. Rusinkiewicz, Estimating Curvatures and Their Derivatives on Triangle Meshes, 3DPVT 2004, section 3.
 * @param positions of triangles, nine numbers each @param normals of their corners, of length 1 @param t which triangle
 */
export function bendAt(positions: ArrayLike<number>, normals: ArrayLike<number>, t: number): number {
  const corner = (list: ArrayLike<number>, k: number): Vec3 => placeAt(list, 3 * t + (k % 3))
  const side = (list: ArrayLike<number>, k: number): Vec3 => sub(corner(list, k + 1), corner(list, k))
  const out = cross(side(positions, 0), side(positions, 1))
  const u = normalize(side(positions, 0))
  const v = normalize(cross(out, u))
  // Of [e, f, g], the form, each side asks: e x + f y = dn.u and f x + g y = dn.v.
  const rows: [number, number, number, number][] = [0, 1, 2].flatMap((k) => {
    const [p, n] = [side(positions, k), side(normals, k)]
    const [x, y] = [dot(p, u), dot(p, v)]
    return [[x, y, 0, dot(n, u)], [0, x, y, dot(n, v)]] as [number, number, number, number][] // prettier-ignore
  })
  const sum = (a: number, b: number) => rows.reduce((s, r) => s + r[a]! * r[b]!, 0)
  const [aa, ab, ac, bb, bc, cc] = [sum(0, 0), sum(0, 1), sum(0, 2), sum(1, 1), sum(1, 2), sum(2, 2)]
  const [ad, bd, cd] = [sum(0, 3), sum(1, 3), sum(2, 3)]
  const whole = aa * (bb * cc - bc * bc) - ab * (ab * cc - bc * ac) + ac * (ab * bc - bb * ac)
  if (!(Math.abs(whole) > 0)) return 0
  const e = (ad * (bb * cc - bc * bc) - ab * (bd * cc - bc * cd) + ac * (bd * bc - bb * cd)) / whole
  const f = (aa * (bd * cc - bc * cd) - ad * (ab * cc - bc * ac) + ac * (ab * cd - bd * ac)) / whole
  const g = (aa * (bb * cd - bd * bc) - ab * (ab * cd - bd * ac) + ad * (ab * bc - bb * ac)) / whole
  const [mean, spread] = [(e + g) / 2, Math.hypot((e - g) / 2, f)]
  return mean >= 0 ? mean + spread : mean - spread
}
