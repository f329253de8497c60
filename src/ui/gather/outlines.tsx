'use client'
import {
  nameOutline,
  removeOutline,
  setDrawingChecked,
  setDrawingScale,
  takeLayer,
} from '@/core/document/outline-edits'
import type { ProjectOutline } from '@/core/document/schema'
import { formatArea, formatLength } from '@/core/units/length'
import type { OutlineView } from '@/worker/outline-view'
import { openPhoto } from '../store/photo-state'
import { Heading } from '../primitives/heading'
import { NameInput } from '../primitives/name-input'
import { useProject, useUnit } from '../store/store'
import { FileUnitFacts } from './file-unit-facts'
import { PhotoFacts } from './photo-facts'

/** Flat outlines to fit: drawings, and what was traced from photos. */
export function Outlines() {
  const outlines = useProject((s) => s.history.present.outlines)
  const views = useProject((s) => s.build?.outlines)
  return outlines.map((outline) => (
    <OutlineBlock key={outline.id} outline={outline} view={views?.find((v) => v.id === outline.id)} />
  ))
}

function OutlineBlock({ outline, view }: { outline: ProjectOutline; view: OutlineView | undefined }) {
  const edit = useProject((s) => s.edit)
  const set = useProject((s) => s.set)
  return (
    <section aria-label={outline.name} className="pt-3">
      <Heading aside={outline.kind === 'photo' ? 'a photo' : 'a drawing'}>
        <NameInput
          label={`Name of ${outline.name}`}
          name={outline.name}
          className="flex-1 tracking-[inherit] uppercase"
          onName={(name) => edit(nameOutline(outline.id, name))}
        />
      </Heading>
      {outline.kind === 'photo' && (
        <p className="py-1">
          <button
            type="button"
            className="border-b-2 border-figure bg-tint px-2 py-0.5 font-semibold text-figure"
            onClick={() => set({ photo: openPhoto(outline.id) })}
          >
            {outline.photo.loops.length > 0 ? 'Open the photo' : 'Open the photo and trace it'}
          </button>
        </p>
      )}
      {view && <OutlineFacts view={view} />}
      {outline.kind === 'photo' ? (
        <PhotoFacts outline={outline} view={view} />
      ) : (
        view && <DrawingFacts drawing={outline} view={view} />
      )}
      <p className="py-1">
        <button
          type="button"
          className="text-[14px] text-soft hover:text-rust"
          onClick={() => edit(removeOutline(outline.id))}
        >
          Take {outline.name} out of the project
        </button>
      </p>
    </section>
  )
}

/** Area, size and round holes of an outline. */
function OutlineFacts({ view }: { view: OutlineView }) {
  const unit = useUnit()
  const format = (mm: number) => formatLength(mm, unit)
  const { bounds, holes } = view
  if (!bounds) return null
  return (
    <div className="py-1 text-[15px] leading-snug">
      <p>
        {format(bounds[2] - bounds[0])} × {format(bounds[3] - bounds[1])} {unit}, {formatArea(view.area, unit)},{' '}
        {format(view.perimeter)} {unit} of edge.
        {view.openRuns > 0 && (
          <span className="text-ochre">
            {' '}
            ▲ {view.openRuns === 1 ? 'One line does' : `${view.openRuns} lines do`} not close.
          </span>
        )}
      </p>
      {holes.length > 0 && (
        <ul aria-label={`Round holes of ${view.name}`} className="text-soft">
          {holes.slice(0, 40).map((h) => (
            <li key={`${h.centre}`}>
              Hole Ø {format(h.diameter)} at {format(h.centre[0])}, {format(h.centre[1])}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

/** Where a drawing comes from, its unit, and its layers. */
function DrawingFacts({ drawing, view }: { drawing: Extract<ProjectOutline, { kind: 'drawing' }>; view: OutlineView }) {
  const edit = useProject((s) => s.edit)
  const { bounds, layers, notes, unit } = view
  return (
    <div className="py-1 text-[15px] leading-snug text-soft">
      {view.problem && <p className="text-rust">■ {view.problem.message}</p>}
      {unit && (
        <FileUnitFacts
          name={drawing.name}
          fileName={drawing.fileName}
          unit={unit}
          scale={drawing.scale}
          size={bounds ? [bounds[2] - bounds[0], bounds[3] - bounds[1]] : []}
          onScale={(scale) => edit(setDrawingScale(drawing.id, scale))}
        />
      )}
      {notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
      {unit && !unit.certain && (
        <p>
          {drawing.checked ? (
            <span className="text-moss">✓ Its size is checked. </span>
          ) : (
            <span className="text-ochre">▲ Its size is not checked against the real thing. </span>
          )}
          <button
            type="button"
            className="figure"
            onClick={() => edit(setDrawingChecked(drawing.id, !drawing.checked))}
          >
            {drawing.checked ? 'not so' : 'wave it through'}
          </button>
        </p>
      )}
      {layers.length > 0 && (
        <ul aria-label={`Layers of ${drawing.name}`}>
          {layers.map((layer) => (
            <li key={layer.name} className="grid grid-cols-[1fr_auto_auto] gap-3 border-t border-hair py-0.5">
              <span className={`truncate ${layer.taken ? 'text-ink' : 'line-through'}`}>{layer.name}</span>
              <span>
                {layer.loops} closed{layer.open > 0 ? `, ${layer.open} open` : ''}
              </span>
              <button
                type="button"
                className="figure w-14 text-left"
                aria-pressed={layer.taken}
                aria-label={`${layer.name} is ${layer.taken ? 'taken' : 'left'}`}
                onClick={() => edit(takeLayer(drawing.id, layer.name, !layer.taken))}
              >
                {layer.taken ? 'taken' : 'left'}
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
