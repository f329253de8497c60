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
  const rooms = all.filter((b) => b.volume() < -DUST).map((b) => insideOut(kernel, b))
  const homes = new Map(rooms.map((room) => [room, homeOf(kernel, room, bodies)]))
  const whole = bodies.map((b) =>
    kernel.subtract(
      b,
      rooms.filter((room) => homes.get(room) === b),
    ),
  )
  const joined = kernel.union(whole)
  const twice = whole.reduce((sum, b) => sum + b.volume(), 0) - joined.volume()
  return twice < DUST ? as : { solid: joined, twice, bodies: bodies.length }
}

/** The body that a closed room is a room of: the smallest that goes round it. */
const homeOf = (kernel: Kernel, room: Solid, bodies: readonly Solid[]): Solid | undefined =>
  [...bodies].reverse().find((b) => kernel.intersect(b, room).volume() > 0.999 * room.volume())

/** The inside of a closed room is a body of less than no volume. */
function insideOut(kernel: Kernel, room: Solid): Solid {
  const { positions, indices, triangleSurface, surfaces } = kernel.read(room)
  return expectOk(
    kernel.fromFaces(positions, indices.slice().reverse(), Array.from(triangleSurface).reverse(), surfaces),
  )
}
