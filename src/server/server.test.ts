import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { emptyProject, makeReference } from '../core/document/schema'
import { profileOf } from '../core/print/kept-printers'
import { packProject } from '../core/formats/project-file'
import { exportBundle, importBundle } from './bundles'
import { type Db, openDatabase } from './database'
import { seedDemo } from './demo'
import { readStored, storeUpload } from './file-store'
import { refuseForeign } from './http'
import { changePrinter, forgetPrinter, keepPrinter, listPrinters } from './printers'
import {
  createEmpty,
  duplicateProject,
  listProjects,
  openProject,
  renameProject,
  saveProject,
  setDeleted,
} from './projects'

let folder: string
let db: Db
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'anorak-test-'))
  db = openDatabase(folder)
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const expectOpen = (id: string) => {
  const open = openProject(db, id)
  if (!open.ok) throw new Error(open.problem.message)
  return open.value
}

describe('printers', () => {
  const profile = profileOf({ ...emptyProject('x').printer, name: 'Shed printer', filament: 'PETG' })
  const kept = () => {
    const made = keepPrinter(db, profile)
    if (!made.ok) throw new Error(made.problem.message)
    return made.value
  }

  test('one that is kept is there for others, counts its projects, and new projects begin with it', () => {
    const { id } = kept()
    const project = createEmpty(db, 'Seed tray')
    expect(expectOpen(project.id).document.printer).toMatchObject({ name: 'Shed printer', kept: { id, revision: 1 } })
    expect(listPrinters(db).find((p) => p.id === id)).toMatchObject({ revision: 1, projects: 1, profile: { filament: 'PETG' } }) // prettier-ignore
    setDeleted(db, project.id, true)
    expect(listPrinters(db).find((p) => p.id === id)!.projects).toBe(0)
    forgetPrinter(db, id)
    expect(expectOpen(createEmpty(db, 'Seed tray').id).document.printer.kept?.id).not.toBe(id)
  })
  test('a change on top of an older one is refused, and what is none is refused; nothing is lost', () => {
    const { id } = kept()
    const learnt = { ...profile, gaps: { ...profile.gaps, snug: 0.17 } }
    expect(changePrinter(db, id, 1, learnt)).toEqual({ ok: true, value: { id, revision: 2 } })
    const late = changePrinter(db, id, 1, profile)
    expect(late.ok ? '' : late.problem.kind).toBe('clash')
    const bad = changePrinter(db, id, 2, { ...profile, line: -1 })
    expect(bad.ok ? '' : bad.problem.kind).toBe('invalid')
    expect(listPrinters(db).find((p) => p.id === id)).toMatchObject({ revision: 2, profile: learnt })
    forgetPrinter(db, id)
    const gone = changePrinter(db, id, 2, profile)
    expect(gone.ok ? '' : gone.problem.kind).toBe('no-printer')
  })
})

describe('projects', () => {
  test('what is saved is there again, with what was before', () => {
    const { id } = createEmpty(db, 'Vent bracket')
    const first = expectOpen(id)
    const next = { ...first.document, unit: 'in' as const }
    expect(saveProject(db, id, first.revision, next)).toEqual({ ok: true, value: { revision: 2 } })
    const again = expectOpen(id)
    expect(again.document.unit).toBe('in')
    expect(again.past).toEqual([first.document])
  })
  test('two windows: the second to save is told, and nothing of the first is lost', () => {
    const { id } = createEmpty(db, 'Seed wheel')
    const { document, revision } = expectOpen(id)
    saveProject(db, id, revision, { ...document, name: 'Seed wheel, mine' })
    const clash = saveProject(db, id, revision, { ...document, name: 'Seed wheel, theirs' })
    expect(clash.ok ? '' : clash.problem.kind).toBe('clash')
    expect(expectOpen(id).document.name).toBe('Seed wheel, mine')
  })
  test('a document that is none is refused and the project stays', () => {
    const { id } = createEmpty(db, 'Hose hanger')
    const bad = saveProject(db, id, 1, { format: 'anorak-project', version: 2, name: 'x', steps: 'none' })
    expect(bad.ok ? '' : bad.problem.kind).toBe('invalid')
    expect(expectOpen(id).document.name).toBe('Hose hanger')
  })
  test('deleting can be taken back; renamed and doubled ones have their names', () => {
    const { id } = createEmpty(db, 'Probe boot')
    renameProject(db, id, 'Probe boot 2')
    const copy = duplicateProject(db, id)
    expect(copy.ok && expectOpen(copy.value.id).document.name).toBe('Probe boot 2 copy')
    setDeleted(db, id, true)
    expect(openProject(db, id).ok).toBe(false)
    expect(listProjects(db).some((p) => p.id === id)).toBe(false)
    setDeleted(db, id, false)
    expect(expectOpen(id).document.name).toBe('Probe boot 2')
  })
})

