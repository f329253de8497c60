import type { Check } from '../../checks/finding'
import { boxOfPositions } from '../../geometry/vec'
import { WORTH_AN_OPENING } from '../../enclosures/enclosure'

/** What reaches over the board's edge is mostly there to be plugged into or got at; a wall round it is worth a look. */
export const closedIn: Check = ({ build }) =>
  build.steps
    .filter((step) => !step.stale)
    .flatMap((step) => {
      const reference = build.references.find((r) => r.id === step.reference)
      const opened = new Set(
        build.rows.flatMap((row) =>
          row.a.of === 'items' && row.b.of === 'parts' && row.b.surfaces.role === 'opening' ? row.a.items : [],
        ),
      )
      const taken = (item: string) => build.rows.some((row) => row.id === `${step.id}:in:${item}`)
      return (reference?.board?.overhangs ?? [])
        .filter((o) => o.reach >= WORTH_AN_OPENING && taken(o.item) && !opened.has(o.item))
        .map((o) => {
          const { min, max } = boxOfPositions(reference!.items.find((i) => i.id === o.item)!.positions)
          return {
            check: 'closed-in',
            weight: 'look' as const,
            title: `${o.name} is closed in.`,
            text: `It reaches ${o.reach.toFixed(1)} mm over the board’s edge to the ${o.side}, and no wall is open for it: nothing can be plugged in or got at there. Open the wall for it, unless it is meant to be shut away.`,
            parts: [`${step.id}.base`, `${step.id}.lid`],
            place: [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2] as const,
          }
        })
    })
