import type { Check, Finding } from '../../checks/finding'
import { ACROSS_LAYERS, LEAST_OVERLAP, springOf, strainOf } from '../../enclosures/snap'
import { filamentNamed } from '../../units/materials'

/** Arms that break as they bend, and catches that hold nothing; each with what would mend it. */
export const snapsBear: Check = ({ build, project }) =>
  build.steps.flatMap((step): Finding[] => {
    const arms = build.rows.find((r) => r.id === `${step.id}:arm`)
    const { thick, long, overlap } = step.values as Record<string, number>
    if (!arms || step.stale || !thick || !long || !overlap) return []
    const parts = [arms.a, arms.b].flatMap((s) => (s.of === 'parts' ? s.parts : []))
    const common = { weight: 'look' as const, parts, about: step.id }
    const mend = (field: string, value: number, words: string) => ({ mend: { of: step.id, field, value: value.toFixed(2), words } }) // prettier-ignore
    if (overlap < LEAST_OVERLAP)
      return [{ ...common, check: 'snap-holds', title: 'The snap arms hold nothing.', text: `Their catches reach under by ${overlap.toFixed(2)} mm, and prints vary by half of that; from ${LEAST_OVERLAP.toFixed(1)} mm on they hold.`, ...mend('overlap', 2 * LEAST_OVERLAP, 'let them reach further') }] // prettier-ignore
    const spring = springOf(filamentNamed(project.printer.filament))
    if (!spring) return []
    const bears = spring.strain * ACROSS_LAYERS
    const strain = strainOf({ thick, long, overlap, wide: 0, lead: 0 })
    if (strain <= bears * 1.0001) return []
    const [longer, less] = [long * Math.sqrt(strain / bears), (overlap * bears) / strain]
    return [
      {
        ...common,
        check: 'snap-breaks',
        title: 'The snap arms break.',
        text: `Closing strains them by ${(100 * strain).toFixed(1)} % at their roots; ${project.printer.filament} bears ${(100 * bears).toFixed(1)} % across its layers. Arms ${longer.toFixed(1)} mm long would bear it${less >= LEAST_OVERLAP ? `, or catches that reach under by ${less.toFixed(2)} mm` : ''}.`, // prettier-ignore
        ...mend('long', Math.ceil(longer * 10) / 10, 'make them longer'),
      },
    ]
  })
