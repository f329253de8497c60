'use client'
import { changeNote, dropNote, noteOn, setNote } from '@/core/document/notes'
import type { Note } from '@/core/document/notes-schema'
import { stepKindNamed } from '@/core/steps/registry'
import { useActions } from '../actions/actions-context'
import { newId } from '../new-id'
import { ChooseFile } from '../primitives/choose-file'
import { Choose } from '../primitives/choose'
import { Heading } from '../primitives/heading'
import { Remove } from '../primitives/small'
import { useDocument, useProject } from '../store/store'

/** What the maker wants to remember, of the project and what is in it. */
export function Notes() {
  const { notes } = useDocument()
  const edit = useProject((s) => s.edit)
  return (
    <section aria-label="Notes" className="pt-4">
      <Heading aside={notes.length > 0 ? `${notes.length}` : ''}>Notes</Heading>
      {notes.length === 0 && (
        <p className="py-1 text-soft">
          What the first print taught, what to measure next time: of the project, a part, a step, or a place that is
          picked in the scene.
        </p>
      )}
      <ol>
        {notes.map((note, i) => (
          <NoteLine key={note.id} note={note} number={i + 1} />
        ))}
      </ol>
      <button
        type="button"
        className="py-1.5 text-soft hover:text-ink"
        onClick={() => edit(setNote({ id: newId(), text: '' }))}
      >
        Add a note …
      </button>
    </section>
  )
}

const PROJECT = 'the project'

function NoteLine({ note, number }: { note: Note; number: number }) {
  const { steps } = useDocument()
  const parts = useProject((s) => s.build?.parts)
  const edit = useProject((s) => s.edit)
  const set = useProject((s) => s.set)
  const endEdit = useProject((s) => s.endEdit)
  const actions = useActions()
  const options = {
    [PROJECT]: PROJECT,
    ...(note.at ? { place: 'a place in the scene' } : {}),
    ...Object.fromEntries((parts ?? []).map((p) => [`part ${p.id}`, p.name])),
    ...Object.fromEntries(steps.map((s, i) => [`step ${s.id}`, `step ${i + 1}, ${s.name ?? stepKindNamed(s.kind)?.title.toLowerCase() ?? s.kind}`])), // prettier-ignore
  }
  const on = note.at ? 'place' : note.part ? `part ${note.part}` : note.step ? `step ${note.step}` : PROJECT
  const put = (to: string) => {
    if (to === PROJECT) edit(setNote(noteOn(note, {})))
    else if (to !== 'place')
      edit(setNote(noteOn(note, to.startsWith('part ') ? { part: to.slice(5) } : { step: to.slice(5) })))
  }
  return (
    <li className="border-t border-hair py-2 first:border-t-0">
      <p className="flex items-baseline gap-2 text-[14px] text-soft">
        <b className="text-ink">{number}</b>
        <span className="flex-1">
          on <Choose label={`What note ${number} is on`} value={on} options={options} onChange={put} />
          {note.at && (
            <button
              type="button"
              className="figure ml-3"
              onClick={() => set({ pointedRow: `place ${note.at!.join(' ')}` })}
            >
              show it
            </button>
          )}
        </span>
        <Remove label={`Take out note ${number}`} act={() => edit(dropNote(note.id))} />
      </p>
      <textarea
        aria-label={`Note ${number}`}
        value={note.text}
        maxLength={4000}
        rows={2}
        placeholder="what to remember"
        className="field-sizing-content w-full resize-y border-b border-rule bg-transparent outline-none focus:border-figure"
        onChange={(e) => edit(changeNote(note.id, { text: e.target.value }), { group: `note ${note.id}` })}
        onBlur={endEdit}
      />
      {note.picture ? (
        <p className="flex items-start gap-2">
          {/* eslint-disable-next-line @next/next/no-img-element -- it comes from the data folder as it is */}
          <img src={`/api/files/${note.picture.file}`} alt={note.picture.fileName} className="max-h-40 max-w-full" />
          <Remove
            label={`Take the picture off note ${number}`}
            act={() => edit(changeNote(note.id, { picture: undefined }))}
          />
        </p>
      ) : (
        <ChooseFile
          label={`Picture for note ${number}`}
          accept="image/png,image/jpeg"
          onFiles={([file]) => file && void actions.pictureOf(note.id, file)}
        >
          <span className="text-[14px]">add a picture</span>
        </ChooseFile>
      )}
    </li>
  )
}
