import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../../tests/support/boards'
import { built, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { Random } from '../../../../tests/fuzz/random'
import type { ProjectStep } from '../../document/schema'
import { keepEdge, pointable, seen } from '../../faces/resolve'
import type { ShapeReport } from '../../fields/shapes'
import type { Drawn } from '../../fields/drawn-shape'
import { areaOf, perimeterOf } from '../../profile/measure'
import { swapReference } from '../../sheet/swap-reference'

const disc = (across: number, more: object = {}) => shape('circle', { across: `${across}`, ...more })
const solid = (id: string, fields: object): StepOf => ['solid', { ...fields }, id]
const TUBE: StepOf[] = [
  ['drawing', { shapes: [disc(30), disc(20, { is: 'hole' })] }, 'd'],
  ['extrude', { drawing: 'd', by: '12' }, 'tube'],
]
const FRONT = { base: 'front', off: '0' }

/** What one shape of a last drawing comes to. */
async function taken(steps: readonly StepOf[], kind: string, of: unknown, on: object = { base: 'ground', off: '0' }) {
  const { build, problems } = await built(sheetOf(...steps, ['drawing', { on, shapes: [shape(kind, { of }, 'it')] }, 'last'])) // prettier-ignore
  const [report] = build.steps.at(-1)!.values['shapes'] as ShapeReport[]
  return { drawn: report?.drawn as Drawn, problems }
}
const silhouette = async (steps: readonly StepOf[], parts: string[], on?: object) =>
  (await taken(steps, 'silhouette', { parts }, on)).drawn.regions[0]!

test('a tube is a ring of four arcs from above, a rectangle of four lines from the front', async () => {
  const above = await silhouette(TUBE, ['tube'])
  expect(areaOf(above) / (125 * Math.PI)).toBeCloseTo(1, 6)
  expect(above.loops.map((l) => l.map((s) => s.kind))).toEqual([['arc', 'arc'], ['arc', 'arc']]) // prettier-ignore
  const front = await silhouette(TUBE, ['tube'], FRONT)
  expect([areaOf(front), perimeterOf(front)].map((v) => Math.round(v * 100) / 100)).toEqual([360, 84])
  expect(front.loops.map((l) => l.length)).toEqual([4])
})

test('a cone is a triangle from the side; a ball is as round as it is drawn', async () => {
  const cone = await silhouette([solid('cone', { shape: 'cone', across: '20', top: '0', height: '15' })], ['cone'], FRONT) // prettier-ignore
  expect(areaOf(cone)).toBeCloseTo(150, 1)
  const ball = await silhouette([solid('ball', { shape: 'ball', across: '20' })], ['ball'], FRONT)
  expect(areaOf(ball) / (100 * Math.PI)).toBeCloseTo(1, 2)
})

test('however a box is looked at, its silhouette is what its faces turn towards the eye (Cauchy)', async () => {
  const random = new Random(7)
  for (let i = 0; i < 12; i++) {
    const [w, d, h] = [5 + random.next() * 30, 5 + random.next() * 30, 2 + random.next() * 20]
    const box = solid('box', { shape: 'box', width: `${w}`, depth: `${d}`, height: `${h}` })
    const face = facing((await built(sheetOf(box))).build.parts[0]!, [0, 0, 1])
    const angle = Math.round(5 + random.next() * 80)
    const on = { part: 'box', face, off: '30', datum: 'middle', edge: 'low', angle: `${angle}` }
    const [c, s] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)]
    expect(areaOf(await silhouette([box], ['box'], on))).toBeCloseTo(w * (d * c + h * s), 2)
  }
})

test('several parts are seen as one outline; what is behind another adds nothing', async () => {
  const small = solid('small', { shape: 'box', width: '4', depth: '4', height: '4', lift: '20' })
  const wide = solid('wide', { shape: 'box', width: '20', depth: '6', height: '4' })
  expect(areaOf(await silhouette([wide, small], ['wide', 'small']))).toBeCloseTo(120, 4)
  expect(areaOf(await silhouette([wide, small], ['wide', 'small'], FRONT))).toBeCloseTo(80 + 16, 4)
})

