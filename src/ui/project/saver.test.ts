import { jest } from '@jest/globals'
import { rename } from '@/core/document/edits'
import { emptyProject } from '@/core/document/schema'
import { createProjectStore } from '../store/store'
import { unsavedOf } from '../store/unsaved'
import { startSaving } from './saver'

/** A server of one project, and a browser's page round the saver. */
function setUp() {
  const kept = new Map<string, string>()
  const leaving: ((e: BeforeUnloadEvent) => void)[] = []
  const asked: { body: { base: number; document: { name: string } }; keepalive: boolean }[] = []
  const server = { revision: 1, answer: 'ok' as 'ok' | 'away' | 'lost' | 'clash' }
  Object.assign(globalThis, {
    localStorage: {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => kept.set(k, v),
      removeItem: (k: string) => kept.delete(k),
    },
    window: {
      addEventListener: (_: string, f: (e: BeforeUnloadEvent) => void) => leaving.push(f),
      removeEventListener: () => {},
    },
    fetch: async (_: string, init: { body: string; keepalive?: boolean }) => {
      if (server.answer === 'away') throw new TypeError('refused')
      const body = JSON.parse(init.body) as { base: number; document: { name: string } }
      asked.push({ body, keepalive: init.keepalive ?? false })
      if (server.answer === 'clash')
        return { ok: false, json: async () => ({ problem: { kind: 'clash', message: '' } }) }
      if (body.base === server.revision) server.revision += 1
      if (server.answer === 'lost') throw new TypeError('gone')
      return { ok: true, json: async () => ({ revision: server.revision }) }
    },
  })
  const document = emptyProject('Shed')
  const store = createProjectStore({ id: 'p', revision: 1, document, past: [] })
  const stop = startSaving(store)
  const leave = () => {
    const event = { preventDefault: jest.fn() }
    for (const f of leaving) f(event as never)
    return event.preventDefault.mock.calls.length > 0
  }
  const unsaved = () => unsavedOf('p', document)?.document.name
  return { store, stop, server, asked, leave, unsaved, edit: (name: string) => store.getState().edit(rename(name)) }
}
const pass = async (ms: number) => jest.advanceTimersByTimeAsync(ms)
beforeEach(() => void jest.useFakeTimers())
afterEach(() => void jest.useRealTimers())

test('edits are saved a moment after the last one, and are then not kept any longer', async () => {
  const { edit, asked, store, unsaved, leave, stop } = setUp()
  expect(leave()).toBe(false)
  edit('Bean shed')
  await pass(200)
  edit('Beans')
  await pass(300)
  expect(unsaved()).toBe('Beans')
  await pass(300)
  expect(asked.map((a) => [a.body.base, a.body.document.name])).toEqual([[1, 'Beans']])
  expect(store.getState()).toMatchObject({ revision: 2, saved: { state: 'saved' } })
  expect([unsaved(), leave()]).toEqual([undefined, false])
  stop()
})

test('with the server away it asks before leaving, keeps what was edited, and saves when it is back', async () => {
  const { edit, server, store, unsaved, leave, stop } = setUp()
  server.answer = 'away'
  edit('Beans')
  await pass(500)
  expect(store.getState().saved.state).toBe('offline')
  expect([leave(), unsaved()]).toEqual([true, 'Beans'])
  server.answer = 'ok'
  await pass(2500)
  expect(store.getState().saved.state).toBe('saved')
  expect(unsaved()).toBeUndefined()
  stop()
})

test('leaving with a save under way and a newer edit asks, and keeps the newer one', async () => {
  const { edit, store, unsaved, leave, stop } = setUp()
  edit('First')
  jest.advanceTimersByTime(360)
  expect(store.getState().saved.state).toBe('saving')
  edit('Second')
  expect([leave(), unsaved()]).toEqual([true, 'Second'])
  await pass(2000)
  expect(store.getState().saved.state).toBe('saved')
  stop()
})

test('a project too large to be sent on leaving is kept, and asked about', async () => {
  const { store, asked, leave, unsaved, stop } = setUp()
  const long = Array.from({ length: 900 }, (_, i) => ({
    id: `n${i}`,
    name: `n${i}`,
    formula: Array.from({ length: 12 }, () => '1 mm').join(' + '),
  }))
  store.getState().edit((p) => ({ ...p, name: 'Large', numbers: long }))
  expect([leave(), unsaved(), asked.length]).toEqual([true, 'Large', 0])
  stop()
})

test('a clash is left for the maker to settle', async () => {
  const { edit, server, asked, store, stop } = setUp()
  server.answer = 'clash'
  edit('Mine')
  await pass(500)
  edit('Mine again')
  await pass(5000)
  expect(asked).toHaveLength(1)
  expect(store.getState().saved.state).toBe('clash')
  stop()
})

test('what was never saved and is older than what the server has is offered, not put in', () => {
  const kept = { ...emptyProject('Shed'), name: 'Kept' }
  const store = createProjectStore({ id: 'p', revision: 9, document: emptyProject('Shed'), past: [] }, kept)
  expect(store.getState().history.present.name).toBe('Shed')
  store.getState().takeUnsaved(true)
  expect([store.getState().history.present.name, store.getState().unsaved]).toEqual(['Kept', undefined])
  store.getState().undo()
  expect(store.getState().history.present.name).toBe('Shed')
})
