import { setNumber } from '@/core/document/edits'
import { emptyProject } from '@/core/document/schema'
import { namesNow } from './use-work-out'

test('a number is known to formulas as soon as it is written, before any build tells it', () => {
  const project = setNumber('n', 'thick', '3 mm')(emptyProject('Shed'))
  const twice = setNumber('m', 'room', 'thick*2')(project)
  expect(namesNow(twice, undefined)['room']).toMatchObject({ value: 6, dimension: 'length' })
  expect(namesNow(twice, undefined)['fit.sliding']!.value).toBe(project.printer.gaps.sliding)
  // What only a build knows stays known.
  const built = { 'case.floor': { value: 1.8, dimension: 'length' as const } }
  expect(namesNow(twice, built)).toMatchObject({ ...built, thick: { value: 3 } })
})
