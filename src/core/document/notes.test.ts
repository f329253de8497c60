import { packProject, unpackProject } from '../formats/project-file'
import { changeNote, dropNote, noteOn, setNote } from './notes'
import type { Note } from './notes-schema'
import { filesOf, importedFiles } from './imported-files'
import { emptyProject } from './schema'

const SHA = 'c'.repeat(64)
const NOTE: Note = { id: 'n', text: 'Print it lying down.', at: [1, 2, 3], picture: { file: SHA, fileName: 'first print.jpg' } } // prettier-ignore
const start = setNote(NOTE)(emptyProject('Latch arm'))

test('a note is put, changed, put on something else and taken out', () => {
  const changed = changeNote('n', { text: 'Print it upright.' })(start)
  expect(changed.notes[0]!.picture).toEqual(NOTE.picture)
  expect(changeNote('n', { picture: undefined })(changed).notes[0]).toEqual({ id: 'n', text: 'Print it upright.', at: [1, 2, 3] }) // prettier-ignore
  expect(changed.notes.map((n) => n.text)).toEqual(['Print it upright.'])
  expect(setNote(noteOn(NOTE, { part: 'arm' }))(start).notes).toEqual([{ id: 'n', text: NOTE.text, part: 'arm', picture: NOTE.picture }]) // prettier-ignore
  expect(noteOn(NOTE, {})).not.toHaveProperty('at')
  expect(dropNote('n')(start).notes).toEqual([])
})

test('pictures of notes go with the project file, and are nothing that parts are made of', async () => {
  expect(importedFiles(start)).toEqual([])
  expect(filesOf(start)).toEqual([NOTE.picture])
  const bytes = Uint8Array.from([1, 2, 3])
  const bundle = await unpackProject(packProject({ project: start, files: new Map([[SHA, bytes]]) }))
  if (!bundle.ok) throw new Error(bundle.problem.message)
  expect(bundle.value.project.notes).toEqual([NOTE])
  expect([...bundle.value.files.get(SHA)!]).toEqual([1, 2, 3])
})
