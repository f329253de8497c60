import type { Vec2, Vec3 } from '../geometry/vec'
import { facedOut } from './faced-out'
import type { FacedMesh } from './mesh-builder'
import type { SurfaceTag } from './surface'

/** Sections one after the other, each of the same loops of as many points. */
export interface Through {
  /** For each section, each loop and each point its place, mm. */
  sections: readonly (readonly (readonly Vec3[])[])[]
  /** The first and the last section flat: outlines anticlockwise, holes clockwise. */
  caps: readonly [readonly (readonly Vec2[])[], readonly (readonly Vec2[])[]]
  /** The place in `tags` of the face from a section to the next, and from a point of a loop to the next. */
  faces: (section: number, loop: number, point: number) => number
  /** The last section goes on into the first. */
  closed?: boolean
  /** The first two are the faces of the caps. */
  tags: readonly SurfaceTag[]
}

/** The solid that passes through sections. */
export function throughMesh(
  { sections, caps, faces, closed = false, tags }: Through,
  triangulate: (polygons: Vec2[][]) => readonly (readonly number[])[],
): FacedMesh {
  const points = sections.map((loops) => loops.flat())
  const many = points[0]!.length
  const mesh: FacedMesh = { positions: points.flat().flatMap((p) => [...p]), indices: [], faces: [], tags: [] }
  const put = (face: number, a: number, b: number, c: number) => {
    mesh.indices.push(a, b, c)
    mesh.faces.push(face)
  }
  const last = (points.length - 1) * many
  if (!closed) {
    const [from, to] = caps.map((c) => triangulate(c.map((loop) => [...loop])))
    for (const [a, b, c] of from!) put(0, a!, c!, b!)
    for (const [a, b, c] of to!) put(1, last + a!, last + b!, last + c!)
  }
  for (let k = 0; k < points.length - (closed ? 0 : 1); k++) {
    const [low, high] = [k * many, ((k + 1) % points.length) * many]
    let first = 0
    for (const [l, { length }] of sections[0]!.entries()) {
      for (let i = 0; i < length; i++) {
        const [a, b] = [first + i, first + ((i + 1) % length)]
        const face = faces(k, l, i)
        put(face, low + a, low + b, high + b)
        put(face, low + a, high + b, high + a)
      }
      first += length
    }
  }
  // What its faces are may be told only as they are asked for.
  mesh.tags.push(...tags)
  return { ...mesh, indices: [...facedOut(points.flat(), mesh.indices)] }
}
