import { readFileSync } from 'node:fs'
import { sheetOf } from '../../../tests/support/drawn'
import { expectOk } from '../result'
import { readProject } from './read-project'
import { stepsOfPart } from './steps-of-part'

const FACE = { name: { step: 'box', role: 'top' }, near: [0, 0, 10], of: 1 }

test('a part has the steps that make and change it, and the drawings that those stand on', () => {
  const sheet = sheetOf(
    ['drawing', {}, 'flat'],
    ['extrude', { drawing: 'flat' }, 'plate'],
    ['solid', {}, 'box'],
    ['drawing', { on: { part: 'box', face: FACE, off: '0', datum: 'middle' } }, 'on'],
    ['extrude', { how: 'add', parts: ['box'] }, 'lug'],
    ['combine', { part: 'plate', tools: ['box'] }, 'both'],
  )
  expect([...stepsOfPart(sheet, 'box')].sort()).toEqual(['both', 'box', 'lug', 'on'])
  expect([...stepsOfPart(sheet, 'plate')].sort()).toEqual(['both', 'flat', 'plate'])
  expect(stepsOfPart(sheet, 'nothing').size).toBe(0)
})

test('of the planter each board stands alone with its drawing, and the floor with what it is cut by', () => {
  const project = expectOk(readProject(readFileSync('demo/planter.json', 'utf8')))
  const ids = project.steps.map((s) => s.id)
  const numbers = (part: string) => [...stepsOfPart(project, part)].map((id) => ids.indexOf(id) + 1).sort((a, b) => a - b) // prettier-ignore
  // The floor's drawing names the boards that it is cut by, so it is one of theirs.
  expect(numbers(ids[1]!)).toEqual([1, 2, 9])
  expect(numbers(ids[9]!)).toEqual([9, 10])
})
