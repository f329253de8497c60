import { sheetOf } from '../../../tests/support/drawn'
import type { SurfaceName } from '../kernel/surface'
import { changedBy, chainOf, makes, namedBy } from './parts-steps'
import { idsIn, idsInStep } from './renamed-ids'

const FACE = { name: { step: 'box', role: 'top' }, near: [0, 0, 10], of: 1 }
const change = {
  id: (id: string) => (id === 'box' ? 'new' : id),
  name: (name: SurfaceName) => ({ ...name, step: name.step === 'box' ? 'new' : name.step }),
}

test('ids are changed where they are ids: of parts, in picks and in shapes, not where a text happens to be the same', () => {
  const shapes = [
    { id: 'box', kind: 'letters', fields: { text: 'box' } },
    { id: 'e', kind: 'edges', fields: { of: [{ part: 'box', face: FACE }] } },
  ]
  const [drawing] = sheetOf(['drawing', { on: { part: 'box', face: FACE, datum: 'middle', off: 'box' }, shapes }, 'd']).steps // prettier-ignore
  const changed = idsInStep(drawing!, change)
  expect(changed.id).toBe('d')
  const face = { ...FACE, name: { step: 'new', role: 'top' } }
  expect(changed.fields).toEqual({
    on: { part: 'new', face, datum: 'middle', off: 'box' },
    shapes: [
      { id: 'box', kind: 'letters', fields: { text: 'box' } },
      { id: 'e', kind: 'edges', fields: { of: [{ part: 'new', face }] } },
    ],
  })
  const [cut] = sheetOf(['extrude', { drawing: 'box', how: 'take', parts: ['box', 'other'], by: 'box' }, 'cut']).steps
  expect(idsInStep(cut!, change).fields).toEqual({ drawing: 'new', how: 'take', parts: ['new', 'other'], by: 'box' })
  expect(idsIn([{ owner: 'box', as: 'face', on: FACE }], change)).toEqual([{ owner: 'new', as: 'face', on: face }])
})

test('a step tells what it changes by what its sentence says, not by what it said before', () => {
  const sheet = sheetOf(
    ['solid', { how: 'own', parts: ['left from before'] }, 'box'],
    ['solid', { how: 'take', parts: ['box', 'lid'] }, 'cut'],
    ['combine', { part: 'box', tools: ['lid'] }, 'both'],
  ).steps
  expect(sheet.map(changedBy)).toEqual([[], [['box', 'lid']], [['box'], ['lid']]])
  expect(makes({ id: 'case' }, 'case.base')).toBe(true)
  expect(makes({ id: 'case' }, 'case2.base')).toBe(false)
})

test('a part is made of what makes and changes it, what these use up, and the drawings that they stand on', () => {
  const { steps } = sheetOf(
    ['drawing', {}, 'unused'],
    ['drawing', {}, 'flat'],
    ['extrude', {}, 'plate'],
    ['solid', {}, 'lug'],
    ['solid', {}, 'other'],
    ['combine', { part: 'plate', tools: ['lug'] }, 'both'],
    ['solid', { how: 'take', parts: ['plate', 'other'] }, 'cut'],
    ['motion', { part: 'other' }, 'moves'],
  )
  // The extrude says nothing of a drawing: it is of the nearest.
  expect(namedBy(steps[2]!, steps.slice(0, 2))).toEqual([['drawing', 'flat']])
  expect(chainOf('plate', steps).map((s) => s.id)).toEqual(['flat', 'plate', 'lug', 'both', 'cut'])
  expect(chainOf('other', steps).map((s) => s.id)).toEqual(['other', 'cut', 'moves'])
  expect(chainOf('nothing', steps)).toEqual([])
})
