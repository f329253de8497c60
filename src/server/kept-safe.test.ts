import { runInNewContext } from 'node:vm'
import { appendFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { emptyProject, makeReference } from '../core/document/schema'
import { ProblemError } from '../core/result'
import { exportBundle } from './bundles'
import { type Db, openDatabase } from './database'
import { filePath, readStored, storeBytes, streamFile } from './file-store'
import { sqliteCode } from './sqlite-code'
import { clearParts } from './unfinished'
import { readJson, refuseForeign } from './http'
import { createEmpty, createProject, openProject, saveProject, setDeleted, setPicture } from './projects'

let folder: string
let db: Db
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'anorak-safe-'))
  db = openDatabase(folder)
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const document = emptyProject('Bean shed')
const kind = (result: { ok: boolean; problem?: { kind: string } }) => (result.ok ? 'ok' : result.problem!.kind)

test('a save whose answer was lost can be sent again; another document cannot take its place', () => {
  const { id } = createEmpty(db, 'Bean shed')
  const mine = { ...document, name: 'Bean shed, mine' }
  expect(saveProject(db, id, 1, mine)).toEqual({ ok: true, value: { revision: 2 } })
  expect(saveProject(db, id, 1, mine)).toEqual({ ok: true, value: { revision: 2 } })
  expect(kind(saveProject(db, id, 1, { ...document, name: 'Bean shed, theirs' }))).toBe('clash')
  expect(kind(saveProject(db, id, 3, mine))).toBe('clash')
  const open = openProject(db, id)
  expect(open.ok && [open.value.revision, open.value.past.length]).toEqual([2, 1])
})

test('opening a project does not send its whole past', () => {
  const long = { ...document, numbers: Array.from({ length: 900 }, (_, i) => ({ id: `n${i}`, name: `n${i}`, formula: '1 mm + '.repeat(50).slice(0, -3) })) } // prettier-ignore
  const { id } = createProject(db, long)
  for (let i = 1; i <= 12; i++) expect(kind(saveProject(db, id, i, { ...long, name: `Shed ${i}` }))).toBe('ok')
  const open = openProject(db, id)
  if (!open.ok) throw new Error('not open')
  expect(JSON.stringify(open.value.past).length).toBeLessThan(1_000_000)
  expect(open.value.past.at(-1)!.name).toBe('Shed 11')
})

test('a project that is not there is said so, whatever is asked of it', () => {
  expect([kind(setDeleted(db, 'none', true)), kind(setPicture(db, 'none', Buffer.from([1])))]).toEqual(['no-project', 'no-project']) // prettier-ignore
})

describe('stored files', () => {
  const bytes = new TextEncoder().encode('ISO-10303-21; a board')
  test('one that is not what was stored is said to be damaged, and a good import mends it', () => {
    const sha = storeBytes(db, folder, bytes)
    const reference = makeReference({ id: 'r', name: 'r', kind: 'step', file: sha, fileName: 'board.step' })
    const { id } = createProject(db, { ...document, references: [reference] })
    expect([kind(streamFile(db, folder, sha)), kind(exportBundle(db, folder, id))]).toEqual(['ok', 'ok'])
    truncateSync(filePath(folder, sha), 5)
    expect([kind(streamFile(db, folder, sha)), kind(exportBundle(db, folder, id))]).toEqual(['damaged-file', 'damaged-file']) // prettier-ignore
    storeBytes(db, folder, bytes)
    expect([...readStored(folder, sha)!]).toEqual([...bytes])
    // As long as it was, but with another content.
    writeFileSync(filePath(folder, sha), new Uint8Array(bytes.length))
    expect(kind(exportBundle(db, folder, id))).toBe('damaged-file')
    storeBytes(db, folder, bytes)
    expect(kind(exportBundle(db, folder, id))).toBe('ok')
    rmSync(filePath(folder, sha))
    expect(kind(streamFile(db, folder, sha))).toBe('no-file')
    expect(kind(streamFile(db, folder, '../../etc/passwd'))).toBe('no-file')
  })
  test('what broken-off uploads left is cleaned up, and nothing else', () => {
    const sha = storeBytes(db, folder, bytes)
    writeFileSync(join(folder, 'files', 'abc.part'), 'half of it')
    clearParts(folder)
    expect(readdirSync(join(folder, 'files'))).toEqual([sha])
  })
})

