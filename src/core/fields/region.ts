import { chain } from '../outlines/chain'
import type { Profile, Segment } from '../profile/segment'
import { closedRegion, MEET, united, without } from '../profile/united'
import { ok, type Result } from '../result'
import type { Drawn } from './drawn-shape'

/** What the shapes of a drawing come to. */
export interface Region {
  profile: Profile
  /** Runs of material or holes that do not close. */
  open: Segment[][]
}

/**
 * Material is what lies in any shape that is material and in none that is a hole. Open runs of one role are joined where
 * their ends meet; guides are neither.
 * Errors: those of combining two outlines
 */
export function regionOf(drawn: readonly Drawn[]): Result<Region> {
  const of = (role: Drawn['is']) => {
    const own = drawn.filter((d) => d.is === role)
    const runs = chain(own.flatMap((d) => d.open.flat()), MEET) // prettier-ignore
    return { area: united([...own.flatMap((d) => d.regions), ...runs.closed.map(closedRegion)]), open: runs.open }
  }
  const [material, holes] = [of('material'), of('hole')]
  if (!material.area.ok) return material.area
  if (!holes.area.ok) return holes.area
  const profile = without(material.area.value, holes.area.value)
  return profile.ok ? ok({ profile: profile.value, open: [...material.open, ...holes.open] }) : profile
}
