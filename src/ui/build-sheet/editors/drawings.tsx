'use client'
import type { NamedShapesField } from '@/core/fields/named-shapes'
import type { OutlineField } from '@/core/fields/outline'
import type { PublicationField } from '@/core/fields/publication'
import type { SavedSection, SectionField } from '@/core/fields/section'
import type { SavedTakenFace, TakenFacesField } from '@/core/fields/taken-faces'
import { stepKindNamed } from '@/core/steps/registry'
import { Choose } from '../../primitives/choose'
import { Ticked } from '../../primitives/ticked'
import { LengthFigure } from '../../primitives/length-figure'
import { takenFaces } from '../../store/drawing-state'
import { useDocument, useProject } from '../../store/store'
import { partsBefore, shapesAround } from './shapes-around'
import type { EditorProps } from './editor'

/** What an earlier step left: a drawing, by its name or its number among those there are. */
export function PublicationEditor({ spec, saved, write, step }: EditorProps<PublicationField, string>) {
  const { steps } = useDocument()
  const before = steps.slice(
    0,
    steps.findIndex((s) => s.id === step.id),
  )
  const there = before.filter((s) => stepKindNamed(s.kind)?.publishes?.some((t) => t.name === spec.token.name))
  const { called } = spec.token
  const options = Object.fromEntries(
    there.map((s, i) => [s.id, s.name ?? (there.length === 1 ? `the ${called}` : `${called} ${i + 1}`)]),
  )
  return <Choose label={spec.label} value={saved || (there.at(-1)?.id ?? '')} options={options} onChange={write} />
}

export function OutlineEditor({ spec, saved, write }: EditorProps<OutlineField, string>) {
  const { outlines } = useDocument()
  return (
    <Choose
      label={spec.label}
      value={saved}
      options={Object.fromEntries(outlines.map((o) => [o.id, o.name]))}
      onChange={write}
    />
  )
}

/** Earlier shapes of the drawing, ticked in a list. */
export function NamedShapesEditor({ spec, saved, write, step }: EditorProps<NamedShapesField, string[]>) {
  const document = useDocument()
  const { before, letter } = shapesAround(document, step.id)
  return (
    <Ticked
      label={spec.label}
      empty="There is no shape before it yet."
      options={before.map((s) => ({ id: s.id, name: `${letter(s.id)}, ${s.kind}` }))}
      saved={saved}
      nameOf={(id) => letter(id) ?? '?'}
      onChange={write}
    />
  )
}

/** Parts that are cut, ticked in a list, and how far in front of the drawing. */
export function SectionEditor({ spec, saved, write, step }: EditorProps<SectionField, SavedSection>) {
  const document = useDocument()
  const built = useProject((s) => s.build?.parts) ?? []
  const { step: drawing } = shapesAround(document, step.id)
  const parts = partsBefore(document, drawing, built)
  return (
    <>
      <Ticked
        label={spec.label}
        empty="There is no part before this drawing yet."
        options={parts}
        saved={saved.parts}
        nameOf={(id) => built.find((p) => p.id === id)?.name ?? 'a part that is gone'}
        onChange={(next) => write({ ...saved, parts: next })}
      />
      {', '}
      <LengthFigure
        label="How far in front of the drawing it is cut"
        formula={saved.at}
        onChange={(next) => write({ ...saved, at: next })}
      />
      {' in front of it'}
    </>
  )
}

/** Faces of parts: how many there are, and those that are picked in the scene besides. */
export function TakenFacesEditor({ spec, saved, write }: EditorProps<TakenFacesField, SavedTakenFace[]>) {
  const faces = takenFaces(useProject((s) => s.picks))
  const many = (n: number) => `${n} ${n === 1 ? 'face' : 'faces'}`
  return (
    <span title={spec.label}>
      <span className="figure">{many(saved.length)}</span>
      {faces.length > 0 && (
        <button type="button" className="figure ml-2 text-[14px]" onClick={() => write(faces)}>
          take the {many(faces.length)} picked instead
        </button>
      )}
    </span>
  )
}
