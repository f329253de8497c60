import type { BuiltPart } from '../built/built'
import type { Project } from '../document/schema'
import { findFace, pointable } from '../faces/resolve'

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
