import type { Build } from '../../built/built'
import type { Check } from '../../checks/finding'
import { CLOSURE } from '../../enclosures/closure'
import { ENCLOSURE } from '../../enclosures/enclosure'
import { PRESS_SLACK } from '../../fit/classes'

/** Whether a step that holds a case shut could be built, at any of the boards in it. */
function heldShut({ left }: Build, caseStep: string): boolean {
  const boards = left.filter((l) => l.step === caseStep && l.token === ENCLOSURE.name).map((l) => l.reference)
  return left.some((l) => l.token === CLOSURE.name && boards.includes(l.reference))
}

/** A lip only locates a lid; it holds it where the gap is a press fit's. */
export const lidHeld: Check = ({ build, ledger, project }) =>
  build.steps.flatMap((step) => {
    const lip = ledger.find((row) => row.id === `${step.id}:lip`)
    if (!lip || step.stale || heldShut(build, step.id)) return []
    const holds = lip.measured !== undefined && lip.measured <= project.printer.gaps.press + PRESS_SLACK
    if (holds) return []
    return [
      {
        check: 'lid-held',
        about: step.id,
        weight: 'look' as const,
        title: 'Nothing holds the lid.',
        text: `The lip locates it with ${(lip.measured ?? lip.wanted).toFixed(2)} mm per side, but it lifts off. A press lip (${project.printer.gaps.press.toFixed(2)} mm) would grip; tape or a band does too.`,
        parts: [`${step.id}.base`, `${step.id}.lid`],
        ...(lip.at ? { place: lip.at[0] } : {}),
      },
    ]
  })
