import { distanceToSpan } from '../faces/onto'
import { alongSmooth, nameOf, type Pointable, spansOf } from '../faces/resolve'
import { placeAt } from '../geometry/vec'
import { arrivals } from './corners'
import type { Chain } from './chains'

/** True where an edge that goes outwards meets one that goes inwards: they are done in turn, those that go inwards first. */
export const isMixed = (chains: readonly Chain[]): boolean =>
  [...arrivals(chains).values()].some((coming) => new Set(coming.map((a) => a.chain.convex)).size > 1)

/** So near an edge is still where it was, mm. */
const NEAR = 0.01

/**
 * The borders that edges have become after others were rounded, with what they run on along from there: over the new
 * faces, and as far as it goes without a corner.
 * @param step whose faces are new
 */
export function stillThere(before: Pointable, chains: readonly Chain[], now: Pointable, step: string): number[] {
  const old = [...new Set(chains.flatMap((c) => c.stations.map((s) => s.border)))]
  const spans = old.map((b) => ({ called: calledAt(before, b), spans: spansOf(before.mesh, before.topology.borders[b]!) })) // prettier-ignore
  const found = now.topology.borders.flatMap(({ vertices }, b) => {
    const called = calledAt(now, b)
    const p = placeAt(now.mesh.positions, vertices[Math.floor(vertices.length / 2)]!)
    const q = placeAt(now.mesh.positions, vertices[Math.max(0, Math.floor(vertices.length / 2) - 1)]!)
    const lies = (at: typeof p, all: (typeof spans)[number]['spans']) => all.some(([a, c]) => distanceToSpan(at, a, c) < NEAR) // prettier-ignore
    return spans.some((s) => s.called === called && lies(p, s.spans) && lies(q, s.spans)) ? [b] : []
  })
  const isNew = (b: number) => now.topology.borders[b]!.regions.some((r) => now.mesh.surfaces[now.topology.surfaceOf[r]!]!.step === step) // prettier-ignore
  const runs = found.map((b) => alongSmooth(now, b))
  return [...new Set([...found, ...runs.filter((run) => run.some(isNew)).flat()])]
}

/** What the two faces of a border are called. */
const calledAt = ({ mesh, topology }: Pointable, border: number): string =>
  topology.borders[border]!.regions.map((r) => JSON.stringify(nameOf(mesh.surfaces[topology.surfaceOf[r]!]!)))
    .sort()
    .join()
