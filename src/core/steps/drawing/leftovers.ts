import type { Check, Finding } from '../../checks/finding'
import type { Drawn, PlaneValue } from '../../fields/drawn-shape'
import { letterOf } from '../../fields/shape-letters'
import type { ShapeReport } from '../../fields/shapes'
import { apply } from '../../geometry/placement'
import { boundsOf, contains, middleOf } from '../../profile/measure'
import { without } from '../../profile/united'

/** Shapes that are material and lie wholly in other material: they add nothing, and were meant as a hole or as a guide. */
export const leftovers: Check = ({ build, project }) =>
  build.steps.flatMap((report): Finding[] => {
    const nth = project.steps.findIndex((s) => s.id === report.id)
    if (project.steps[nth]?.kind !== 'drawing') return []
    const shapes = (report.values['shapes'] ?? []) as readonly ShapeReport[]
    const plane = report.values['on'] as PlaneValue | undefined
    const material = shapes.flatMap((s, i) => (s.drawn?.is === 'material' && s.drawn.regions.length > 0 ? [{ letter: letterOf(i), drawn: s.drawn }] : [])) // prettier-ignore
    return material.flatMap(({ letter, drawn }, i) => {
      // Of two that are alike, the later one is left over.
      const home = material.find((m, k) => k !== i && liesIn(drawn, m.drawn) && (k < i || !liesIn(m.drawn, drawn)))
      if (!home) return []
      const [x, y] = middleOf(drawn.regions[0]!)
      return {
        check: 'leftovers',
        weight: 'look',
        title: `Shape ${letter} of step ${nth + 1} adds nothing.`,
        text: `It lies wholly in ${home.letter}, which is material already. If it was meant to cut, make it a hole; if it was drawn to help, make it a guide.`, // prettier-ignore
        parts: [],
        ...(plane ? { place: apply(plane.frame, [x, y, 0]) } : {}),
      }
    })
  })

function liesIn(inner: Drawn, outer: Drawn): boolean {
  return inner.regions.every((region) =>
    outer.regions.some((around) => {
      const [p, q] = [boundsOf(region), boundsOf(around)]
      const room = 1e-6
      if (p[0] < q[0] - room || p[1] < q[1] - room || p[2] > q[2] + room || p[3] > q[3] + room) return false
      const rest = without(region, around)
      return rest.ok && rest.value.loops.length === 0 && contains(around, middleOf(region))
    }),
  )
}
