import { sheetOf } from '../../../tests/support/drawn'
import { extrudeStep } from '@/core/steps/extrude'
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

describe('what lies on a face of a part', () => {
  const onPart = { part: 'plate', face: { name: { step: 'plate', role: 'far' }, near: [0, 0, 10] }, off: '0' }
  const onto = (on: object) => sheetOf(['solid', {}, 'plate'], ['drawing', { on }, 'd'], ['extrude', { drawing: 'd' }, 'e']) // prettier-ignore
  const anew = (on: object, was: object, value: string, field = 'how') => {
    const { sentence: words, fields: specs, follows } = extrudeStep
    const of = { id: 'e', words, specs, follows, saved: { drawing: 'd', parts: ['plate'], ...was } }
    const { fields } = saidAnew(of, field, value, { document: onto(on), parts: [] })(onto(on)).steps[2]!
    return { how: fields.how, way: fields.way }
  }

  test('goes into it as it is taken from it, and out of it as it is not any more', () => {
    expect(anew(onPart, { how: 'add', way: 'out' }, 'take')).toEqual({ how: 'take', way: 'in' })
    expect(anew(onPart, { how: 'take', way: 'in' }, 'add')).toEqual({ how: 'add', way: 'out' })
    expect(anew(onPart, { how: 'take', way: 'in' }, 'own')).toEqual({ how: 'own', way: 'out' })
  })

  test('a way that goes there already, both ways, and planes of the project stay as they are', () => {
    expect(anew(onPart, { how: 'add', way: 'in' }, 'take').way).toBeUndefined()
    expect(anew(onPart, { how: 'add', way: 'both' }, 'take').way).toBeUndefined()
    expect(anew(onPart, { how: 'add', way: 'out' }, 'own').way).toBeUndefined()
    expect(anew({ base: 'ground', off: '0' }, { how: 'add', way: 'out' }, 'take').way).toBeUndefined()
    expect(anew(onPart, { how: 'take', way: 'out' }, 'in', 'way')).toEqual({ how: undefined, way: 'in' })
  })
})
