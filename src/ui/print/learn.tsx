'use client'
import { setGap, together } from '@/core/document/edits'
import type { Printer } from '@/core/document/schema'
import { FIT_CLASSES, type FitClass } from '@/core/fit/classes'
import type { Learnt } from '@/core/print/learnt'
import { stepKindNamed, stepKinds } from '@/core/steps/registry'
import { learntFromRows, readRows } from '@/core/print/printed'
import { formatGap, formatLength } from '@/core/units/length'
import { Simulated } from './simulated'
import { useActions } from '../actions/actions-context'
import { useAdditions } from '../actions/offers'
import { Heading } from '../primitives/heading'
import { useDocument, useProject, useUnit } from '../store/store'
import { useWorkOut } from '../store/use-work-out'

const CLASSES = Object.keys(FIT_CLASSES) as FitClass[]

/** What the printer is taught by test pieces that were printed and tried. */
export function Learn() {
  const { steps } = useDocument()
  const actions = useActions()
  const additions = useAdditions()
  const tests = steps.filter((s) => !s.off && stepKindNamed(s.kind)?.learns)
  const begin = stepKinds().flatMap((k) => (k.learns ? (additions.find((a) => a.key === `start ${k.kind}`)?.offer ?? []) : [])) // prettier-ignore
  return (
    <section aria-label="What the printer learns" className="pt-4">
      <Heading>What it learns</Heading>
      {tests.map((s) => (
        <Taught key={s.id} id={s.id} kind={s.kind} />
      ))}
      {tests.length === 0 && (
        <p className="text-[15px] text-soft">
          A test of gaps, printed once, tells how much tighter than drawn its gaps come out.
        </p>
      )}
      <FromRows />
      <Simulated />
      {begin.map((offer) => (
        <p key={offer.words} className="text-[15px]">
          <button type="button" className="figure" onClick={() => actions.take(offer)}>
            {tests.length === 0 ? 'print a test of its gaps' : 'print another test of its gaps'}
          </button>
        </p>
      ))}
    </section>
  )
}

/** What rows of the ledger that were read on the print come to. */
function FromRows() {
  const document = useDocument()
  const edit = useProject((s) => s.edit)
  const unit = useUnit()
  const workOut = useWorkOut('document')
  const rows = readRows(document, (formula) => {
    const value = workOut(formula)
    return value.ok ? value.value : undefined
  })
  const learnt = learntFromRows(rows)
  if (!learnt) return null
  const said = `${formatGap(Math.abs(learnt.tighter), unit)} ${unit} ${learnt.tighter < 0 ? 'wider' : 'tighter'} per side than they were built`
  return (
    <div className="border-t border-hair py-1.5 text-[15px] first:border-t-0">
      <p>
        {learnt.rows === 1
          ? 'One gap of the ledger was read on the print'
          : `${learnt.rows} gaps of the ledger were read on the print`}
        : in the middle {said}
        {learnt.rows > 1 ? `, within ${formatGap(learnt.within, unit)}` : ''}.
      </p>
      <Take learnt={learnt} printer={document.printer} take={() => edit(takeGaps(learnt))} />
    </div>
  )
}

const takeGaps = (learnt: Learnt) => together(...CLASSES.map((fit) => setGap(fit, learnt.gaps[fit])))

function Taught({ id, kind }: { id: string; kind: string }) {
  const { printer, steps } = useDocument()
  const report = useProject((s) => s.build?.steps.find((r) => r.id === id))
  const edit = useProject((s) => s.edit)
  const set = useProject((s) => s.set)
  const { said, from } = stepKindNamed(kind)!.learns!
  const learnt = report && from(report.values)
  const number = steps.findIndex((s) => s.id === id) + 1
  return (
    <div className="border-t border-hair py-1.5 text-[15px] first:border-t-0">
      <p>
        Step {number}: {report?.notes.join(' ') ?? 'it is built …'}
      </p>
      {learnt && <Take learnt={learnt} printer={printer} take={() => edit(takeGaps(learnt))} />}
      <button type="button" className="figure" onClick={() => set({ place: 'shape', editing: `${id}.${said}` })}>
        {learnt ? 'change what was seen' : 'say what was seen'}
      </button>
    </div>
  )
}

function Take({ learnt, printer, take }: { learnt: Learnt; printer: Printer; take: () => void }) {
  const has = CLASSES.every((fit) => printer.gaps[fit] === learnt.gaps[fit])
  const said = CLASSES.map((fit) => `${fit} ${formatLength(learnt.gaps[fit])}`).join(', ')
  return (
    <p>
      So that fits come out as they are meant: {said}.{' '}
      {has ? (
        <span className="text-moss">✓ The printer has these gaps.</span>
      ) : (
        <button type="button" className="figure" onClick={take}>
          give the printer these gaps
        </button>
      )}
    </p>
  )
}
