import { distanceToSpan } from '../faces/onto'
import { alongSmooth, nameOf, type Pointable, pointable, spansOf } from '../faces/resolve'
import { cross, length, placeAt, sub } from '../geometry/vec'
import type { Solid } from '../kernel/kernel'
import type { TaggedMesh } from '../kernel/surface'
import { raise } from '../result'
import { type BlendContext, blended } from './blend'
import { arrivals, MIXED } from './corners'
import { type Chain, chainsOf } from './chains'
import type { Form } from './section'

/** True where an edge that goes outwards meets one that goes inwards: they are done in turn, those that go inwards first. */
export const isMixed = (chains: readonly Chain[]): boolean =>
  [...arrivals(chains).values()].some((coming) => new Set(coming.map((a) => a.chain.convex)).size > 1)

/**
 * A solid with edges rounded, those that go inwards first, then those that go outwards with what they run on along over
 * the new faces.
 * @returns the solid, and all edges that were done
 * Errors: mixed (a round would end in the open), large (what is filled in covers an edge), those of rounding
 */
export function blendedInTurn(
  solid: Solid,
  on: Pointable,
  chains: readonly Chain[],
  form: Form,
  context: BlendContext,
): { solid: Solid; done: readonly Chain[] } {
  const { kernel, id } = context
  const [inner, outer] = [false, true].map((convex) => chains.filter((c) => c.convex === convex)) as [Chain[], Chain[]]
  const filled = blended(solid, on, inner.map((chain) => ({ chain, form })), context) // prettier-ignore
  const now = pointable(kernel.read(filled))
  const then = chainsOf(now, stillThere(on, outer, now, id))
  const made = blended(filled, now, then.map((chain) => ({ chain, form })), context) // prettier-ignore
  if (form.kind === 'round' && stumps(kernel.read(made), id) > STUMP * form.radius ** 2)
    return raise('mixed', MIXED, 'of')
  return { solid: made, done: [...inner, ...then] }
}

/** So much of the square of the radius is less than the end of a round, and more than what chords leave. */
const STUMP = 0.03

/** How much of a step's tools is to be seen where they end, mm². */
function stumps({ positions, indices, triangleSurface, surfaces }: TaggedMesh, step: string): number {
  return triangleSurface.reduce((sum, s, t) => {
    if (surfaces[s]!.step !== step || surfaces[s]!.role !== 'lift') return sum
    const [a, b, c] = [0, 1, 2].map((k) => placeAt(positions, indices[3 * t + k]!))
    return sum + length(cross(sub(b!, a!), sub(c!, a!))) / 2
  }, 0)
}

/** So near an edge is still where it was, mm. */
const NEAR = 0.01

/**
 * The borders that edges have become after others were rounded, with what they run on along from there: over the new
 * faces, and as far as it goes without a corner.
 * @param step whose faces are new
 */
function stillThere(before: Pointable, chains: readonly Chain[], now: Pointable, step: string): number[] {
  const were = [...new Set(chains.flatMap((c) => c.stations.map((s) => s.border)))]
  const spans = were.map((b) => ({ called: calledAt(before, b), spans: spansOf(before.mesh, before.topology.borders[b]!) })) // prettier-ignore
  const byName = new Map<string, number[]>()
  for (const b of now.topology.borders.keys()) {
    const called = calledAt(now, b)
    byName.set(called, [...(byName.get(called) ?? []), b])
  }
  const found = spans.flatMap((old) => {
    const own = (byName.get(old.called) ?? []).filter((b) => {
      const { vertices } = now.topology.borders[b]!
      const half = Math.floor(vertices.length / 2)
      const places = [half, Math.max(0, half - 1)].map((k) => placeAt(now.mesh.positions, vertices[k]!))
      return places.every((p) => old.spans.some(([a, c]) => distanceToSpan(p, a, c) < NEAR))
    })
    if (own.length === 0) return raise('large', 'What is filled in at an inner edge covers an outer one that is to be rounded as well.', 'of') // prettier-ignore
    return own
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
