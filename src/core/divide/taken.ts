import { sideBySide } from '../alter/rims'
import type { Pointable } from '../faces/resolve'
import { trianglesOf } from '../faces/topology'
import { closedRuns, nextSide } from '../mesh/half-edges'
import { raise } from '../result'

/** What of a part's surface comes off with a piece, and the runs of edges round it: one for each place that it stands at. */
export interface Taken {
  on: Pointable
  /** For each triangle 1 if it comes off. */
  inside: Uint8Array
  /** That of most edges first. */
  rims: readonly Rim[]
}

/** A closed run of edges. */
export interface Rim {
  /** Its vertices in order, with what comes off to the left as seen from outside; and the sides of its triangles. */
  vertices: readonly number[]
  sides: readonly number[]
}

/** All of some regions. Errors: feet (what goes round them is no runs) */
export function takenRegions(on: Pointable, regions: Iterable<number>, field: string): Taken {
  const inside = new Uint8Array(on.mesh.indices.length / 3)
  for (const r of regions) for (const t of trianglesOf(on.topology, r)) inside[t] = 1
  const taken = roundOf(on, inside, field)
  const { rims } = taken
  if (rims.length > 1 && !sideBySide(on.mesh.positions, rims.map((r) => r.vertices))) return raise('feet', 'A hole goes on through its foot into what it stands on. A plane or a drawing can be had.', field) // prettier-ignore
  return taken
}

/**
 * What hangs together with a region without crossing some borders.
 * Errors: open (these do not go round it), feet
 */
export function takenWithin(on: Pointable, borders: ReadonlySet<number>, region: number, field: string): Taken {
  const { borderOf, opposite } = on.topology
  const inside = new Uint8Array(on.mesh.indices.length / 3)
  const open = [...trianglesOf(on.topology, region)]
  for (const t of open) inside[t] = 1
  for (let t = open.pop(); t !== undefined; t = open.pop())
    for (let side = 3 * t; side < 3 * t + 3; side++) {
      const other = Math.floor(opposite[side]! / 3)
      if (borders.has(borderOf[side]!) || opposite[side]! < 0 || inside[other]) continue
      inside[other] = 1
      open.push(other)
    }
  const crossed = borderOf.some((b, side) => borders.has(b) && inside[Math.floor(side / 3)] && inside[Math.floor(opposite[side]! / 3)]) // prettier-ignore
  if (crossed || !inside.includes(0)) return raise('open', 'These edges do not go all the way round what has this face. Pick those that are missing.', field) // prettier-ignore
  return roundOf(on, inside, field)
}

function roundOf(on: Pointable, inside: Uint8Array, field: string): Taken {
  const { indices } = on.mesh
  const { opposite } = on.topology
  const sides: number[] = []
  for (const [t, is] of inside.entries())
    if (is) for (let side = 3 * t; side < 3 * t + 3; side++) if (opposite[side]! >= 0 && !inside[Math.floor(opposite[side]! / 3)]) sides.push(side) // prettier-ignore
  const runs = closedRuns(sides, (s) => indices[s]!, (s) => indices[nextSide(s)]!) // prettier-ignore
  if (!runs || runs.length === 0) return raise('feet', 'The edges round what comes off do not close, or meet at one point. A plane or a drawing can be had.', field) // prettier-ignore
  const rims = runs.map((run): Rim => ({ vertices: run.map((s) => indices[s]!), sides: run }))
  return { on, inside, rims: rims.toSorted((a, b) => b.sides.length - a.sides.length) }
}
