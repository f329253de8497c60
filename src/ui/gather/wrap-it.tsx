'use client'
import { useState } from 'react'
import type { Board } from '@/core/references/board'
import { goalsFor, suited, whyNot, WRAP_QUESTIONS, type WrapAnswers } from '@/core/steps/wrap-answers'
import { useActions } from '../actions/actions-context'
import { Panel } from '../primitives/panel'
import { WrapPicture } from './wrap-pictures'

/** Three questions, and a whole sheet of ordinary steps for the answers. */
export function WrapIt({ reference, board }: { reference: string; board: Board }) {
  const actions = useActions()
  const [open, setOpen] = useState(false)
  const [given, setGiven] = useState<WrapAnswers>({ sits: 'screws', closes: 'board', lives: 'desk' })
  const answers = suited(board, given)
  const write = () => {
    setOpen(false)
    actions.begin(reference, goalsFor(answers))
  }
  return (
    <Panel
      label="Wrap it"
      says="or answer three questions …"
      side="right"
      open={open}
      setOpen={setOpen}
      className="w-[38rem] overflow-y-auto p-4"
    >
      {' '}
      {/* prettier-ignore */}
      {(Object.keys(WRAP_QUESTIONS) as (keyof WrapAnswers)[]).map((question) => (
        <Question
          key={question}
          question={question}
          answer={answers[question]}
          why={(one) => whyNot(board, answers, { [question]: one })}
          choose={(one) => setGiven({ ...answers, [question]: one })}
        />
      ))}
      <p className="pt-2 text-soft">Every step of it can be changed afterwards by its sentence.</p>
      <p className="pt-2">
        <button
          type="button"
          className="border-b-2 border-figure bg-tint px-2 py-0.5 font-semibold text-figure"
          onClick={write}
        >
          {' '}
          {/* prettier-ignore */}
          write the sheet
        </button>
      </p>
    </Panel>
  )
}

function Question({
  question,
  answer,
  why,
  choose,
}: {
  question: keyof WrapAnswers
  answer: string
  /** Why an answer cannot be had. */
  why: (answer: string) => string | undefined
  choose: (answer: string) => void
}) {
  const { asks, options } = WRAP_QUESTIONS[question]
  return (
    <fieldset className="pb-3">
      <legend className="font-semibold">{asks}</legend>
      <div className="grid grid-cols-4 gap-2 pt-1">
        {Object.entries(options).map(([key, words]) => {
          const reason = why(key)
          return (
            <label
              key={key}
              className={`block border-b-2 px-1.5 py-1 leading-snug ${key === answer ? 'border-figure bg-tint' : 'border-rule'} ${reason ? 'text-soft' : ''}`}
            >
              {' '}
              {/* prettier-ignore */}
              <span className="flex items-start gap-2">
                <input type="radio" name={question} className="mt-1" checked={key === answer} disabled={reason !== undefined} onChange={() => choose(key)} /> {/* prettier-ignore */}
                <WrapPicture answer={key} />
              </span>
              {words}
              {reason && <span className="block text-[13px]">not here: {reason}</span>}
            </label>
          )
        })}
      </div>
    </fieldset>
  )
}
