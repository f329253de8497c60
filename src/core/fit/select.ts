import { isMeant } from '../faces/resolve'
import { type Triangles, unpacked } from '../mesh/unpack'
import type { BuiltPart } from '../built/built'
import { apply, placePositions } from '../geometry/placement'
import { clipped } from '../geometry/clip'
import { dot, type Vec2, type Vec3 } from '../geometry/vec'
import type { Reference } from '../references/resolve'
import { type Selector, wholesOf } from '../built/rows'
import type { SurfaceName } from '../kernel/surface'
import { toPolygons } from '../profile/polygon'

/** The four sides a wall may face. */
const SIDES: readonly Vec3[] = [
  [1, 0, 0],
  [-1, 0, 0],
  [0, 1, 0],
  [0, -1, 0],
  [0, 0, 1],
  [0, 0, -1],
]

/**
 * The triangles that a step's selector means, from the solids as built.
 * @param bends what is not firm
 */
export function selectTriangles(
  selector: Exclude<Selector, { of: 'picked' }>,
  parts: readonly BuiltPart[],
  references: readonly Reference[],
  bends: readonly SurfaceName[] = [],
): Triangles {
  switch (selector.of) {
    case 'items':
      return itemTriangles(selector, references)
    case 'parts':
      return partTriangles(selector, parts)
    case 'drawn':
      return drawnTriangles(selector)
    case 'whole':
      return joined(parts.filter((p) => wholesOf(selector).includes(p.id)).map((p) => ofWhole(p, selector, bends)))
    case 'rest':
      return joined([
        ...parts.filter((p) => !selector.but.includes(p.id)).map(wholePart),
        ...references
          .flatMap((r) => r.items.filter((i) => i.state === 'fitted'))
          .map((i) => unpacked(i.positions, i.indices)),
      ])
  }
}

const wholePart = ({ mesh }: BuiltPart): Triangles => unpacked(mesh.positions, mesh.indices)

function ofWhole(part: BuiltPart, { firm, up }: Extract<Selector, { of: 'whole' }>, bends: readonly SurfaceName[]) {
  if (firm) return firmPart(part, bends)
  return up ? below(wholePart(part), up) : wholePart(part)
}

/** What of triangles lies below a plane. */
function below(all: Triangles, { normal, offset }: { normal: Vec3; offset: number }): Triangles {
  const out: number[] = []
  for (let i = 0; i < all.length; i += 9) {
    const corners = [0, 3, 6].map((k): Vec3 => [all[i + k]!, all[i + k + 1]!, all[i + k + 2]!])
    const [first, ...rest] = clipped(corners, (p) => offset - dot(p, normal))
    rest.slice(1).forEach((p, k) => out.push(...first!, ...rest[k]!, ...p))
  }
  return Float32Array.from(out)
}

/** A part without what bends out of the way. */
const firmPart = ({ mesh }: BuiltPart, bends: readonly SurfaceName[]): Triangles => {
  const firm = mesh.surfaces.map((s) => !bends.some((name) => isMeant(name, s)))
  return unpacked(
    mesh.positions,
    mesh.indices,
    triangleNumbers(mesh.triangleSurface, (surface) => firm[surface]!),
  )
}

function itemTriangles(
  { reference, items, own }: Extract<Selector, { of: 'items' }>,
  references: readonly Reference[],
): Triangles {
  const wanted = new Set(items)
  const chosen = references.find((r) => r.id === reference)?.items.filter((i) => wanted.has(i.id)) ?? []
  return joined(chosen.map((i) => own ? unpacked(placePositions(i.stands, i.solid.positions), i.solid.indices) : unpacked(i.positions, i.indices))) // prettier-ignore
}

function partTriangles(selector: Extract<Selector, { of: 'parts' }>, parts: readonly BuiltPart[]): Triangles {
  const chosen = parts
    .filter(({ id }) => selector.parts.includes(id))
    .map(({ mesh }) => {
      const names = [selector.surfaces, ...(selector.also ?? [])]
      const meant = mesh.surfaces.map((s) => names.some((name) => isMeant(name, s)))
      const only = triangleNumbers(mesh.triangleSurface, (surface) => meant[surface]!)
      const flat = unpacked(mesh.positions, mesh.indices, only)
      const { facing } = selector
      return facing ? unpackedFacing(flat, facing) : flat
    })
  return joined(chosen)
}

/** Chords of what is drawn lie no farther from it, mm: far less than a gap may be off. */
const CHORD = 1e-3

function drawnTriangles({ profile, frame, span: [low, high] }: Extract<Selector, { of: 'drawn' }>): Triangles {
  const at = ([x, y]: Vec2, z: number) => apply(frame, [x, y, z])
  const side = (a: Vec2, b: Vec2) => [at(a, low), at(b, low), at(b, high), at(a, low), at(b, high), at(a, high)].flat()
  const walls = toPolygons(profile, CHORD).flatMap(({ points }) => points.flatMap((p, i) => side(p, points[(i + 1) % points.length]!))) // prettier-ignore
  return Float32Array.from(walls)
}

function triangleNumbers(surfaceOf: ArrayLike<number>, wanted: (surface: number) => boolean): number[] {
  const out: number[] = []
  for (let t = 0; t < surfaceOf.length; t++) if (wanted(surfaceOf[t]!)) out.push(t)
  return out
}

const unpackedFacing = (flat: Triangles, facing: Vec3): Triangles => {
  const kept: Triangles[] = []
  for (let i = 0; i < flat.length; i += 9) {
    const one = flat.subarray(i, i + 9)
    if (faces(one, facing)) kept.push(one)
  }
  return joined(kept)
}

function joined(all: readonly Triangles[]): Triangles {
  const out = new Float32Array(all.reduce((sum, t) => sum + t.length, 0))
  let at = 0
  for (const triangles of all) {
    out.set(triangles, at)
    at += triangles.length
  }
  return out
}

function faces(v: ArrayLike<number>, facing: Vec3): boolean {
  const [ux, uy, uz] = [v[3]! - v[0]!, v[4]! - v[1]!, v[5]! - v[2]!]
  const [wx, wy, wz] = [v[6]! - v[0]!, v[7]! - v[1]!, v[8]! - v[2]!]
  const n: Vec3 = [uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx]
  const along = (d: Vec3) => n[0] * d[0] + n[1] * d[1] + n[2] * d[2]
  const own = along(facing)
  return own > 0 && SIDES.every((d) => along(d) <= own * (1 + 1e-6))
}
