import { built, type Fields, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { idleSteps } from './idle-steps'
import type { CheckInput } from './finding'

const block: StepOf = ['solid', { width: '20', depth: '20', height: '10' }, 'block']
const drill = (up: string, more: Fields = {}): StepOf => ['solid', { shape: 'cylinder', across: '4', height: '30', at: { along: '0', up, from: '' }, how: 'take', parts: ['block'], ...more }, 'drill'] // prettier-ignore
async function told(...steps: StepOf[]) {
  const project = sheetOf(...steps)
  const { build } = await built(project)
  return idleSteps({ project, build } as CheckInput).map((f) => [f.title, f.about])
}

test('a cut beside its part changes nothing and is told by its number; one that cuts is not', async () => {
  expect(await told(block, drill('60'))).toEqual([['Step 2 changes nothing.', 'drill']])
  expect(await told(block, drill('0'))).toEqual([])
})

test('what is added where material is already, and a part moved by nothing, are told as well', async () => {
  expect(await told(block, drill('0', { height: '5', how: 'add' }))).toEqual([['Step 2 changes nothing.', 'drill']])
  expect(await told(block, ['put', { parts: ['block'], right: '0' }, 'put'])).toEqual([['Step 2 changes nothing.', 'put']]) // prettier-ignore
  expect(await told(block, ['put', { parts: ['block'], right: '1' }, 'put'])).toEqual([])
})

test('a step that only halts a print, or leaves rows, is none; nor is one that fails', async () => {
  expect(await told(block, ['pause', { part: 'block', at: '5' }, 'halt'])).toEqual([])
  expect(await told(block, ['pause', { part: 'block', at: '50' }, 'halt'])).toEqual([])
})
