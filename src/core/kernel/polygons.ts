import type { CrossSection, Manifold, ManifoldToplevel } from 'manifold-3d'
import type { Vec2 } from '../geometry/vec'

/*
 * The kernel package's own helpers for polygons never give their vectors back: every polygon that
 * goes in or comes out stays in its heap for good. So the vectors are handled here, one owner each:
 *
 *   Vector2_vec2   a list of polygons; get(i) and push_back copy
 *   Vector_vec2    one polygon
 */
interface Vector<T> {
  size(): number
  get(i: number): T
  push_back(value: T): void
  delete(): void
}
type PolygonVector = Vector<{ x: number; y: number }>
type PolygonsVector = Vector<PolygonVector>

interface Inside {
  Vector_vec2: new () => PolygonVector
  Vector2_vec2: new () => PolygonsVector
  _Triangulate(
    polygons: PolygonsVector,
    epsilon: number,
    allowConvex: boolean,
  ): Vector<readonly [number, number, number]>
}
const inside = (wasm: ManifoldToplevel): Inside => wasm as unknown as Inside

/** Triangles of polygons (outside anticlockwise, holes clockwise), as indices into all their points in order. */
export function triangulate(wasm: ManifoldToplevel, polygons: readonly (readonly Vec2[])[]): number[][] {
  const input = toVectors(wasm, polygons)
  const output = inside(wasm)._Triangulate(input, -1, true)
  input.delete()
  const triangles = Array.from({ length: output.size() }, (_, i) => {
    const triangle = output.get(i) // indexed, but no array
    return [triangle[0], triangle[1], triangle[2]]
  })
  output.delete()
  return triangles
}

function toVectors(wasm: ManifoldToplevel, polygons: readonly (readonly Vec2[])[]): PolygonsVector {
  const all = new (inside(wasm).Vector2_vec2)()
  for (const polygon of polygons) {
    const one = new (inside(wasm).Vector_vec2)()
    for (const [x, y] of polygon) one.push_back({ x, y })
    all.push_back(one)
    one.delete()
  }
  return all
}

/** Reads and gives back a list of polygons. */
function fromVectors(all: PolygonsVector): Vec2[][] {
  const polygons: Vec2[][] = []
  for (let i = 0; i < all.size(); i++) {
    const one = all.get(i)
    const points = Array.from({ length: one.size() }, (_, j): Vec2 => {
      const { x, y } = one.get(j)
      return [x, y]
    })
    polygons.push(points)
    one.delete()
  }
  all.delete()
  return polygons
}

/** The outlines of a solid at a height. */
export function sliced(solid: Manifold, z: number): Vec2[][] {
  return fromVectors((solid as unknown as { _Slice(z: number): PolygonsVector })._Slice(z))
}

/** Joins polygons, whichever way they turn, to outlines without overlaps; bends under `simplify` mm are taken out. */
export function joined(wasm: ManifoldToplevel, polygons: readonly (readonly Vec2[])[], simplify: number): Vec2[][] {
  if (polygons.length === 0) return []
  const section = sectionOf(wasm, polygons)
  const simple = section.simplify(simplify)
  const out = fromVectors((simple as unknown as { _ToPolygons(): PolygonsVector })._ToPolygons())
  section.delete()
  simple.delete()
  return out
}

/** Polygons (holes clockwise) grown all round by a distance, mm, or shrunk; corners that open are rounded. */
export function movedOut(
  wasm: ManifoldToplevel,
  polygons: readonly (readonly Vec2[])[],
  by: number,
  corners: number,
): Vec2[][] {
  if (polygons.length === 0) return []
  const section = sectionOf(wasm, polygons)
  const moved = section.offset(by, 'Round', 2, corners)
  const out = fromVectors((moved as unknown as { _ToPolygons(): PolygonsVector })._ToPolygons())
  section.delete()
  moved.delete()
  return out
}

/**
 * What of polygons (holes clockwise) lies farther than a distance outside of others, without what is narrower than twice
 * another. All in one, for what lies between takes longer to be read than to be worked out.
 */
export function beyond(
  wasm: ManifoldToplevel,
  polygons: readonly (readonly Vec2[])[],
  others: readonly (readonly Vec2[])[],
  by: number,
  sliver: number,
  corners: number,
): Vec2[][] {
  if (polygons.length === 0) return []
  const sections = [sectionOf(wasm, polygons)]
  const next = (section: CrossSection) => (sections.push(section), section)
  const near = others.length > 0 ? next(next(sectionOf(wasm, others)).offset(by, 'Round', 2, corners)) : undefined
  const rest = near ? next(sections[0]!.subtract(near)) : sections[0]!
  const open = rest.isEmpty() ? rest : next(next(rest.offset(-sliver, 'Round', 2, 8)).offset(sliver, 'Round', 2, 8))
  const out = fromVectors((open as unknown as { _ToPolygons(): PolygonsVector })._ToPolygons())
  for (const section of sections) section.delete()
  return out
}

/** What of polygons (holes clockwise) others have too, or have not. */
export function combined(
  wasm: ManifoldToplevel,
  a: readonly (readonly Vec2[])[],
  b: readonly (readonly Vec2[])[],
  what: 'common' | 'less',
): Vec2[][] {
  if (a.length === 0 || (what === 'common' && b.length === 0)) return []
  const sections = [a, b].map((p) => sectionOf(wasm, p)) as [CrossSection, CrossSection]
  const both = what === 'common' ? sections[0].intersect(sections[1]) : sections[0].subtract(sections[1])
  const out = fromVectors((both as unknown as { _ToPolygons(): PolygonsVector })._ToPolygons())
  for (const section of [...sections, both]) section.delete()
  return out
}

/** The solid of outlines (holes clockwise) between two heights. */
export function prism(
  wasm: ManifoldToplevel,
  polygons: readonly (readonly Vec2[])[],
  z0: number,
  z1: number,
): Manifold {
  const section = sectionOf(wasm, polygons)
  const upright = section.extrude(z1 - z0)
  const solid = upright.translate([0, 0, z0])
  section.delete()
  upright.delete()
  return solid
}

/** The solid of outlines in (radius, height) turned right round the z axis; what has a negative radius is left out. */
export function lathed(wasm: ManifoldToplevel, polygons: readonly (readonly Vec2[])[], chords: number): Manifold {
  const section = sectionOf(wasm, polygons)
  const solid = section.revolve(chords)
  section.delete()
  return solid
}

/** The package's constructor makes a vector for each polygon and forgets it; they are caught on the way and given back. */
function sectionOf(wasm: ManifoldToplevel, polygons: readonly (readonly Vec2[])[]): CrossSection {
  const room = inside(wasm)
  const Original = room.Vector_vec2
  const made: PolygonVector[] = []
  room.Vector_vec2 = function () {
    const vector = new Original()
    made.push(vector)
    return vector
  } as unknown as Inside['Vector_vec2']
  try {
    return new wasm.CrossSection(polygons as [number, number][][], 'NonZero')
  } finally {
    room.Vector_vec2 = Original
    for (const vector of made) vector.delete()
  }
}
