import type { Kernel, Solid } from '../../kernel/kernel'
import { expectOk } from '../../result'

/** Less than this is dust of the kernel's own figures, mm3. */
const DUST = 1e-3

/**
 * A solid of a file whose bodies lie in each other, or twice in one place, as the one that they are together; its closed
 * rooms stay. As it is where they do not.
 * @returns how much of them was there more than once, mm3
 */
export function inOne(kernel: Kernel, solid: Solid): { solid: Solid; twice: number; bodies: number } {
  const all = kernel.bodies(solid)
  const bodies = all.filter((b) => b.volume() > DUST)
  const as = { solid, twice: 0, bodies: bodies.length }
  if (bodies.length < 2) return as
  const joined = kernel.union(bodies)
  const twice = bodies.reduce((sum, b) => sum + b.volume(), 0) - joined.volume()
  if (twice < DUST) return as
  // The inside of a closed room is a body of less than no volume; it is one where no other body fills it.
  const rooms = all.filter((b) => b.volume() < -DUST).map((b) => insideOut(kernel, b))
  return { solid: rooms.length === 0 ? joined : kernel.subtract(joined, rooms), twice, bodies: bodies.length }
}

function insideOut(kernel: Kernel, room: Solid): Solid {
  const { positions, indices, triangleSurface, surfaces } = kernel.read(room)
  return expectOk(
    kernel.fromFaces(positions, indices.slice().reverse(), Array.from(triangleSurface).reverse(), surfaces),
  )
}
