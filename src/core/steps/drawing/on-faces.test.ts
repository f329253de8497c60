import { built, type Fields, shape, sheetOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { Random } from '../../../../tests/fuzz/random'
import { setField } from '../../document/edits'
import type { Project } from '../../document/schema'
import { keepEdge, pointable, seen } from '../../faces/resolve'

const BOX = ['solid', { shape: 'box', width: '30', depth: '20', height: '10' }, 'box'] as const
const hole = (shapes: object[]) =>
  [['drawing', { shapes }, 'd'], ['extrude', { drawing: 'd', reach: 'through', how: 'take', parts: ['box'] }, 'cut']] as const // prettier-ignore
const DISC = shape('circle', { across: '6' }, 'disc')

async function topOf(project: Project) {
  const { build } = await built(project)
  return facing(build.parts[0]!, [0, 0, 1])
}

async function filled(fields: Fields) {
  const steps = [BOX, ...hole([DISC])] as const
  const face = await topOf(sheetOf(...steps))
  const edges = [shape('edges', { of: [{ part: 'box', face }], ...fields })]
  return sheetOf(...steps, ['drawing', { shapes: edges }, 'e'], ['extrude', { drawing: 'e', by: '2' }, 'floor'])
}

test('edges taken from a face are its lines and arcs, with its holes or without, and follow the part', async () => {
  const { volumes, problems, notes } = await built(await filled({}))
  expect(problems).toEqual([])
  expect(notes).toContain('One region, 571.7 mm², 118.8 mm of edge.')
  expect(volumes['floor']! / 2 / (600 - 9 * Math.PI)).toBeCloseTo(1, 4)
  expect((await built(await filled({ holes: 'without' }))).volumes['floor']).toBeCloseTo(1200, 3)
  const wider = await built(setField('box', 'width', '50')(setField('disc', 'across', '10')(await filled({}))))
  expect(wider.volumes['floor']! / 2 / (1000 - 25 * Math.PI)).toBeCloseTo(1, 3)
})

test('all the way round an edge of a face is its outline, or the rim of its hole alone', async () => {
  const steps = [BOX, ...hole([DISC])] as const
  const { build } = await built(sheetOf(...steps))
  const part = build.parts[0]!
  const on = pointable(part.mesh)
  const face = await topOf(sheetOf(...steps))
  const area = async (x: number, y: number) => {
    const off = (v: number) => Math.hypot(part.mesh.positions[3 * v]! - x, part.mesh.positions[3 * v + 1]! - y, part.mesh.positions[3 * v + 2]! - 10) // prettier-ignore
    const isOn = (v: number) => Math.abs(part.mesh.positions[3 * v + 2]! - 10) < 1e-3
    const far = on.topology.borders.map((b) => (b.vertices.every(isOn) ? Math.min(...b.vertices.map(off)) : Infinity))
    const round = keepEdge(seen(on), far.indexOf(Math.min(...far)), [x, y, 10])
    const { build: drawn } = await built(sheetOf(...steps, ['drawing', { on: { base: 'ground', off: '10' }, shapes: [shape('edges', { of: [{ part: 'box', face, round }] })] }, 'e'], ['extrude', { drawing: 'e', by: '2' }, 'floor'])) // prettier-ignore
    return drawn.parts.find((p) => p.id === 'floor')!.volume / 2
  }
  expect(await area(3, 0)).toBeCloseTo(9 * Math.PI, 1)
  expect(await area(-15, -10)).toBeCloseTo(600, 3)
})

test('an upright face is seen from its edge, and one that is gone is said at the field', async () => {
  const project = await filled({})
  const gone = await built({ ...project, steps: project.steps.filter((s) => s.id !== 'box' && s.id !== 'cut') })
  expect(gone.problems[0]).toMatchObject({ field: 'shapes', message: expect.stringContaining('is not before it in the sheet') }) // prettier-ignore
})

test('over random edits of what comes before, a lug stays on the face that it was drawn on, or says that it is gone', async () => {
  const holes = [DISC, shape('circle', { across: '3', at: { along: 9, up: 4, from: '' } }, 'second'), shape('ring', { of: ['second'], count: '3' }, 'ring')] // prettier-ignore
  const steps = [BOX, ...hole(holes)] as const
  const face = await topOf(sheetOf(...steps))
  const on = { part: 'box', face, off: '0', datum: 'corner' }
  const lug = shape('rectangle', { width: '2', height: '2', by: 'corner', at: { along: '1', up: '1', from: '' } })
  const start = sheetOf(...steps, ['drawing', { on, shapes: [lug] }, 'e'], ['extrude', { drawing: 'e', by: '3' }, 'lug']) // prettier-ignore
  const random = new Random(7)
  let told = 0
  for (let i = 0; i < 1000; i++) {
    const sizes = [random.from(['20', '30', '45']), random.from(['18', '20', '33']), random.from(['4', '10', '17'])] as const // prettier-ignore
    let project = setField('box', 'width', sizes[0])(setField('box', 'depth', sizes[1])(setField('box', 'height', sizes[2])(start))) // prettier-ignore
    if (random.next() < 0.4) project = setField('disc', 'across', random.from(['2', '9', '40']))(project)
    if (random.next() < 0.4) project = setField('ring', 'count', random.from(['2', '5', '7']))(project)
    if (random.next() < 0.2) project = setField('box', 'shape', random.from(['cylinder', 'wedge', 'ball']))(project)
    if (random.next() < 0.2) project = setField('box', 'turn', '30')(project)
    const { build, problems } = await built(project, 'drag')
    const at = build.parts.find((p) => p.id === 'lug')
    if (!at) {
      told += 1
      expect(problems.length).toBeGreaterThan(0)
      continue
    }
    const heights = at.mesh.positions.filter((_, k) => k % 3 === 2)
    expect(Math.min(...heights)).toBeCloseTo(Number(sizes[2]), 3)
    expect(Math.max(...heights)).toBeCloseTo(Number(sizes[2]) + 3, 3)
  }
  expect(told).toBeLessThan(400)
}, 120_000)
