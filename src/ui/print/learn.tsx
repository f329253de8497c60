'use client'
import { setPrinter } from '@/core/document/print-edits'
import type { Printer } from '@/core/document/schema'
import { type Lesson, lessonOf } from '@/core/print/learnt'
import { stepKindNamed, stepKinds } from '@/core/steps/registry'
import { learntFromRows, readRows } from '@/core/print/printed'
import { formatGap } from '@/core/units/length'
import { Simulated } from './simulated'
import { useActions } from '../actions/actions-context'
import { useAdditions } from '../actions/offers'
import { Heading } from '../primitives/heading'
import { useDocument, useProject, useUnit } from '../store/store'
import { useWorkOut } from '../store/use-work-out'

/** What the printer is taught by test pieces that were printed and tried. */
export function Learn() {
  const { steps } = useDocument()
  const actions = useActions()
  const additions = useAdditions()
  const tests = steps.filter((s) => !s.off && stepKindNamed(s.kind)?.learns)
  const begin = stepKinds().flatMap((k) => {
    const offer = k.learns && additions.find((a) => a.key === `start ${k.kind}`)?.offer
    return offer ? [{ offer, title: k.title.charAt(0).toLowerCase() + k.title.slice(1) }] : []
  })
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
      {begin.map(({ offer, title }) => (
        <p key={title} className="text-[15px]">
          <button type="button" className="figure" onClick={() => actions.take(offer)}>
            {title}
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
      <Take lesson={lessonOf(learnt)} printer={document.printer} take={() => edit(setPrinter({ gaps: learnt.gaps }))} />
    </div>
  )
}

function Taught({ id, kind }: { id: string; kind: string }) {
  const { printer, steps } = useDocument()
  const report = useProject((s) => s.build?.steps.find((r) => r.id === id))
  const edit = useProject((s) => s.edit)
  const set = useProject((s) => s.set)
  const { said, from } = stepKindNamed(kind)!.learns!
  const lesson = report && from(report.values)
  const number = steps.findIndex((s) => s.id === id) + 1
  const field = typeof said === 'string' ? said : said(steps[number - 1]?.fields ?? {})
  return (
    <div className="border-t border-hair py-1.5 text-[15px] first:border-t-0">
      <p>
        Step {number}: {report?.notes.join(' ') ?? 'it is built …'}
      </p>
      {lesson && <Take lesson={lesson} printer={printer} take={() => edit(setPrinter(lesson.printer))} />}
      <button type="button" className="figure" onClick={() => set({ place: 'shape', editing: `${id}.${field}` })}>
        {lesson ? 'change what was seen' : 'say what was seen'}
      </button>
    </div>
  )
}

function Take({ lesson, printer, take }: { lesson: Lesson; printer: Printer; take: () => void }) {
  const taught = Object.entries(lesson.printer) as [keyof Lesson['printer'], unknown][]
  const has = taught.every(([what, to]) => JSON.stringify(printer[what]) === JSON.stringify(to))
  const gaps = lesson.printer.gaps !== undefined
  return (
    <p>
      {lesson.says}{' '}
      {has ? (
        <span className="text-moss">✓ The printer {gaps ? 'has these gaps' : 'knows it'}.</span>
      ) : (
        <button type="button" className="figure" onClick={take}>
          {gaps ? 'give the printer these gaps' : 'let the printer know it'}
        </button>
      )}
    </p>
  )
}
