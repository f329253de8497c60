import type { Enclosure } from './enclosure'
import type { Kernel, Solid } from '../kernel/kernel'
import { offsetProfile } from '../profile/offset'
import type { Profile } from '../profile/segment'
import { expectOk } from '../result'

/** What fills a gap stands so deep in what is on both its sides, mm. */
const INTO = 0.02
/** What is so much smaller than its hull goes round something. */
const ROUND = 5
/** Smaller leftovers of a wall are none, mm3. */
const DUST = 1e-3

/**
 * What fills the gap between lip and groove where both are there, so that base and lid become one wall; openings stay open.
 * Where the case lies flat.
 */
export function filmSolid(
  e: Enclosure,
  base: Solid,
  lid: Solid,
  context: { kernel: Kernel; id: string; tolerance: number },
): Solid {
  const { kernel, id, tolerance } = context
  const [from, to] = [e.parting - INTO, e.parting + e.shut.deep + INTO]
  const drawn = (profile: Profile, z0: number, z1: number) => kernel.extrude(profile, z0, z1, { names: { step: id, top: 'seam', bottom: 'seam', side: 'seam' }, tolerance }) // prettier-ignore
  const hollows = e.hollows.map((h) => drawn(h.outline, h.from, h.to))
  const film = kernel.subtract(drawn(expectOk(offsetProfile(e.shut.groove, INTO)), from, to), [
    drawn(expectOk(offsetProfile(e.shut.lip, -INTO)), from, e.parting + e.shut.high - INTO),
    ...hollows,
  ])
  // What is missing of the wall beside the gap was opened: there, and a gap's width about it, nothing is filled.
  const wall = kernel.subtract(drawn(e.outer, from, to), [film, ...hollows])
  const tag = { step: id, role: 'seam', shape: { kind: 'free' } } as const
  const opened = kernel
    .bodies(kernel.subtract(wall, [base, lid]))
    .filter((body) => body.volume() > DUST)
    .map((body) =>
      kernel.grown(simplest(body, kernel), Math.max(e.shut.gap, e.shut.deep - e.shut.high) + 2 * INTO, tag),
    )
  return kernel.subtract(film, opened)
}

/** A body without its hollows, which is made larger at once; as it is, if it goes round something. */
function simplest(body: Solid, kernel: Kernel): Solid {
  const wrapped = kernel.wrapped(body)
  return wrapped.volume() < ROUND * body.volume() ? wrapped : body
}
