import { dot, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { SurfaceTag, TaggedMesh } from '../kernel/surface'

/** Directions this alike are one; planes so near to each other are one, mm. */
const ALIKE = 1e-6
const NEAR = 1e-4

/** A solid on which flat ends of what `step` filled in, or cut, are of the old flat faces that they lie in. */
export function sewn(kernel: Kernel, solid: Solid, step: string): Solid {
  const mesh = kernel.read(solid)
  const into = mesh.surfaces.map((s, i) => (s.step === step && s.role === 'end' ? hostOf(mesh, s, step) : i))
  if (into.every((to, i) => to === i)) return solid
  const faces = Array.from(mesh.triangleSurface, (s) => into[s]!)
  const made = kernel.fromFaces(mesh.positions, mesh.indices, faces, mesh.surfaces)
  // Taking a solid in again may lose what touches itself; then its own faces are better than none.
  return made.ok && Math.abs(made.value.volume() - solid.volume()) < 1e-6 * solid.volume() ? made.value : solid
}

function hostOf({ surfaces }: TaggedMesh, end: SurfaceTag, step: string): number {
  const own = surfaces.indexOf(end)
  const plane = flat(end)
  const host = surfaces.findIndex((s) => {
    const other = s.step === step ? undefined : flat(s)
    return plane && other && dot(plane.normal, other.normal) > 1 - ALIKE && Math.abs(plane.off - other.off) < NEAR
  })
  return host < 0 ? own : host
}

const flat = ({ shape }: SurfaceTag): { normal: Vec3; off: number } | undefined =>
  shape.kind === 'plane' ? { normal: shape.normal, off: dot(shape.normal, shape.point) } : undefined
