'use client'
import { useState } from 'react'
import type { MarkField } from '@/core/fields/mark'
import { stepKindNamed } from '@/core/steps/registry'
import { solutionOf } from '@/core/ties/solution'
import { markedOf } from '../../drawing/marked'
import { fixedMarksOf, pageDraft, standingOf } from '../../drawing/page-draft'
import { Choose } from '../../primitives/choose'
import { markWords } from '../../store/drawing-state'
import { useDocument, useProjectStore } from '../../store/store'
import { shapesAround } from './shapes-around'
import type { EditorProps } from './editor'

/** A point, an edge or a round of the drawing, chosen by its name. */
export function MarkEditor({ spec, saved, write, step }: EditorProps<MarkField, string>) {
  const document = useDocument()
  const store = useProjectStore()
  const { step: of, letter } = shapesAround(document, step.id)
  const [listed, setListed] = useState<Record<string, string>>({})
  const options = (): Record<string, string> => {
    const drawing = document.steps.find((s) => s.id === of)
    const field = drawing && stepKindNamed(drawing.kind)?.fields.shapes
    if (!drawing || field?.type !== 'shapes') return {}
    const standing = standingOf(store, drawing, field.kinds)
    const draft = pageDraft(standing)
    const all = [...markedOf(draft, solutionOf(draft).unknowns), ...fixedMarksOf(standing.fixed)]
    const marks = all.filter((m) => spec.takes.includes(m.what))
    return Object.fromEntries(marks.map((m) => [m.mark, markWords(letter, m.mark)]))
  }
  const words = saved ? markWords(letter, saved) : 'choose'
  return (
    <Choose
      label={spec.label}
      value={saved}
      options={{ ...listed, [saved]: words }}
      onOpen={() => setListed(options())}
      onChange={write}
    />
  )
}
