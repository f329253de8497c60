import { built, sheetOf } from '../../../tests/support/drawn'
import { setPart } from '../document/edits'
import { setPrinter } from '../document/print-edits'
import type { Project } from '../document/schema'
import { boxOfPositions } from '../geometry/vec'
import { partList } from './part-list'

/** Two blocks of 10 by 20 by 30, and of 10 by 10 by 10 beside it. */
const blocks = (): Project =>
  sheetOf(
    ['solid', { width: '10', depth: '20', height: '30' }, 'tall'],
    ['solid', { width: '10', depth: '10', height: '10', at: { along: '40', up: '0' } }, 'small'],
  )
async function listed(project: Project) {
  const { build } = await built(project)
  return partList(project, build.parts.map((p) => ({ ...p, bounds: boxOfPositions(p.mesh.positions) }))) // prettier-ignore
}

test('parts are listed with size, volume, mass and middle, and summed as often as they are printed', async () => {
  const project = setPart('small', { count: 3, material: 'TPU', group: 'feet' })(blocks())
  const { parts, total } = await listed(project)
  expect(parts).toMatchObject([
    { name: 'Part', count: 1, size: [10, 20, 30], material: 'PLA', mass: expect.closeTo(6 * 1.24, 4), middle: [0, 0, 15].map((v) => expect.closeTo(v, 4)) }, // prettier-ignore
    { name: 'Part 2', count: 3, material: 'TPU', group: 'feet', mass: expect.closeTo(1.21, 4) },
  ])
  expect(total).toMatchObject({ count: 4, volume: expect.closeTo(9000, 2), mass: expect.closeTo(6 * 1.24 + 3 * 1.21, 4) }) // prettier-ignore
  // One of each, as they belong together.
  const x = (40 * 1.21) / (6 * 1.24 + 1.21)
  expect(total.middle![0]).toBeCloseTo(x, 4)
})

test('a filament nobody knows the density of has no mass, rather than a wrong one', async () => {
  const odd = setPrinter({ filament: 'Wood mix' })(blocks())
  const { parts, total } = await listed(odd)
  expect([parts[0]!.mass, total.mass, total.middle]).toEqual([undefined, undefined, undefined])
  const petg = await listed(setPrinter({ filament: ' petg ' })(blocks()))
  expect(petg.parts[0]!.material).toBe('PETG')
  const told = [setPart('tall', { material: 'ABS' }), setPart('small', { material: 'ABS' })].reduce((p, edit) => edit(p), odd) // prettier-ignore
  expect((await listed(told)).total.mass).toBeCloseTo(7 * 1.04, 4)
})
