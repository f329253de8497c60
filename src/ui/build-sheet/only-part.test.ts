import { sheetOf } from '../../../tests/support/drawn'
import { solidStep } from '@/core/steps/solid'
import { saidAnew } from './only-part'

const project = sheetOf(['solid', {}, 'plate'], ['solid', {}, 'knob'], ['solid', {}, 'later'])
const said = (parts: string[], field: string, value: string, saved = {}) => {
  const { sentence: words, fields: specs } = solidStep
  const of = { id: 'knob', words, specs, saved: { how: 'own', parts: [], shape: 'box', ...saved } }
  return saidAnew(of, field, value, { document: project, parts: parts.map((id) => ({ id })) })(project).steps[1]!.fields
}

test('what becomes of a solid asks for parts: the only one before it is that one; of several none, nor one of its own or after it', () => {
  expect(said(['plate', 'knob', 'later'], 'how', 'take')).toMatchObject({ how: 'take', parts: ['plate'] })
  expect(said(['plate', 'plate.2', 'knob'], 'how', 'take')).not.toHaveProperty('parts')
  expect(said(['knob', 'later'], 'how', 'add')).not.toHaveProperty('parts')
})

test('a part that was chosen stays, and other fields change nothing else', () => {
  expect(said(['plate'], 'how', 'add', { parts: ['other'] })).not.toHaveProperty('parts')
  expect(said(['plate'], 'shape', 'cylinder')).not.toHaveProperty('parts')
})