describe('files', () => {
  const stream = (...chunks: (string | Uint8Array)[]) =>
    new ReadableStream<Uint8Array>({
      start(controller) {
        for (const c of chunks) controller.enqueue(typeof c === 'string' ? new TextEncoder().encode(c) : c)
        controller.close()
      },
    })
  test('an upload is kept once under its SHA-256', async () => {
    const [a, b] = [
      await storeUpload(db, folder, stream('ISO-10303-21;', 'HEADER;'), 'a.step'),
      await storeUpload(db, folder, stream('ISO-10303-21;HEADER;'), 'a.step'),
    ]
    expect(a.ok && a.value).toEqual(b.ok && b.value)
    expect(a.ok && new TextDecoder().decode(readStored(folder, a.value.sha))).toBe('ISO-10303-21;HEADER;')
  })
  test('what is of no known format, and what breaks off, leaves nothing behind', async () => {
    const before = readdirSync(join(folder, 'files'))
    const other = await storeUpload(db, folder, stream('MZ not a board'), 'a.step')
    expect(other.ok ? '' : other.problem.kind).toBe('unknown-format')
    const breaking = new ReadableStream<Uint8Array>({
      start: (c) => c.enqueue(new TextEncoder().encode('ISO-10303-21;')),
      pull: (c) => c.error(new Error('gone')),
    })
    await expect(storeUpload(db, folder, breaking, 'a.step')).rejects.toThrow('gone')
    expect(readdirSync(join(folder, 'files'))).toEqual(before)
  })
  test('a path is no file', () => expect(readStored(folder, '../anorak.db')).toBeUndefined())
})

test('the demo is seeded once; what a user does to it stays', () => {
  expect(seedDemo(db, folder)).toBe(true)
  const demo = listProjects(db).find((p) => p.name === 'Rain logger')!
  setDeleted(db, demo.id, true)
  expect(seedDemo(db, folder)).toBe(false)
  expect(listProjects(db).some((p) => p.name === 'Rain logger')).toBe(false)
  setDeleted(db, demo.id, false)
})

describe('a project as one file', () => {
  test('goes out with its board and comes in on another machine', async () => {
    const demo = listProjects(db).find((p) => p.name === 'Rain logger')!
    const bundle = exportBundle(db, folder, demo.id)
    if (!bundle.ok) throw new Error(bundle.problem.message)
    const other = mkdtempSync(join(tmpdir(), 'anorak-other-'))
    const there = openDatabase(other)
    const made = await importBundle(there, other, bundle.value.bytes)
    const open = made.ok ? openProject(there, made.value.id) : made
    expect(open.ok && open.value.document).toEqual(expectOpen(demo.id).document)
    expect(readStored(other, expectOpen(demo.id).document.references[0]!.file)!.length).toBeGreaterThan(100_000)
    rmSync(other, { recursive: true, force: true })
  })
  test('a damaged one is refused whole', async () => {
    const count = listProjects(db).length
    expect((await importBundle(db, folder, new Uint8Array([1, 2, 3]))).ok).toBe(false)
    const project = {
      ...emptyProject('Funnel'),
      references: [makeReference({ id: 'r', name: 'r', kind: 'step', file: 'c'.repeat(64), fileName: 'r.step' })],
    }
    const without = await importBundle(db, folder, packProject({ project, files: new Map() }))
    expect(without.ok ? '' : without.problem.kind).toBe('no-file')
    const wrong = await importBundle(
      db,
      folder,
      packProject({ project, files: new Map([['c'.repeat(64), new TextEncoder().encode('ISO-10303-21;')]]) }),
    )
    expect(wrong.ok ? '' : wrong.problem.kind).toBe('wrong-file')
    expect(listProjects(db)).toHaveLength(count)
  })
})

describe('requests from elsewhere', () => {
  const request = (method: string, headers: Record<string, string>) =>
    new Request('http://127.0.0.1/api/projects', { method, headers })
  test.each([
    [
      'another site’s page',
      'POST',
      { host: '127.0.0.1:3210', origin: 'http://elsewhere.example', 'sec-fetch-site': 'cross-site' },
    ],
    ['another port’s page', 'PUT', { host: '127.0.0.1:3210', origin: 'http://127.0.0.1:8080' }],
    ['a name that points here', 'GET', { host: 'elsewhere.example' }],
    ['an opaque origin', 'POST', { host: 'localhost:3210', origin: 'null' }],
  ])('%s is refused', (_, method, headers) =>
    expect(refuseForeign(request(method, headers as unknown as Record<string, string>))?.status).toBe(403),
  )
  test('one’s own page is not', () => {
    expect(
      refuseForeign(
        request('POST', { host: '127.0.0.1:3210', origin: 'http://127.0.0.1:3210', 'sec-fetch-site': 'same-origin' }),
      ),
    ).toBeUndefined()
    expect(refuseForeign(request('GET', { host: 'localhost:3210' }))).toBeUndefined()
  })
})
