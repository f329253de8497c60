import { produce } from 'immer'
import { type Edit, putIn } from './edits'
import type { Note } from './notes-schema'

/** Adds a note, or changes one. */
export const setNote = (note: Note): Edit => produce((p) => putIn(p.notes, note))

/** Changes what a note says; `undefined` takes the picture off. */
export const changeNote = (id: string, { text, ...rest }: Partial<Pick<Note, 'text' | 'picture'>>): Edit =>
  produce((p) => {
    const note = p.notes.find((n) => n.id === id)
    if (!note) return
    if (text !== undefined) note.text = text
    if ('picture' in rest && rest.picture) note.picture = rest.picture
    else if ('picture' in rest) delete note.picture
  })

export const dropNote = (id: string): Edit => produce((p) => void (p.notes = p.notes.filter((n) => n.id !== id)))

/** A note put on something else, or on the project as a whole. */
export const noteOn = (note: Note, on: Pick<Note, 'part' | 'step' | 'at'>): Note => {
  const { part: _part, step: _step, at: _at, ...rest } = note
  return { ...rest, ...on }
}
