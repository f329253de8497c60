import type { Check } from '../../checks/finding'
import { boxOfPositions } from '../../geometry/vec'
import { ENCLOSURE, WORTH_AN_OPENING } from '../../enclosures/enclosure'

/** What reaches over the board's edge is mostly there to be plugged into or got at; a wall round it is worth a look. */
export const closedIn: Check = ({ build }) =>
  build.left
    .filter((left) => left.token === ENCLOSURE.name && !build.steps.some((s) => s.id === left.step && s.stale))
    .flatMap(({ step, reference: id }) => {
      const reference = build.references.find((r) => r.id === id)
      const opened = new Set(
        build.rows.flatMap((row) =>
          row.a.of === 'items' && row.a.reference === id && row.b.of === 'parts' && row.b.surfaces.role === 'opening'
            ? row.a.items
            : [],
        ),
      )
      const taken = (item: string) =>
        build.rows.some(({ step: of, a, b }) => of === step && a.of === 'items' && a.reference === id && a.items.length === 1 && a.items[0] === item && b.of === 'parts' && b.surfaces.role === 'cavity') // prettier-ignore
      return (reference?.board?.overhangs ?? [])
        .filter((o) => o.reach >= WORTH_AN_OPENING && taken(o.item) && !opened.has(o.item))
        .map((o) => {
          const { min, max } = boxOfPositions(reference!.items.find((i) => i.id === o.item)!.positions)
          return {
            check: 'closed-in',
            weight: 'look' as const,
            title: `${o.name} is closed in.`,
            text: `It reaches ${o.reach.toFixed(1)} mm over the board’s edge to the ${o.side}, and no wall is open for it: nothing can be plugged in or got at there. Open the wall for it, unless it is meant to be shut away.`,
            parts: [`${step}.base`, `${step}.lid`],
            place: [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2] as const,
          }
        })
    })
