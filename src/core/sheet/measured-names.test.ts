import { at, built, sheetOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import { keepMeasure, setField, setNumber } from '../document/edits'
import type { MeasureEnd } from '../document/measure-schema'
import type { Project } from '../document/schema'
import { renameMeasure } from './names-in-use'
import { boxOfPositions } from '../geometry/vec'

/** Two posts of 10 by 10 by 20 with 24 between them, and a bar that is as long as what is measured there. */
async function bridged(height: string): Promise<Project> {
  const posts = sheetOf(
    ['solid', { width: '10', depth: '10', height: '20', at: at(-17, 0) }, 'left'],
    ['solid', { width: '10', depth: '10', height: '20', at: at(17, 0) }, 'right'],
    ['solid', { width: 'measured.span', depth: '4', height }, 'bar'],
  )
  const { build } = await built({ ...posts, steps: posts.steps.slice(0, 2) })
  const end = (k: 0 | 1, way: [number, number, number]): MeasureEnd => ({ owner: build.parts[k]!.id, as: 'face', point: [0, 0, 10], on: facing(build.parts[k]!, way) }) // prettier-ignore
  return keepMeasure({ id: 'm', name: 'Span', ends: [end(0, [1, 0, 0]), end(1, [-1, 0, 0])] })(posts)
}
const bar = async (project: Project) => {
  const { build, problems } = await built(project)
  const part = build.parts.find((p) => p.id === 'bar')
  const box = part && boxOfPositions(part.mesh.positions)
  return { wide: box && box.max[0] - box.min[0], high: box && box.max[2] - box.min[2], problems }
}

test('what is measured on the model can be used in formulas, as it is before the step that uses it', async () => {
  const start = await bridged('3')
  expect((await bar(start)).wide).toBeCloseTo(24, 4)
  const apart = setField('right', 'at', { along: '22.5', up: '0', from: '' })(start)
  expect((await bar(apart)).wide).toBeCloseTo(29.5, 4)
  // By way of a number, too.
  const halved = setNumber('n', 'half', 'measured.span/2')(setField('bar', 'height', 'half')(apart))
  expect(await bar(halved)).toMatchObject({ wide: expect.closeTo(29.5, 4), high: expect.closeTo(14.75, 4) })
})

test('a step that moves what is measured sees it as it was; one after it sees it moved', async () => {
  const start = await bridged('3')
  const moved = { id: 'move', kind: 'put', off: false, fields: { parts: ['right'], right: 'measured.span' } }
  const [left, right, last] = start.steps
  const project = { ...start, steps: [left!, right!, moved, last!] }
  // 24 apart; the right one moves by 24, so that they are 48 apart then.
  expect(await bar(project)).toMatchObject({ wide: expect.closeTo(48, 4), problems: [] })
})

test('before what is measured is there, or without a name, it is not known', async () => {
  const start = await bridged('3')
  const [left, right, last] = start.steps
  expect((await bar({ ...start, steps: [last!, left!, right!] })).problems[0]!.message).toContain('measured.span is not known here yet') // prettier-ignore
  const nameless = { ...start, measures: start.measures.map((m) => ({ ...m, name: '' })) }
  expect((await bar(nameless)).problems[0]!.message).toContain('measured.span')
})

test('a kept length that is called otherwise is so in every formula', async () => {
  const start = await bridged('measured.span/8')
  const named = renameMeasure('m', 'Clear width')(start)
  expect(named.steps[2]!.fields).toMatchObject({ width: 'measured.clearwidth', height: 'measured.clearwidth/8' })
  expect(await bar(named)).toMatchObject({ wide: expect.closeTo(24, 4), high: expect.closeTo(3, 4) })
})
