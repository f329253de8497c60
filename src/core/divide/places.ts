import type { Vec2 } from '../geometry/vec'
import { boundsOf, contains, distanceToEdges } from '../profile/measure'
import { gap2, type Profile } from '../profile/segment'

/** A place on a section, and how far it is from the section's edges, mm. */
export interface Roomy {
  at: Vec2
  room: number
}

/** So many places are looked at along the longer side of a section. */
const LOOKS = 60
/** What has so much more room than it needs is preferred. */
const EASE = 1.15

/** Places all over a section, those with the most room first. @param least at so many is looked along its shorter side */
export function roomIn(section: Profile, least = 2): Roomy[] {
  if (section.loops.length === 0) return []
  const [x0, y0, x1, y1] = boundsOf(section)
  const step = Math.max(x1 - x0, y1 - y0) / LOOKS
  const [nx, ny] = [Math.max(least, Math.ceil((x1 - x0) / step)), Math.max(least, Math.ceil((y1 - y0) / step))]
  const across = (k: number, n: number, from: number, to: number) => from + ((to - from) * (k + 0.5)) / n
  const all: Roomy[] = []
  for (let i = 0; i < nx; i++)
    for (let j = 0; j < ny; j++) {
      const at: Vec2 = [across(i, nx, x0, x1), across(j, ny, y0, y1)]
      if (contains(section, at)) all.push({ at, room: distanceToEdges(section.loops, at) })
    }
  all.sort((a, b) => b.room - a.room)
  return all[0] ? [roomiest(section, all[0], step), ...all] : all
}

/** The place near one that has the most room. */
function roomiest(section: Profile, from: Roomy, step: number): Roomy {
  let best = from
  for (let by = step; by > 1e-3; by /= 2)
    for (const [dx, dy] of [
      [-1, 0],
      [1, 0],
      [0, -1],
      [0, 1],
      [-1, -1],
      [1, 1],
      [-1, 1],
      [1, -1],
    ] as const) {
      const at: Vec2 = [best.at[0] + dx * by, best.at[1] + dy * by]
      const room = contains(section, at) ? distanceToEdges(section.loops, at) : 0
      if (room > best.room) best = { at, room }
    }
  return best
}

/** At most so many places are tried. */
const TRIES = 80

/**
 * Places for several things on a section, as far apart as it lets them be.
 * @param clear how far each has to be from the edges, mm
 * @param fits asked of each that is taken
 */
export function placesFor(all: readonly Roomy[], count: number, clear: number, fits: (at: Vec2) => boolean): Vec2[] {
  const enough = all.filter((p) => p.room >= clear)
  const easy = enough.filter((p) => p.room >= EASE * clear)
  let left = easy.length >= count ? easy : enough
  const taken: Vec2[] = []
  const middle = centre(left)
  for (let tries = 0; tries < TRIES && taken.length < count && left.length > 0; tries++) {
    const far = ({ at, room }: Roomy) => (count === 1 ? room : taken.length === 0 ? gap2(at, middle) : Math.min(...taken.map((t) => gap2(t, at)))) // prettier-ignore
    const best = left.reduce((a, b) => (far(b) > far(a) + 1e-9 ? b : a))
    left = left.filter((p) => p !== best)
    if (taken.length > 0 && far(best) < 2 * clear) break
    if (fits(best.at)) taken.push(best.at)
  }
  return taken.sort((a, b) => a[0] - b[0] || a[1] - b[1])
}

const centre = (all: readonly Roomy[]): Vec2 => {
  const mean = (k: 0 | 1) => all.reduce((sum, p) => sum + p.at[k], 0) / Math.max(1, all.length)
  return [mean(0), mean(1)]
}
