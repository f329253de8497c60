'use client'
import { setChecked, setScale } from '@/core/document/edits'
import type { ProjectReference } from '@/core/document/schema'
import { boxSize, emptyBox, joinBoxes } from '@/core/geometry/vec'
import { sizeIn } from '@/core/references/guess-unit'
import { FILE_UNITS, type UnitName } from '@/core/references/model'
import type { ReferenceView } from '@/worker/build.worker'
import { Choose } from '../primitives/choose'
import { useProject } from '../project/store'

/** Units a file without one may be in. */
const CHOICES: readonly UnitName[] = ['mm', 'in', 'cm', 'm']

/** What the import of a reference had to say: its file, its unit, what was mended. It can be read here at any time. */
export function ImportFacts({ reference, settings }: { reference: ReferenceView; settings: ProjectReference }) {
  const { unit, notes } = reference.report
  return (
    <div className="py-1 text-[15px] leading-snug text-soft">
      {unit.certain ? (
        <p>
          From {settings.fileName}, in {unit.name} ({unit.from}).
          {settings.scale !== 1 && ` Sized by ${settings.scale.toPrecision(5)}.`}
        </p>
      ) : (
        <GuessedUnit reference={reference} settings={settings} />
      )}
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

/** A visible choice between the sizes the file could mean. */
function GuessedUnit({ reference, settings }: { reference: ReferenceView; settings: ProjectReference }) {
  const edit = useProject((s) => s.edit)
  const guessed = FILE_UNITS[reference.report.unit.name as UnitName]
  const size = boxSize(reference.items.reduce((box, i) => joinBoxes(box, i.bounds), emptyBox()))
  const inFile = size.map((v) => v / (guessed * settings.scale))
  const chosen = CHOICES.find((u) => Math.abs((settings.scale * guessed) / FILE_UNITS[u] - 1) < 1e-9)
  return (
    <p>
      <span className="text-ochre">▲ {settings.fileName} does not say its unit.</span> It is taken to be{' '}
      <Choose
        label={`Size of ${reference.name}`}
        value={chosen ?? 'other'}
        options={{
          ...Object.fromEntries(CHOICES.map((u) => [u, `${sizeIn(inFile, u)}, if it is in ${u}`])),
          ...(chosen ? {} : { other: `${size.map((v) => Number(v.toPrecision(4))).join(' x ')} mm, as checked` }),
        }}
        onChange={(u) => u !== 'other' && edit(setScale(reference.id, FILE_UNITS[u as UnitName] / guessed))}
      />
      .
    </p>
  )
}
