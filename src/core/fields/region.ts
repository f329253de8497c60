import type { Vec2 } from '../geometry/vec'
import { chain } from '../outlines/chain'
import { cellAt } from '../profile/cells'
import { areaOf, contains, perimeterOf } from '../profile/measure'
import type { Profile, Segment } from '../profile/segment'
import { closedRegion, MEET, piecesOf, united, without } from '../profile/united'
import { ok, type Result } from '../result'
import type { Drawn } from './drawn-shape'

/** Pieces thinner than this are where outlines nearly met, mm. */
export const SLIVER = 0.002
/** A long thin piece is as wide as twice its area by its edge. */
const isSliver = (piece: Profile): boolean => (2 * areaOf(piece)) / perimeterOf(piece) < SLIVER

/** What the shapes of a drawing come to. */
export interface Region {
  profile: Profile
  /** What each shape goes round, material and holes. */
  all: Profile[]
  /** Runs of material or holes that do not close. */
  open: Segment[][]
  /** Pieces too thin to mean anything, which are left out of it. */
  slivers: Profile[]
  /** For each place that is switched, the region round it and whether it is material now; none where no shape goes round it. */
  switched: ({ cell: Profile; on: boolean } | undefined)[]
}

/**
 * Material is what lies in any shape that is material and in none that is a hole. Open runs of one role are joined where
 * their ends meet; guides are neither. What lies between outlines at a place that is switched is the other: no material
 * where there was some, material where there was none.
 * Errors: those of combining two outlines
 */
export function regionOf(drawn: readonly Drawn[], switched: readonly Vec2[] = []): Result<Region> {
  const of = (role: Drawn['is']) => {
    const own = drawn.filter((d) => d.is === role)
    const runs = chain(own.flatMap((d) => d.open.flat()), MEET) // prettier-ignore
    const areas = [...own.flatMap((d) => d.regions), ...runs.closed.map(closedRegion)]
    return { area: united(areas), areas, open: runs.open }
  }
  const [material, holes] = [of('material'), of('hole')]
  if (!material.area.ok) return material.area
  if (!holes.area.ok) return holes.area
  const plain = without(material.area.value, holes.area.value)
  if (!plain.ok) return plain
  const all = [...material.areas, ...holes.areas].filter((a) => a.loops.length > 0)
  const open = [...material.open, ...holes.open]
  let profile = plain.value
  const cells: Region['switched'] = []
  for (const place of switched) {
    const cell = cellAt(all, place)
    if (!cell.ok) return cell
    const on = !contains(profile, place)
    cells.push(cell.value && { cell: cell.value, on })
    if (!cell.value) continue
    const next = on ? united([profile, cell.value]) : without(profile, cell.value)
    if (!next.ok) return next
    profile = next.value
  }
  const pieces = piecesOf(profile)
  const slivers = pieces.filter(isSliver)
  if (slivers.length > 0) profile = { loops: pieces.filter((p) => !slivers.includes(p)).flatMap((p) => p.loops) }
  return ok({ profile, all, open, slivers, switched: cells })
}