describe('a damaged database', () => {
  test('is never replaced; it says where the last sound copy is, and that one opens', () => {
    const { id } = createEmpty(db, 'Bean shed')
    db.$client.close()
    rmSync(join(folder, 'anorak.db.copy'))
    openDatabase(folder).$client.close()
    const path = join(folder, 'anorak.db')
    const sound = readFileSync(path)
    writeFileSync(path, 'the mice were here '.repeat(500))
    let message = ''
    try {
      openDatabase(folder)
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      message = error.message
    }
    expect(message).toMatch(/is damaged; nothing in it was changed\. The last sound copy is .*anorak\.db\.copy/)
    expect(readFileSync(path, 'utf8')).toContain('mice')
    writeFileSync(path, readFileSync(`${path}.copy`))
    const again = openDatabase(folder)
    expect(kind(openProject(again, id))).toBe('ok')
    again.$client.close()
    writeFileSync(path, sound)
  })
  test('one whose pages are torn is found when it is opened', () => {
    for (let i = 0; i < 200; i++) createEmpty(db, `Bed ${i}`)
    db.$client.pragma('wal_checkpoint(TRUNCATE)')
    db.$client.close()
    const path = join(folder, 'anorak.db')
    const bytes = readFileSync(path)
    bytes.fill(0xa5, 4096 * 3, Math.min(bytes.length, 4096 * 12))
    writeFileSync(path, bytes)
    appendFileSync(path, '')
    expect(() => openDatabase(folder)).toThrow(/damaged/)
  })
})

describe('what is sent', () => {
  const sent = (body: string) => readJson(new Request('http://127.0.0.1/api/projects', { method: 'POST', body }))
  test('is looked at before it is worked on', async () => {
    expect(await sent('{"a": [1, "]]]]", {}]}')).toEqual({ ok: true, value: { a: [1, ']]]]', {}] } })
    expect(kind(await sent('{"a": '))).toBe('not-json')
    expect(kind(await sent('['.repeat(3000) + ']'.repeat(3000)))).toBe('too-deep')
    expect(kind(await sent(`"${'x'.repeat(25 * 1024 * 1024)}"`))).toBe('too-large')
  })
  test('a million steps are counted, not read', () => {
    const { id } = createEmpty(db, 'Bean shed')
    const steps = Array.from({ length: 1_000_000 }, () => ({}))
    const result = saveProject(db, id, 1, { ...document, steps })
    expect(result.ok ? '' : result.problem.message).toBe('The project has 1000000 steps; up to 2000 can be read.')
    const fields = { long: 'x'.repeat(400_000) }
    expect(kind(saveProject(db, id, 1, { ...document, steps: [{ id: 'a', kind: 'case', fields }] }))).toBe('invalid')
  })
  test.each(['LOCALHOST:3210', 'localhost.:3210', 'Localhost', '127.0.0.1:80', '[::1]:3210'])(
    '%s is this machine',
    (host) => expect(refuseForeign(new Request('http://127.0.0.1/', { headers: { host } }))).toBeUndefined(),
  )
  test.each(['localhost.example', 'example.localhost.', 'xlocalhost', ''])('%j is not', (host) =>
    expect(refuseForeign(new Request('http://127.0.0.1/', { headers: { host } }))?.status).toBe(403),
  )
})

test('an error of the database is known by its code, whatever realm its class is of', () => {
  const foreign: unknown = runInNewContext("Object.assign(new Error('locked'), { code: 'SQLITE_BUSY' })")
  expect(foreign instanceof Error).toBe(false)
  expect([foreign, new Error('other'), undefined, 'SQLITE_BUSY'].map(sqliteCode)).toEqual(['SQLITE_BUSY', '', '', ''])
})
