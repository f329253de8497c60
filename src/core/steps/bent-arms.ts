import type { Check, Finding } from '../checks/finding'
import {
  ACROSS_LAYERS,
  bendingForce,
  LEAST_OVERLAP,
  matingForce,
  type SnapArm,
  springOf,
  strainOf,
} from '../enclosures/snap'
import { filamentNamed } from '../units/materials'

/** How the arms of a step bend. */
export interface Bending {
  /** What it is called, what becomes of it, and when it bends. */
  called: string
  breaks: 'break' | 'breaks'
  closing: string
  /** What of the filament's strain it bears, and how that is said. */
  share: number
  along: string
  /** How long its arms are, mm, by the step's values. */
  long: (values: Readonly<Record<string, number>>) => number | undefined
  /** How thick, if no field says that. */
  thick?: (values: Readonly<Record<string, number>>) => number | undefined
  /** The field that says how far they bend. */
  by: 'overlap' | 'give'
}

/** Of arms that stand up from the bed. */
export const UPRIGHT: Bending = { called: 'snap arms', breaks: 'break', closing: 'Closing', share: ACROSS_LAYERS, along: ' across its layers', long: (v) => v.long, by: 'overlap' } // prettier-ignore

/** Arms of a kind of step, told by the name of their row, that break as they bend, and catches that hold nothing; each with what would mend it. */
export const armsBear = (
  { build, project }: Parameters<Check>[0],
  rowName: string,
  { called, breaks, closing, share, along, long: longOf, thick: thickOf, by }: Bending,
): Finding[] =>
  build.steps.flatMap((step): Finding[] => {
    const arms = build.rows.find((r) => r.id === `${step.id}:${rowName}`)
    const values = step.values as Record<string, number>
    const { [by]: overlap } = values
    const [long, thick] = [longOf(values), thickOf ? thickOf(values) : values.thick]
    if (!arms || step.stale || !thick || !long || !overlap) return []
    const parts = [arms.a, arms.b].flatMap((s) => (s.of === 'parts' ? s.parts : []))
    const common = { weight: 'look' as const, parts, about: step.id }
    const mend = (field: string, value: number, words: string) => ({ mend: { of: step.id, field, value: value.toFixed(2), words } }) // prettier-ignore
    if (by === 'overlap' && overlap < LEAST_OVERLAP)
      return [{ ...common, check: 'snap-holds', title: `The ${called} hold nothing.`, text: `Their catches reach under by ${overlap.toFixed(2)} mm, and prints vary by half of that; from ${LEAST_OVERLAP.toFixed(1)} mm on they hold.`, ...mend('overlap', 2 * LEAST_OVERLAP, 'let them reach further') }] // prettier-ignore
    const spring = springOf(filamentNamed(project.printer.filament))
    if (!spring) return []
    const bears = spring.strain * share
    const strain = strainOf({ thick, long, overlap, wide: 0, lead: 0 })
    if (strain <= bears * 1.0001) return []
    const longer = values.long! + long * (Math.sqrt(strain / bears) - 1)
    const less = (overlap * bears) / strain
    return [
      {
        ...common,
        check: 'snap-breaks',
        title: `The ${called} ${breaks}.`,
        text: `${closing} asks for ${(100 * strain).toFixed(1)} % of strain at the root; ${project.printer.filament} bears ${(100 * bears).toFixed(1)} %${along}. A length of ${longer.toFixed(1)} mm would bear it${by === 'overlap' && less >= LEAST_OVERLAP ? `, or catches that reach over by ${less.toFixed(2)} mm` : ''}.`, // prettier-ignore
        ...mend('long', Math.ceil(longer * 10) / 10, breaks === 'break' ? 'make them longer' : 'make it longer'),
      },
    ]
  })

/** What bending asks of an arm as something is pushed past it, and what its filament bears. */
export function springNote(arm: SnapArm, filament: string, bends: string, how: Bending): string {
  return bentNote(arm, filament, bends, how, (modulus) => {
    const force = matingForce(arm, modulus)
    return Number.isFinite(force) ? `about ${newtons(force)} to push in each` : 'too steep to be pushed in each'
  })
}

/** The same of what is pressed itself. */
export const pressNote = (arm: SnapArm, filament: string, bends: string, how: Bending): string =>
  bentNote(arm, filament, bends, how, (modulus) => `about ${newtons(bendingForce(arm, modulus))} to press`)

const newtons = (force: number) => `${force.toFixed(force < 3 ? 1 : 0)} N`

function bentNote(
  arm: SnapArm,
  filament: string,
  bends: string,
  { share, along }: Bending,
  forced: (modulus: number) => string,
): string {
  const strain = `${bends} by ${arm.overlap.toFixed(2)} mm: ${(100 * strainOf(arm)).toFixed(1)} % strain at its root`
  const spring = springOf(filamentNamed(filament))
  if (!spring) return `${strain}. What ${filament} bears is not known here.`
  return `${strain}, where ${filament.trim()} bears ${(100 * spring.strain * share).toFixed(1)} %${along}; ${forced(spring.modulus)}.`
}
