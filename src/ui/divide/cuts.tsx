'use client'
import { DIVIDED } from '@/core/divide/seam'
import { stepKindNamed } from '@/core/steps/registry'
import { useActions } from '../actions/actions-context'
import { useAdditions } from '../actions/offers'
import { StepLine } from '../build-sheet/step-line'
import { Heading } from '../primitives/heading'
import { useDocument, useProject } from '../store/store'

/** Kinds of steps that divide, and those that work on what was divided. */
const isOfDividing = (kind: string): boolean => stepKindNamed(kind)?.group === 'divide'
export const divides = (kind: string): boolean =>
  (stepKindNamed(kind)?.publishes ?? []).some((t) => t.name === DIVIDED.name)

/** The cuts of the project with their joints: the same sentences as in the sheet, and what could join the pieces next. */
export function Cuts() {
  const { steps } = useDocument()
  const reports = useProject((s) => s.build?.steps)
  const actions = useActions()
  const additions = useAdditions()
  const shown = steps.filter((s) => isOfDividing(s.kind))
  const begin = additions.filter((a) => a.group === 'divide' && a.offer && a.key === 'start divide')
  const about = additions.filter((a) => a.group === 'divide' && a.offer?.about)
  return (
    <section aria-label="Cuts" className="pt-4">
      <Heading aside={shown.length > 0 ? `${shown.filter((s) => divides(s.kind)).length}` : ''}>Cuts</Heading>
      {shown.length === 0 && (
        <p className="py-1 text-soft">
          Nothing is divided yet. Pick a face in the scene to divide the part along it; pick a second one, with shift,
          on what stands out, to take that piece off alone. Or{' '}
          {begin.map((a) => (
            <button key={a.key} type="button" className="figure" onClick={() => actions.take(a.offer!)}>
              divide the last part in its middle
            </button>
          ))}
          .
        </p>
      )}
      <ol aria-label="Cuts and joints">
        {shown.map((step) => (
          <StepLine
            key={step.id}
            step={step}
            number={steps.indexOf(step) + 1}
            report={reports?.find((r) => r.id === step.id)}
          />
        ))}
      </ol>
      {shown.length > 0 && (
        <p aria-label="What could be next" role="group" className="border-t border-hair py-2 pl-[26px] text-[15px]">
          <span className="text-soft">Next could be: </span>
          {about.map((a) => (
            <button key={a.key} type="button" className="figure mr-3" onClick={() => actions.take(a.offer!)}>
              {a.words}
              {severalCuts(steps) && ` at step ${steps.findIndex((s) => s.id === a.offer!.about) + 1}`}
            </button>
          ))}
          {begin.map((a) => (
            <button key={a.key} type="button" className="figure mr-3" onClick={() => actions.take(a.offer!)}>
              divide once more
            </button>
          ))}
        </p>
      )}
    </section>
  )
}

const severalCuts = (steps: readonly { kind: string }[]): boolean => steps.filter((s) => divides(s.kind)).length > 1
