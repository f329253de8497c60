import { drawn, listeningActions, openedProject, textOf } from '../../../tests/support/page'
import { registerTestKinds, sheet, slabStep, step } from '../../../tests/support/kinds'
import { describedSteps, stepPage } from '@/core/steps/describe'
import { additions, found, takeOffer } from '@/core/steps/offers'
import type { Pick } from '@/core/fit/picks'
import { Kernel } from '@/core/kernel/kernel'
import { Builder } from '@/core/sheet/builder'
import { runSteps } from '@/cli/steps'
import { situationOf } from '../actions/offers'
import { verbsFor } from '../scene/verbs'
import { createProjectStore } from '../store/store'
import { BuildSheet } from './build-sheet'

registerTestKinds()

/** A project with one made-up step, built and open. */
const opened = async () => ({
  store: await openedProject(sheet(step('bed', 'slab', { height: '2*line + 3' }))),
  ...listeningActions(),
})

/** What is picked: the top of the slab. */
const topPick: Pick = {
  kind: 'surface',
  owner: 'bed.slab',
  ownerName: 'Slab',
  name: { step: 'bed', role: 'top' },
  region: 0,
  shape: { kind: 'plane', normal: [0, 0, 1], point: [0, 0, 5] },
  point: [1, 1, 5],
  size: [40, 20, 0],
}

test('a kind that only this test knows has its sentence in the sheet, with the figures it came to', async () => {
  const { store, actions } = await opened()
  const html = drawn(store, <BuildSheet />, actions)
  const text = textOf(html)
  expect(text).toContain('Lay a slab 40 by 20 , 3.84 high, from 0 .')
  expect(html).toContain('title="Height: 3.84 mm · 0.1512 in = 2*line + 3"')
  expect(text).toContain('1 step')
})

test('while nothing is built yet, the sheet waits: no figure in the colour of errors', async () => {
  const { actions } = await opened()
  const document = sheet(step('bed', 'slab', { height: '2*line + 3' }))
  const html = drawn(createProjectStore({ id: 'q', revision: 1, document, past: [] }), <BuildSheet />, actions)
  expect(html).toContain('aria-busy="true"')
  expect(html).not.toContain('text-rust')
  expect(html).not.toContain('role="alert"')
})

test('it is found by what it is for, in sheet and search alike, and begun with its fields', async () => {
  const { store } = await opened()
  const all = additions(situationOf(store.getState()))
  const hits = found(all, 'plank')
  expect(hits.map((a) => [a.words, a.group])).toEqual([['Lay a slab', 'make']])
  const next = takeOffer(hits[0]!.offer!)(store.getState().history.present)
  expect(next.steps[1]).toMatchObject({ kind: 'slab', fields: { width: '30' } })
  expect(found(all, 'no such thing')).toEqual([])
  // What cannot be begun yet is listed, but has nothing to take.
  expect(found(all, 'wrap')).toEqual([expect.not.objectContaining({ offer: expect.anything() })])
})

test('what is picked on its part offers what it offers, first in the list and at the foot of the scene', async () => {
  const { store, actions, asked } = await opened()
  store.getState().set({ picks: [topPick] })
  const state = store.getState()
  const listed = additions(situationOf(state))
  expect(listed[0]).toMatchObject({ group: 'picked' })
  expect(listed.find((a) => a.words === 'lay a slab beside it')).toMatchObject({ group: 'picked' })
  const verbs = verbsFor(topPick, state, state.history.present, actions)
  verbs.find(([words]) => words === 'lay a slab beside it')![1]()
  expect(asked).toEqual([['take', expect.objectContaining({ words: 'lay a slab beside it' })]])
  verbs.find(([words]) => words === 'change the height of the slab')![1]()
  expect(store.getState().editing).toBe('bed.height')
})

test('the command line lists it with an example that builds, and its page names every field', async () => {
  const listed = runSteps().find((s) => s.kind === 'slab')!
  expect(listed).toMatchObject({ title: 'Lay a slab', publishes: ['slab'], fields: [{ name: 'width', type: 'length', default: '40', range: [0.1, 500], unit: 'mm' }, {}, {}, {}] }) // prettier-ignore
  expect(describedSteps(() => undefined).map((s) => s.kind)).toContain('slab')
  for (const { kind, example } of runSteps().filter((s) => s.kind === 'slab')) {
    const build = await new Builder(await Kernel.load()).build({ ...example!, references: [] }, new Map(), 'view')
    expect([kind, build.steps.flatMap((s) => s.problems), build.parts[0]!.volume]).toEqual([kind, [], 12 * 20 * 5])
  }
  for (const field of Object.keys(slabStep.fields)) expect(stepPage(slabStep)).toContain(`| \`${field}\` | length |`)
})
