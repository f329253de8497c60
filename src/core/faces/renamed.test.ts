import { renamedEdge, renamedFace, renamedSegment } from './renamed'

const renames = {
  steps: new Set(['wrap']),
  items: { 'Front/Knob': 'Front/Dial' },
  edges: { e1: 'e1', e3: 'e5', e4: 'e6' },
}

test.each([
  ['e3', 'e5'],
  ['e3&e4', 'e5&e6'],
  ['e2', 'gone e2'],
  ['e1&e2', 'e1&gone e2'],
  ['Front/Knob 90°', 'Front/Dial 90°'],
  ['e4&Front/Knob -12.5°', 'e6&Front/Dial -12.5°'],
  ['Display 0°', 'Display 0°'],
  ['round', 'round'],
])('%s becomes %s', (before, after) => expect(renamedSegment(before, renames)).toBe(after))

test('only names of steps that work on the reference change', () => {
  const name = (step: string) => ({ step, role: 'cavity', segment: 'e3' })
  const near: [number, number, number] = [0, 0, 0]
  const face = (step: string) => ({ name: name(step), near, of: 1 })
  expect(renamedFace(face('wrap'), renames).name.segment).toBe('e5')
  expect(renamedFace(face('other'), renames)).toEqual(face('other'))
  const edge = renamedEdge({ between: [name('wrap'), name('other')], near, of: 1, run: 'piece' }, renames)
  expect(edge.between.map((n) => n.segment)).toEqual(['e5', 'e3'])
})
