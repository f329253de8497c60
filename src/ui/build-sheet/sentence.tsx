'use client'
import { useEffect, useState } from 'react'
import type { ProjectStep } from '@/core/document/schema'
import { fieldKind, type FieldSpecs } from '@/core/fields/kinds'
import type { Problem } from '@/core/result'
import { isMeant, type StepKind, type Word } from '@/core/steps/step-kind'
import type { StepView } from '@/worker/views'
import { useProject, useProjectStore } from '../store/store'
import { editorOf } from './editors'
import { saidAnew } from './only-part'

/** Values that are short enough to stay on one line with the comma behind them. */
const SHORT: ReadonlySet<string> = new Set(['length', 'angle', 'count', 'choice', 'yes-no', 'fit'])

/** A sentence with its values, each edited where it stands. Of a step, or of a shape of a drawing. */
export function Sentence({
  of,
  words,
  specs,
  saved,
  report,
  follows,
}: {
  of: ProjectStep
  words: readonly Word[]
  specs: FieldSpecs
  saved: Readonly<Record<string, unknown>>
  report: StepView | undefined
  follows?: StepKind['follows']
}) {
  const store = useProjectStore()
  const write = (field: string, value: unknown) => {
    const { edit, history, build } = store.getState()
    edit(saidAnew({ id: of.id, words, specs, saved, follows }, field, value, { document: history.present, parts: build?.parts ?? [] })) // prettier-ignore
  }
  const [all, setAll] = useState(false)
  const isUnsaid = (word: Word): boolean => {
    if (typeof word === 'string' || !word.rare || report?.problems.some((p) => p.field === word.field)) return false
    const spec = specs[word.field]!
    return String(saved[word.field]) === String(fieldKind(spec).facts?.(spec).default)
  }
  return (
    <p className="leading-[1.65]">
      {words.map((word, i) => {
        const space = i === 0 ? '' : ' '
        if (typeof word === 'string') return `${space}${word}`
        if (!isMeant(word, saved) || (!all && isUnsaid(word))) return null
        if (word.given && isEmpty(saved[word.field])) return null
        const spec = specs[word.field]!
        const Editor = editorOf(spec)
        return (
          Editor && (
            <span key={`${word.field} ${word.when?.[1] ?? ''}`}>
              {space}
              {word.before && `${word.before} `}
              <span
                className={word.after ? `whitespace-nowrap ${SHORT.has(spec.type) ? '' : '*:whitespace-normal'}` : ''}
              >
                <Editor
                  step={of}
                  field={word.field}
                  spec={spec}
                  saved={saved[word.field]}
                  report={report}
                  write={(value) => write(word.field, value)}
                />
                {word.after && /^[^ ]/.test(word.after) ? word.after[0] : ''}
              </span>
              {word.after && (/^[^ ]/.test(word.after) ? word.after.slice(1) : word.after)}
            </span>
          )
        )
      })}
      {words.some((word) => isMeant(word, saved) && isUnsaid(word)) && (
        <button type="button" className="ml-2 text-[14px] text-soft hover:text-figure" onClick={() => setAll(!all)}>
          {all ? 'less' : 'more …'}
        </button>
      )}
    </p>
  )
}

const isEmpty = (v: unknown): boolean => v === undefined || v === '' || (Array.isArray(v) && v.length === 0)

/** What else would do; what goes with it is lit up while it is pointed at. */
function OtherWay({ or, take }: { or: NonNullable<Problem['or']>; take: (field: string, value: string) => void }) {
  const set = useProject((s) => s.set)
  useEffect(() => () => set({ pointedEdges: undefined }), [set])
  const light = () => set({ pointedEdges: or.faces })
  const none = () => set({ pointedEdges: undefined })
  return (
    <button
      type="button"
      className="figure ml-2"
      onClick={() => take(or.field, or.value)}
      onPointerEnter={light}
      onFocus={light}
      onPointerLeave={none}
      onBlur={none}
    >
      {or.words}
    </button>
  )
}

/** What is wrong, in plain words. @param take writes what would do into the field that a problem is of */
export function Problems({
  report,
  take,
}: {
  report: Pick<StepView, 'problems' | 'notes'> | undefined
  take?: (field: string, value: string) => void
}) {
  return (
    <>
      {report?.problems.map((p) => (
        <p
          key={`${p.field} ${p.message}`}
          role="alert"
          className="mt-0.5 text-[14px] leading-snug text-rust no-underline"
        >
          <span aria-hidden>▲ </span>
          {p.message}
          {p.would && p.field !== undefined && take && (
            <button type="button" className="figure ml-2" onClick={() => take(p.field!, p.would!.value)}>
              {p.would.words}
            </button>
          )}
          {p.or && take && <OtherWay or={p.or} take={take} />}
        </p>
      ))}
      {report?.notes.map((note) => (
        <p key={note} className="mt-0.5 text-[14px] leading-snug text-soft">
          {note}
        </p>
      ))}
    </>
  )
}
