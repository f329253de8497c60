import { at, built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { setPart } from '../document/edits'
import type { Printer, Project } from '../document/schema'
import { exportFiles, exportWishes, listExport } from '../formats/export-parts'
import { read3mf } from '../formats/threemf/read-3mf'
import { boxOfPositions, boxSize } from '../geometry/vec'
import { isClosed, sizes } from '../mesh/facts'

const BLOCK: StepOf = ['solid', { width: '20', depth: '20', height: '10' }, 'block']
const BORE: StepOf = ['solid', { shape: 'cylinder', across: '8', height: '30', lift: '-5', how: 'take', parts: ['block'] }, 'bore'] // prettier-ignore
const onPrinter = (project: Project, printer: Partial<Printer>): Project => ({ ...project, printer: { ...project.printer, ...printer } }) // prettier-ignore

async function saved(project: Project, arrangement: 'bed' | 'assembled' = 'bed') {
  const { build } = await built(project)
  const wishes = exportWishes(project, arrangement)
  const read = read3mf(exportFiles(build.parts, wishes).at(-1)!.bytes)
  if (!read.ok) throw new Error(read.problem.message)
  const { positions, indices } = read.value.raw.shapes[0]!
  expect(isClosed(positions, indices)).toBe(true)
  return { volume: sizes(positions, indices).volume, size: boxSize(boxOfPositions(positions)), plain: build.parts[0]!.volume, list: listExport(build.parts, wishes)[0]! } // prettier-ignore
}

test('what is saved is drawn in at its foot over the lowest layer, outside and in holes, and nowhere else', async () => {
  const [by, high] = [0.2, 0.25]
  const project = onPrinter(sheetOf(BLOCK, BORE), { bevel: by, first: high })
  const { volume, size, plain, list } = await saved(project)
  const [low, top] = [(20 - 2 * by) ** 2, 20 ** 2]
  const outside = high * top - (high / 3) * (low + top + Math.sqrt(low * top))
  const [wide, narrow] = [4 + by, 4]
  const hole = (Math.PI * high * (wide * wide + narrow * narrow + wide * narrow)) / 3 - Math.PI * narrow * narrow * high
  expect(plain - volume).toBeCloseTo(outside + hole, 1)
  expect(size).toEqual([20, 20, 10].map((v) => expect.closeTo(v, 4)))
  expect([list.closed, list.unbevelled]).toEqual([true, undefined])
  const together = await saved(project, 'assembled')
  expect(together.volume).toBeCloseTo(plain, 2)
})

test('the foot is the side that it is printed on', async () => {
  const wedge: StepOf = ['solid', { width: '30', depth: '10', height: '4' }, 'block']
  const laid = setPart('block', { lies: [-1, 0, 0] })(onPrinter(sheetOf(wedge), { bevel: 0.3, first: 0.3 }))
  const { volume, plain } = await saved(laid)
  const [low, top] = [9.4 * 3.4, 40]
  // A frustum of a rectangle (prismatoid rule).
  expect(plain - volume).toBeCloseTo(0.3 * top - (0.3 / 6) * (low + top + 4 * 9.7 * 3.7), 2) // prettier-ignore
})

test('where something in the lowest layer is too thin for it the foot stays as it is, and that is told', async () => {
  const fin: StepOf = ['solid', { width: '0.3', depth: '10', height: '4', at: at(14, 0), how: 'add', parts: ['block'] }, 'fin'] // prettier-ignore
  const bar: StepOf = ['solid', { width: '10', depth: '2', height: '2', at: at(12, 0), lift: '3', how: 'add', parts: ['block'] }, 'bar'] // prettier-ignore
  const { volume, plain, list } = await saved(onPrinter(sheetOf(BLOCK, fin, bar), { bevel: 0.2 }))
  expect(volume).toBeCloseTo(plain, 2)
  expect(list.unbevelled).toBe(true)
})
