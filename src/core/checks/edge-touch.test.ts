import { at, built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { Kernel } from '../kernel/kernel'
import { runChecks } from '.'

const box = (x: number, y: number, more: object = {}): StepOf => ['solid', { width: '10', depth: '10', height: '6', at: at(x, y), ...more }] // prettier-ignore
const checksOf = async (...steps: StepOf[]) => {
  const project = sheetOf(...steps)
  const { build } = await built(project)
  return runChecks({ project, build, ledger: [], kernel: await Kernel.load() })
}

test('two blocks of one part that have an edge in common and nothing else are told of, with where', async () => {
  const added = { how: 'add', parts: ['solid1'] }
  const found = await checksOf(box(0, 0), box(10, 10, added))
  expect(found).toEqual([expect.objectContaining({ check: 'edge-touch', parts: ['solid1'] })])
  expect(found[0]!.place!.slice(0, 2)).toEqual([5, 5])
  expect(await checksOf(box(0, 0), box(9, 9, added))).toEqual([])
  expect(await checksOf(box(0, 0), box(10, 0, added))).toEqual([])
})
