import { add, scale, type Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import { boundsOf } from '../profile/measure'
import { OUTWARDS } from '../references/sides'
import type { CasedItem, Enclosure } from './enclosure'

/** Sharing less than this with a way in means not being in it, mm3. */
const FREE = 0.01

/**
 * Room above what the wall closes over, up to a height, and the names of what that is for; where the case lies flat.
 * @param whole all that is there when it is laid in, and more above that height
 * @param gap round it, mm
 */
export function waysIn(
  e: Enclosure,
  whole: Solid,
  height: number,
  gap: number,
  { kernel, id, printer }: { kernel: Kernel; id: string; printer: { line: number } },
): { ways: Solid[]; opened: string[] } {
  const tag = { step: id, role: 'way', shape: { kind: 'free' } } as const
  const walls = below(whole, height, id, kernel)
  const found = e.items.flatMap((item) => {
    const up = wayOf(item, height, 0, e, kernel)
    if (kernel.intersect(walls, up).volume() < FREE) return []
    // Where next to nothing would be left of the wall in front of it, the way is open to the outside.
    const left = outside(e, item) - gap
    const out = left < 2 * printer.line ? Math.max(0, left) + 1 : 0
    // From its middle up: below that it has the room it was given.
    const wide = out > 0 ? wayOf(item, height, out, e, kernel) : up
    const way = below(kernel.grown(wide, gap, tag), height, id, kernel)
    const middle = (item.box.min[2] + Math.min(item.box.max[2], height)) / 2
    return [{ name: item.name, solid: kernel.split(way, [0, 0, 1], middle, id, 'way')[0] }]
  })
  return { ways: found.map((f) => f.solid), opened: found.map((f) => f.name) }
}

/** How much of the wall there is before an item that reaches over the edge, mm; of others, as good as all. */
function outside(e: Enclosure, { id, box }: CasedItem): number {
  const [x0, y0, x1, y1] = boundsOf(e.outer)
  const { min, max } = box
  const sides = { left: min[0] - x0, right: x1 - max[0], front: min[1] - y0, back: y1 - max[1] }
  const side = e.board.sides[id]
  return side ? sides[side] : Infinity
}

/** What an item's outermost places come through on their way in, and so far out over the edge that they reach over, mm. */
function wayOf({ id, positions, box }: CasedItem, height: number, out: number, e: Enclosure, kernel: Kernel): Solid {
  const side = e.board.sides[id]
  const aside: Vec3 = side ? scale([...OUTWARDS[side], 0], out) : [0, 0, 0]
  const to = (by: Vec3) => Array.from(positions, (v, i) => v + by[i % 3]!)
  const up: Vec3 = [0, 0, Math.max(0, height - box.min[2])]
  return kernel.around([[0, 0, 0] as Vec3, up, ...(out > 0 ? [aside, add(aside, up)] : [])].flatMap(to))
}

const below = (solid: Solid, height: number, id: string, kernel: Kernel): Solid =>
  kernel.split(solid, [0, 0, 1], height, id, 'way')[1]
