import type { Check } from '../../checks/finding'
import { PRESS_SLACK } from '../../fit/classes'

/** A lip only locates a lid; it holds it where the gap is a press fit's. */
export const lidHeld: Check = ({ build, ledger, project }) =>
  build.steps.flatMap((step) => {
    const lip = ledger.find((row) => row.id === `${step.id}:lip`)
    if (!lip || step.stale) return []
    const holds = lip.measured !== undefined && lip.measured <= project.printer.gaps.press + PRESS_SLACK
    if (holds) return []
    return [
      {
        check: 'lid-held',
        weight: 'look' as const,
        title: 'Nothing holds the lid.',
        text: `The lip locates it with ${(lip.measured ?? lip.wanted).toFixed(2)} mm per side, but it lifts off. A press lip (${project.printer.gaps.press.toFixed(2)} mm) would grip; tape or a band does too.`,
        parts: [`${step.id}.base`, `${step.id}.lid`],
        ...(lip.at ? { place: lip.at[0] } : {}),
      },
    ]
  })
