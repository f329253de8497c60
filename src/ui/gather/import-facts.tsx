'use client'
import { setChecked, setScale } from '@/core/document/edits'
import type { ProjectReference } from '@/core/document/schema'
import { boxSize, emptyBox, joinBoxes } from '@/core/geometry/vec'
import type { ReferenceView } from '@/worker/views'
import { useProject } from '../store/store'
import { FileUnitFacts } from './file-unit-facts'

/** What the import of a reference had to say: its file, its unit, what was mended. It can be read here at any time. */
export function ImportFacts({ reference, settings }: { reference: ReferenceView; settings: ProjectReference }) {
  const { unit, notes } = reference.report
  const edit = useProject((s) => s.edit)
  return (
    <div className="py-1 text-[15px] leading-snug text-soft">
      <FileUnitFacts
        name={reference.name}
        fileName={settings.fileName}
        unit={unit}
        scale={settings.scale}
        size={boxSize(reference.items.reduce((box, i) => joinBoxes(box, i.bounds), emptyBox()))}
        onScale={(scale) => edit(setScale(reference.id, scale))}
      />
      {notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
      <Checked settings={settings} doubtful={!unit.certain} />
    </div>
  )
}

/** Until a length on it was held against the real thing, a reference says so. */
function Checked({ settings, doubtful }: { settings: ProjectReference; doubtful: boolean }) {
  const edit = useProject((s) => s.edit)
  const check = (checked: boolean) => () => edit(setChecked(settings.id, checked))
  if (settings.checked)
    return (
      <p>
        <span className="text-moss">✓ Its scale is checked.</span>{' '}
        <button type="button" className="figure" onClick={check(false)}>
          not so
        </button>
      </p>
    )
  return (
    <p>
      <span className={doubtful ? 'text-ochre' : ''}>
        {doubtful && '▲ '}Its scale is not checked: measure between two places on it in the scene and hold that against
        the real thing, or
      </span>{' '}
      <button type="button" className="figure" onClick={check(true)}>
        wave it through
      </button>
      .
    </p>
  )
}
