'use client'
import { useState } from 'react'
import type { ChoiceField, FitField, TextField, YesNoField } from '@/core/fields/choice'
import { FIT_CLASSES, type FitClass } from '@/core/fit/classes'
import { Choose } from '../../primitives/choose'
import type { EditorProps } from './editor'

export const ChoiceEditor = ({ spec, saved, write }: EditorProps<ChoiceField, string>) => (
  <Choose label={spec.label} value={saved} options={spec.options} onChange={write} />
)

export const FitEditor = ({ spec, saved, write }: EditorProps<FitField, FitClass>) => (
  <Choose label={spec.label} value={saved} options={FIT_CLASSES} onChange={(fit) => write(fit as FitClass)} />
)

export const YesNoEditor = ({ spec, saved, write }: EditorProps<YesNoField, boolean>) => (
  <button type="button" className="figure" aria-pressed={saved} title={spec.label} onClick={() => write(!saved)}>
    {saved ? spec.yes : spec.no}
  </button>
)

export function TextEditor({ spec, saved, write }: EditorProps<TextField, string>) {
  const [text, setText] = useState<string>()
  if (text === undefined)
    return (
      <button type="button" className="figure" aria-label={`${spec.label}, ${saved}`} onClick={() => setText(saved)}>
        {saved || 'write'}
      </button>
    )
  const done = (accept: boolean) => {
    if (accept && text !== saved) write(text.slice(0, spec.most))
    setText(undefined)
  }
  return (
    <input
      autoFocus
      aria-label={spec.label}
      value={text}
      maxLength={spec.most}
      size={Math.max(8, text.length)}
      className="rounded-[3px] border-[1.5px] border-figure bg-sheet px-1 font-semibold text-figure outline-none"
      onChange={(e) => setText(e.target.value)}
      onBlur={() => done(true)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') done(true)
        if (e.key === 'Escape') done(false)
      }}
    />
  )
}
