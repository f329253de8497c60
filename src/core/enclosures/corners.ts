import type { Vec2 } from '../geometry/vec'
import { translation } from '../geometry/placement'
import type { Kernel, Solid } from '../kernel/kernel'
import { copied } from '../kernel/retagged'
import { boundsOf, contains, distanceToEdges } from '../profile/measure'
import type { Profile } from '../profile/segment'
import { circle } from '../profile/shapes'
import type { Enclosure } from './enclosure'

const CORNERS = [
  { name: 'front left', way: [-1, -1] },
  { name: 'back right', way: [1, 1] },
  { name: 'front right', way: [1, -1] },
  { name: 'back left', way: [-1, 1] },
] as const

/** A place at a corner, seen from above, mm. */
export interface Corner {
  at: Vec2
  name: string
}

/** Near the corners, as far in as the room leaves them: so far from all hollows, mm; two of them on a diagonal. */
export function cornersOf(e: Enclosure, keep: number, which: 'corners' | 'diagonal'): Corner[] {
  const [x0, y0, x1, y1] = boundsOf(e.outer)
  const inside = (p: Vec2) => [...e.hollows.map((h) => h.outline), e.shut.groove].some((outline) => contains(outline, p) || distanceToEdges(outline.loops, p) < keep) // prettier-ignore
  return CORNERS.slice(0, which === 'diagonal' ? 2 : 4).map(({ name, way: [dx, dy] }) => {
    const corner: Vec2 = [dx < 0 ? x0 : x1, dy < 0 ? y0 : y1]
    const at = (t: number): Vec2 => [corner[0] + dx * t, corner[1] + dy * t]
    // From far outside inwards along the diagonal until the room is met.
    let [out, into] = [keep + 5, -Math.min(x1 - x0, y1 - y0) / 2]
    for (let i = 0; i < 40; i++) {
      const middle = (out + into) / 2
      if (inside(at(middle))) into = middle
      else out = middle
    }
    return { at: at(out), name }
  })
}

/** Towers at corners, over the height of the base and of the lid, where they leave the room and the lip alone; where the case lies flat. */
export function cornerTowers(
  e: Enclosure,
  places: readonly Corner[],
  radius: number,
  { kernel, id, tolerance }: { kernel: Kernel; id: string; tolerance: number },
): { base: Solid; lid: Solid } {
  const drawn = (profile: Profile, z0: number, z1: number, side: string) => kernel.extrude(profile, z0, z1, { names: { step: id, top: 'tower:top', bottom: 'tower:under', side }, tolerance }) // prettier-ignore
  const towers = (z0: number, z1: number) => {
    const one = drawn(circle([0, 0], radius), z0, z1, 'tower')
    return kernel.union(places.map(({ at, name }) => copied(kernel, one, translation([...at, 0]), name)))
  }
  const room = e.hollows.map((h) => drawn(h.outline, e.bottom - 1, e.top + 1, 'inside'))
  const groove = drawn(e.shut.groove, e.parting - 1, e.parting + e.shut.deep, 'inside')
  return {
    base: kernel.subtract(towers(e.bottom, e.parting), room),
    lid: kernel.subtract(towers(e.parting, e.top), [...room, groove]),
  }
}
