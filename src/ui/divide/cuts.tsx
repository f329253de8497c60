'use client'
import { useState } from 'react'
import type { ProjectStep } from '@/core/document/schema'
import type { Addition } from '@/core/steps/offers'
import { stepKindNamed } from '@/core/steps/registry'
import { useActions } from '../actions/actions-context'
import { useAdditions } from '../actions/offers'
import { StepLine } from '../build-sheet/step-line'
import { Heading } from '../primitives/heading'
import { useDocument, useProject } from '../store/store'
import { divides } from './divides'

/** Kinds of steps that divide, and those that work on what was divided. */
const isOfDividing = (kind: string): boolean => stepKindNamed(kind)?.group === 'divide'

/** The cuts of the project, each with its joints: the same sentences as in the sheet, and what could join the pieces next. */
export function Cuts() {
  const { steps } = useDocument()
  const actions = useActions()
  const additions = useAdditions().filter((a) => a.group === 'divide')
  const begin = additions.find((a) => a.offer && a.key === 'start divide')
  const shown = steps.filter((s) => isOfDividing(s.kind))
  const cuts = shown.filter((s) => divides(s.kind))
  return (
    <section aria-label="Cuts" className="pt-4">
      <Heading aside={cuts.length > 0 ? `${cuts.length}` : ''}>Cuts</Heading>
      {cuts.length === 0 && (
        <p className="py-1 text-soft">
          Nothing is divided yet. Pick a face in the scene to divide the part along it, or one of what stands out to
          take that off alone.
        </p>
      )}
      <ol aria-label="Cuts and joints">
        {cuts.map((cut) => (
          <Cut
            key={cut.id}
            cut={cut}
            joints={shown.filter((s) => s.fields.cut === cut.id)}
            offers={additions.filter((a) => a.offer?.about === cut.id)}
          />
        ))}
        {shown
          .filter((s) => !divides(s.kind) && !cuts.some((c) => c.id === s.fields.cut))
          .map((s) => (
            <Line key={s.id} step={s} />
          ))}
      </ol>
      {begin && (
        <p className="border-t border-hair py-2 text-[15px]">
          <button type="button" className="figure" onClick={() => actions.take(begin.offer!)}>
            {cuts.length === 0 ? 'divide the last part in its middle' : 'divide the last part once more'}
          </button>
        </p>
      )}
    </section>
  )
}

function Line({ step }: { step: ProjectStep }) {
  const { steps } = useDocument()
  const report = useProject((s) => s.build?.steps.find((r) => r.id === step.id))
  return <StepLine step={step} number={steps.indexOf(step) + 1} report={report} />
}

/** A cut and what joins its pieces; more joints are offered when they are asked for. */
function Cut({
  cut,
  joints,
  offers,
}: {
  cut: ProjectStep
  joints: readonly ProjectStep[]
  offers: readonly Addition[]
}) {
  const actions = useActions()
  const [more, setMore] = useState(false)
  const listed = joints.length === 0 || more
  return (
    <>
      <Line step={cut} />
      {joints.map((s) => (
        <Line key={s.id} step={s} />
      ))}
      {offers.length > 0 && (
        <li className="pb-2 pl-[26px] text-[15px]">
          {listed ? (
            offers.map((a) => (
              <button key={a.key} type="button" className="figure mr-3" onClick={() => actions.take(a.offer!)}>
                {a.words}
              </button>
            ))
          ) : (
            <button type="button" className="text-[14px] text-soft hover:text-ink" onClick={() => setMore(true)}>
              more joints …
            </button>
          )}
        </li>
      )}
    </>
  )
}
