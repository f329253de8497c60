import type { RoundFeature } from '../recognise/holes'

/** Holes and pins in a maker's words, those of one kind and size together. `format` writes a length. */
export function describeRounds(rounds: readonly RoundFeature[], format: (mm: number) => string): string[] {
  const counts = new Map<string, number>()
  for (const r of rounds) {
    const words = describe(r, format)
    counts.set(words, (counts.get(words) ?? 0) + 1)
  }
  return [...counts].map(([words, n]) => (n === 1 ? words : `${n} times: ${words}`))
}

/** Takes the circle that touches the flats for the true one, instead of the one through the corners. */
export const byFlats = (r: RoundFeature): RoundFeature => ({
  ...r,
  diameter: r.acrossFlats,
  acrossFlats: r.diameter,
  byFlats: true,
})

/** True for circles drawn so coarsely that it matters which of the two was meant. */
export const isCoarse = (r: RoundFeature): boolean => r.segments < COARSE

/** Coarser circles than this are drawn with corners one can see. */
const COARSE = 17

function describe(r: RoundFeature, format: (mm: number) => string): string {
  const what = r.kind === 'pin' ? 'Pin' : 'Hole'
  const end = r.kind === 'pin' ? `, ${format(r.depth)} high` : r.through ? ' through' : `, ${format(r.depth)} deep`
  const step = r.counterbore
    ? `, with a step of Ø ${format(r.counterbore.diameter)} ${format(r.counterbore.depth)} deep`
    : ''
  const cone = r.countersink
    ? `, countersunk to Ø ${format(r.countersink.diameter)} at ${Math.round(r.countersink.angle)}°`
    : ''
  const coarse =
    r.segments >= COARSE
      ? ''
      : r.byFlats
        ? ` (across its ${r.segments} flats; ${format(r.acrossFlats)} through its corners)`
        : ` (through its ${r.segments} corners; ${format(r.acrossFlats)} across its flats)`
  return `${what} Ø ${format(r.diameter)}${end}${step}${cone}${coarse}`
}
