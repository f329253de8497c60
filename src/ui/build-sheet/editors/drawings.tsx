'use client'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import type { NamedShapesField } from '@/core/fields/named-shapes'
import type { OutlineField } from '@/core/fields/outline'
import { BASE_PLANES, type PlaneField, type SavedPlane } from '@/core/fields/plane'
import type { PublicationField } from '@/core/fields/publication'
import type { SavedTakenFace, TakenFacesField } from '@/core/fields/taken-faces'
import { stepKindNamed } from '@/core/steps/registry'
import { Choose } from '../../primitives/choose'
import { LengthFigure } from '../../primitives/length-figure'
import { takenFaces } from '../../store/drawing-state'
import { useDocument, useProject } from '../../store/store'
import { shapesAround } from './shapes-around'
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
  const names = saved.map((id) => letter(id) ?? '?')
  return (
    <Popover.Root>
      <Popover.Trigger className="figure" aria-label={`${spec.label}, ${names.join(', ')}`}>
        {names.join(', ') || 'choose'}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content sideOffset={4} aria-label={spec.label} className="panel z-50 p-3 text-[14.5px]">
          {before.length === 0 && <p className="text-soft">There is no shape before it yet.</p>}
          {before.map((s) => (
            <label key={s.id} className="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                className="accent-(--figure)"
                checked={saved.includes(s.id)}
                onChange={() => write(saved.includes(s.id) ? saved.filter((id) => id !== s.id) : [...saved, s.id])}
              />
              {letter(s.id)}, {s.kind}
            </label>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** The plane of a drawing: one of the project's own, or a face that is picked in the scene. */
export function PlaneEditor({ spec, saved, write }: EditorProps<PlaneField, SavedPlane>) {
  const [open, setOpen] = useState(false)
  const parts = useProject((s) => s.build?.parts) ?? []
  const picks = useProject((s) => s.picks)
  const flat = picks.find((p) => p.kept && p.reference === undefined && p.shape.kind === 'plane')
  const name = 'base' in saved ? BASE_PLANES[saved.base] : `a face of ${parts.find((p) => p.id === saved.part)?.name ?? 'a part'}` // prettier-ignore
  const take = (next: SavedPlane) => {
    write(next)
    setOpen(false)
  }
  return (
    <>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger className="figure" aria-label={`${spec.label}, ${name}`}>
          {name}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            sideOffset={4}
            aria-label={spec.label}
            className="panel z-50 flex flex-col items-start gap-1 p-3 text-[14.5px]"
          >
            {(Object.keys(BASE_PLANES) as (keyof typeof BASE_PLANES)[]).map((base) => (
              <button key={base} type="button" className="figure" onClick={() => take({ base, off: saved.off })}>
                {BASE_PLANES[base]}
              </button>
            ))}
            {flat ? (
              <button
                type="button"
                className="figure"
                onClick={() => take({ part: flat.owner, face: flat.kept!, off: saved.off, datum: 'middle' })}
              >
                the face of {flat.ownerName} that is picked
              </button>
            ) : (
              <p className="text-soft">Or pick a flat face of a part in the scene first.</p>
            )}
            <p>
              <LengthFigure label="How far off it" formula={saved.off} onChange={(off) => write({ ...saved, off })} />{' '}
              off it
            </p>
            {'part' in saved && (
              <p>
                Its datum is{' '}
                <Choose
                  label="The datum"
                  value={saved.datum}
                  options={{ middle: 'the middle of the face', corner: 'its lower left corner' }}
                  onChange={(datum) => write({ ...saved, datum: datum as 'middle' | 'corner' })}
                />
              </p>
            )}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {saved.off !== '0' && (
        <>
          {', '}
          <LengthFigure label="How far off it" formula={saved.off} onChange={(off) => write({ ...saved, off })} />
          {' off it'}
        </>
      )}
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
