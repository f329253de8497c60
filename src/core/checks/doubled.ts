import { boxOfPositions, boxSize, distance } from '../geometry/vec'
import type { Check } from './finding'

/** Two identical solids in one place: one of them is a leftover. */
export const doubledParts: Check = ({ build }) => {
  const facts = build.parts.map((p) => ({ part: p, box: boxOfPositions(p.mesh.positions) }))
  return facts.flatMap(({ part, box }, i) =>
    facts.slice(i + 1).flatMap(({ part: other, box: otherBox }) => {
      const same =
        Math.abs(part.volume - other.volume) < 1e-3 * Math.max(1, part.volume) &&
        distance(box.min, otherBox.min) < 1e-3 &&
        distance(boxSize(box), boxSize(otherBox)) < 1e-3
      if (!same) return []
      return [
        {
          check: 'doubled',
          weight: 'stop' as const,
          title: `${part.name} and ${other.name} are the same solid in the same place.`,
          text: 'One of them is left over from a copy; take it away or move it.',
          parts: [part.id, other.id],
          place: box.min,
        },
      ]
    }),
  )
}
