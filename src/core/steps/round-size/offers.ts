import { type Offer, often, type Situation } from '../offer'
import { offerOnFaces } from '../by-hand'

/** Round faces of a part that are picked: given a size, which is begun as the one they have. */
export function offerRoundSize(at: Situation): Offer[] {
  const shapes = at.picks.map((p) => p.shape)
  const [first] = shapes
  if (!first || shapes.some((s) => s.kind !== first.kind)) return []
  const rounded = (v: number) => String(Math.round(v * 1000) / 1000)
  if (first.kind === 'torus') return often(offerOnFaces(at, 'round-size', () => 'give this rounded edge a radius', { how: 'radius', size: rounded(Math.abs(first.tube)) })) // prettier-ignore
  if (first.kind !== 'cylinder' && first.kind !== 'sphere') return []
  const what = first.kind === 'sphere' ? 'ball' : first.hole ? 'hole' : 'round'
  return often(offerOnFaces(at, 'round-size', (_, many) => (many ? `give these ${what}s a size` : `give this ${what} a size`), { size: rounded(2 * first.radius) })) // prettier-ignore
}
