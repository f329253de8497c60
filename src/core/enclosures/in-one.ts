import type { Enclosure } from './enclosure'
import type { Kernel, Solid } from '../kernel/kernel'
import { offsetProfile } from '../profile/offset'
import type { Profile } from '../profile/segment'
import { rectangle } from '../profile/shapes'
import { expectOk, raise } from '../result'

/** What fills a gap stands so deep in what is on both its sides, mm. */
const INTO = 0.02
/** What is so much smaller than its box goes round something. */
const ROUND = 200
/** Less than this is no body of its own, mm3. */
const DUST = 1e-3

/** Base and lid of a case as one wall, less ways that are cut through both; where the case lies flat. */
export function inOne(
  e: Enclosure,
  parts: readonly [base: Solid, lid: Solid],
  ways: readonly Solid[],
  context: { kernel: Kernel; id: string; tolerance: number },
): Solid {
  const { kernel } = context
  const [base, lid] = parts.map((part) => kernel.subtract(part, ways))
  return withoutDust(kernel.union([base!, lid!, kernel.subtract(filmSolid(e, base!, lid!, context), ways)]), kernel)
}

/**
 * What fills the gap between lip and groove where both are there, so that both become one wall; openings stay open.
 */
function filmSolid(
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
  const beside = Math.max(e.shut.gap, e.shut.deep - e.shut.high) + 2 * INTO
  const opened = kernel
    .bodies(kernel.subtract(wall, [base, lid]))
    .filter((body) => body.volume() > DUST)
    .map((body) => {
      const { min, max } = body.bounds()
      // Through all of the wall, and along it no farther than it is.
      const wide = [0, 1].map((k) => max[k]! - min[k]!)
      const thin = Math.min(...wide) < e.wall + beside
      const [bx, by] = wide.map((w) => (!thin ? beside : w > e.wall + beside ? INTO / 2 : e.wall)) as [number, number]
      const box = rectangle(min[0] - bx, min[1] - by, max[0] + bx, max[1] + by)
      const upright = drawn(box, from - 1, to + 1)
      // What goes round the case leaves its own shape open.
      const tag = { step: id, role: 'seam', shape: { kind: 'free' } } as const
      return upright.volume() < ROUND * body.volume() ? upright : kernel.grown(body, beside, tag)
    })
  // Shreds of it that stand in an opening hold nothing together.
  const joins = (body: Solid) => [base, lid].every((part) => kernel.intersect(body, part).volume() > DUST)
  return kernel.union(kernel.bodies(kernel.subtract(film, opened)).filter(joins))
}

/** A solid without the dust that cuts leave where they meet to a hair. */
function withoutDust(solid: Solid, kernel: Kernel): Solid {
  const dust = kernel.bodies(solid).filter((b) => Math.abs(b.volume()) < DUST)
  return dust.length === 0 ? solid : kernel.subtract(solid, dust)
}

/**
 * Errors: hangs (what of a case hangs from its roof, seen from below a height, and has nothing under it)
 * @param solid where the case lies flat
 * @param why not, for the maker: `and would be begun in the air`
 */
export function refuseHanging(e: Enclosure, solid: Solid, height: number, why: string, kernel: Kernel): void {
  const [, under] = kernel.split(solid, [0, 0, 1], height, 'looked at', 'cut')
  const hanging = kernel.bodies(under).find((b) => b.volume() > DUST && b.bounds().min[2] > e.bottom + 0.5)
  if (!hanging) return
  const { min, max } = hanging.bounds()
  const at = [0, 1].map((k) => ((min[k]! + max[k]!) / 2).toFixed(1))
  raise('hangs', `Something hangs from the roof near x ${at[0]}, y ${at[1]} mm, ${why}. With what holds down from the lid and guides of plungers switched off it can be had.`, 'case') // prettier-ignore
}
