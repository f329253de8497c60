import { boxFacets, type Facet, takenOver } from '../../../../tests/support/text-stl'
import { runChecks } from '../../checks'
import { Kernel } from '../../kernel/kernel'

const findings = async (facets: readonly Facet[]) => {
  const { build, project } = await takenOver(facets)
  return runChecks({ project, build, ledger: [], kernel: await Kernel.load() })
}

test('bodies of a file that lie in each other, or twice in one place, are one; what was there twice counts once', async () => {
  const crossing = await takenOver([...boxFacets([0, 0, 0], [10, 10, 10]), ...boxFacets([5, 2, 2], [10, 6, 6])])
  expect(crossing.volume).toBeCloseTo(1000 + 5 * 36, 2)
  expect(crossing.notes).toContain('Its 2 bodies lay in each other; they are one now, and the 180 mm³ that was there more than once counts once.') // prettier-ignore
  const within = await takenOver([...boxFacets([0, 0, 0], [10, 10, 10]), ...boxFacets([2, 2, 2], [3, 3, 3])])
  expect(within.volume).toBeCloseTo(1000, 2)
  const apart = await takenOver([...boxFacets([0, 0, 0], [10, 10, 10]), ...boxFacets([20, 0, 0], [5, 5, 5])])
  expect([apart.volume, apart.notes]).toEqual([expect.closeTo(1125, 2), ['It is in 2 separate pieces.']])
})

test('a closed room of a file stays one, also where two of its bodies lie in each other', async () => {
  const room = [...boxFacets([0, 0, 0], [20, 20, 20]), ...boxFacets([5, 5, 5], [4, 4, 4], true)]
  expect((await takenOver(room)).volume).toBeCloseTo(8000 - 64, 2)
  const both = await takenOver([...room, ...boxFacets([15, 5, 5], [10, 10, 10])])
  expect(both.volume).toBeCloseTo(8000 - 64 + 500, 2)
  // A body that lies in the room fills it as far as it goes.
  const filled = await takenOver([...room, ...boxFacets([7, 5, 5], [20, 4, 4])])
  expect(filled.volume).toBeCloseTo(8000 - 2 * 16 + 7 * 16, 2)
})

test('a mesh that goes through itself is told of with where; a sound one is not', async () => {
  const box = boxFacets([0, 0, 0], [10, 10, 10])
  // One corner of the top is pushed out through the floor.
  const pushed = box.map((f) => f.map((p) => (p[0] === 10 && p[1] === 10 && p[2] === 10 ? [4, 4, -3] : p)) as unknown as Facet) // prettier-ignore
  const found = await findings(pushed)
  expect(found).toContainEqual(expect.objectContaining({ check: 'through-itself', parts: ['it'] }))
  expect(found.find((f) => f.check === 'through-itself')!.place![2]).toBeCloseTo(0, 1)
  expect((await findings(box)).map((f) => f.check)).not.toContain('through-itself')
})
