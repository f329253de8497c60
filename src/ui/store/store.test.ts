import { rename, setField, setNumber } from '@/core/document/edits'
import { emptyProject } from '@/core/document/schema'
import { createProjectStore } from './store'

const open = () => createProjectStore({ id: 'p', revision: 4, document: emptyProject('Shed'), past: [] })

test('edits are undone and redone one by one; those of one drag are one', () => {
  const store = open()
  const { edit, endEdit } = store.getState()
  const name = () => store.getState().history.present.name
  edit(rename('Bean shed'))
  for (const to of ['B', 'Be', 'Bed']) edit(rename(to), { group: 'drag', dragging: true })
  expect([name(), store.getState().dragging]).toEqual(['Bed', true])
  endEdit()
  expect(store.getState().dragging).toBe(false)
  edit(rename('Beds'), { group: 'drag' })
  const back = () => (store.getState().undo(), name())
  expect([back(), back(), back(), back()]).toEqual(['Bed', 'Bean shed', 'Shed', 'Shed'])
  store.getState().redo()
  expect(name()).toBe('Bean shed')
})

test('an edit that changes nothing leaves nothing to undo', () => {
  const store = open()
  store.getState().edit(setField('none', 'clear', '3'))
  store.getState().edit((p) => p)
  expect(store.getState().history.past).toEqual([])
})

test('looking at something, results that come in and saving leave the document as it is', () => {
  const store = open()
  const { history, set, receive, told } = store.getState()
  set({ place: 'print', picks: [], section: { axis: 'x', at: 1, flipped: false } })
  receive({ failure: 'lost', findings: [] })
  told({ state: 'saving' })
  told({ state: 'saved', at: 1 }, 5)
  expect(store.getState().history).toBe(history)
  expect(store.getState()).toMatchObject({ place: 'print', failure: 'lost', revision: 5, saved: { state: 'saved' } })
  told({ state: 'waiting' })
  expect(store.getState().revision).toBe(5)
})

test('those who look at one slice are not told of another', () => {
  const store = open()
  const seen: number[] = []
  store.subscribe(
    (state, before) => state.history !== before.history && seen.push(state.history.present.numbers.length),
  )
  store.getState().set({ hover: undefined, perspective: true })
  store.getState().edit(setNumber('n', 'room', '2'))
  store.getState().receive({ ledger: [] })
  expect(seen).toEqual([1])
})
