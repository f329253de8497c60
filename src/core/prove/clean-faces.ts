import type { BuiltPart } from '../built/built'
import type { Project } from '../document/schema'
import { findFace, pointable } from '../faces/resolve'
import { length } from '../geometry/vec'
import { doubledNormal } from '../mesh/doubled-normal'
import type { Lying } from './lying'
import type { Overhangs } from './overhangs'

/** Which triangles of a part are of faces that its maker wants free of supports. */
export function cleanTriangles(
  { id, mesh }: Pick<BuiltPart, 'id' | 'mesh'>,
  { parts }: Pick<Project, 'parts'>,
): (triangle: number) => boolean {
  const faces = parts[id]?.clean ?? []
  if (faces.length === 0) return () => false
  const on = pointable(mesh)
  const regions = new Set(
    faces.flatMap((face) => {
      const found = findFace(on, face)
      return found.ok ? [found.value] : []
    }),
  )
  return (triangle) => regions.has(on.topology.regionOf[triangle]!)
}

/** How much of faces that are to stay clean leans out too far, mm2, and the largest triangle of it. */
export function scarred(
  { positions, indices }: Pick<Lying, 'positions' | 'indices'>,
  { leans }: Pick<Overhangs, 'leans'>,
  isClean: (triangle: number) => boolean,
): { area: number; largest: number | undefined } {
  let [area, most] = [0, 0]
  let largest: number | undefined
  for (let t = 0; t < leans.length; t++) {
    if (leans[t] === 0 || !isClean(t)) continue
    const own = length(doubledNormal(positions, indices, t)) / 2
    area += own
    if (own > most) [most, largest] = [own, t]
  }
  return { area, largest }
}