describe('edges by themselves', () => {
  const box = solid('box', { shape: 'box', width: '30', depth: '20', height: '10' })
  /** The edges round the top of the box, as they would be picked. */
  async function topEdges(run: 'piece' | 'smooth', steps: readonly StepOf[] = [box]) {
    const part = (await built(sheetOf(...steps))).build.parts[0]!
    const on = pointable(part.mesh)
    const up = (region: number) => {
      const { shape: is } = part.mesh.surfaces[on.topology.surfaceOf[region]!]!
      return is.kind === 'plane' && is.normal[2] > 0.99
    }
    return on.topology.borders.flatMap((border, i) => {
      if (!border.regions.some(up)) return []
      const [a, b] = border.vertices.map((v) => Array.from(part.mesh.positions.subarray(3 * v, 3 * v + 3)))
      const middle = a!.map((c, k) => (c + b![k]!) / 2) as unknown as [number, number, number]
      return [{ part: part.id, edge: keepEdge(seen(on), i, middle, run) }]
    })
  }

  test('one edge is a line and no region; all round a face they are its outline', async () => {
    const edges = await topEdges('piece')
    expect(edges).toHaveLength(4)
    const one = (await taken([box], 'edges', edges.slice(0, 1))).drawn
    expect(one.regions).toEqual([])
    expect(one.open.map((run) => run.length)).toEqual([1])
    const round = (await taken([box], 'edges', edges)).drawn
    expect(areaOf(round.regions[0]!)).toBeCloseTo(600, 6)
  })

  test('with what runs on, one piece of a slot’s rim brings all of it, lines and arcs', async () => {
    const plate: StepOf[] = [
      ['drawing', { shapes: [shape('slot', { across: '8' })] }, 'd'],
      ['extrude', { drawing: 'd', by: '5' }, 'plate'],
    ]
    const [first] = await topEdges('smooth', plate)
    const { drawn, problems } = await taken(plate, 'edges', [first])
    expect(problems).toEqual([])
    expect(drawn.regions[0]!.loops[0]!.map((s) => s.kind).sort()).toEqual(['arc', 'arc', 'line', 'line'])
  })

  test('one that is gone is said at the field', async () => {
    const edges = await topEdges('piece')
    const ball = solid('box', { shape: 'ball', across: '20' })
    const { problems } = await taken([ball], 'edges', edges.slice(0, 1))
    expect(problems[0]).toMatchObject({ message: expect.stringContaining('not there any more') })
  })
})

describe('items that were gathered', () => {
  const shapes = (of: object) => [
    shape('silhouette', { of }, 'it'),
    shape('section', { of: { ...of, at: '1' } }, 'cut'),
  ]

  test('a board is as large as it is from above, and where it is cut, holes and all', async () => {
    const { project, models } = wrapped(await read(await stepBytes(simpleBoard(PLAIN))), { openings: false })
    const bare = { ...project, steps: [] }
    const items = (await built(bare, 'export', models)).build.references[0]!.items
    const carrier = items.find((i) => i.name === 'carrier')!
    const of = { parts: [], items: [{ reference: 'board', item: carrier.id }] }
    const steps = sheetOf(['drawing', { shapes: shapes(of) }, 'd']).steps
    const { build, problems } = await built({ ...bare, steps }, 'export', models)
    expect(problems).toEqual([])
    const [from, cut] = (build.steps[0]!.values['shapes'] as ShapeReport[]).map((r) => areaOf(r.drawn!.regions[0]!))
    const corners = (4 - Math.PI) * PLAIN.radius ** 2
    const real = PLAIN.width * PLAIN.depth - corners - Math.PI * PLAIN.hole ** 2
    expect(from! / real).toBeCloseTo(1, 3)
    expect(cut! / real).toBeCloseTo(1, 3)
    const gone = sheetOf(['drawing', { shapes: shapes({ parts: [], items: [{ reference: 'board', item: 'no such' }] }) }, 'd']) // prettier-ignore
    const lost = await built({ ...bare, steps: gone.steps }, 'export', models)
    expect(lost.problems[0]).toMatchObject({ kind: 'lost-item' })
  })

  test('what a drawing says of an item goes with it into its next revision', () => {
    const taken = [{ reference: 'board', face: { item: 'chip', kind: 'plane', point: [0, 0, 1], direction: [0, 0, 1] } }] // prettier-ignore
    const of = { parts: [], items: [{ reference: 'board', item: 'chip' }], at: '0' }
    const project = sheetOf(['drawing', { shapes: [shape('silhouette', { of }, 'a'), shape('edges', { of: taken }, 'b')] }, 'd']) // prettier-ignore
    const file = { file: 'b'.repeat(64), fileName: 'b.step', kind: 'step' as const }
    const swapped = swapReference('board', file, { items: { chip: 'sensor' }, edges: {} }, {})(project)
    const list = (swapped.steps[0] as ProjectStep).fields['shapes'] as unknown as { fields: { of: unknown } }[]
    expect(list[0]!.fields.of).toMatchObject({ items: [{ reference: 'board', item: 'sensor' }] })
    expect(list[1]!.fields.of).toMatchObject([{ reference: 'board', face: { item: 'sensor' } }])
  })
})
