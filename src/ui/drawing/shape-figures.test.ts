import { at, drawn as drawnOf, shape } from '../../../tests/support/drawn'
import { complete, workOut } from '../../../tests/support/tied'
import { SHAPE_KINDS } from '@/core/steps/drawing/shapes'
import { solutionOf } from '@/core/ties/solution'
import { markedOf } from './marked'
import { pageDraft } from './page-draft'
import { standing } from './shape-figures'

const SHAPES = [
  shape('rectangle', { width: '40', height: '2*10 mm', at: at(0, 0) }, 'plate'),
  shape('circle', { across: 6, at: at(10, 8) }, 'bore'),
  shape('line', { from: at('50', '0'), to: at('50', '30') }, 'edge'),
  shape('long', { a: 'edge', by: '30' }, 'size'),
  shape('apart', { a: 'bore.middle', b: 'edge', by: '40' }, 'gap'),
]

async function figuresOf(shapes: typeof SHAPES, ...picked: string[]) {
  const saved = complete(shapes)
  const { reports } = await drawnOf(shapes)
  const draft = pageDraft({ shapes: saved, kinds: SHAPE_KINDS, workOut, settled: {} })
  const found = standing(
    saved,
    SHAPE_KINDS,
    picked,
    markedOf(draft, solutionOf(draft).unknowns),
    reports.flatMap((r) => r.drawn ?? []),
  )
  return Object.fromEntries(found.map((f) => [`${f.shape}.${f.field}`, [f.formula, ...f.at.map((v) => Math.round(v * 100) / 100 + 0)]])) // prettier-ignore
}
const figures = (...picked: string[]) => figuresOf(SHAPES, ...picked)

test('figures of what is picked stand at the edges they are the size of, as formulas', async () => {
  const { 'plate.width': width, 'plate.height': height, 'plate.turn': turn, ...others } = await figures('plate')
  expect(others).toEqual({})
  expect(turn).toEqual(['0', 20, 10])
  expect(width!.slice(0, 1)).toEqual(['40'])
  expect(height![0]).toBe('2*10 mm')
  // One stands below the other's middle, the other to the right of it.
  expect(Number(width![2])).toBeLessThan(Number(height![2]))
  expect(Number(height![1]) - Number(width![1])).toBeCloseTo(20, 6)
})

test('figures of ties stand between what they tie, when any of it is picked; nothing picked shows none', async () => {
  expect(await figures()).toEqual({})
  const { 'size.by': long, 'gap.by': apart, ...others } = await figures('edge')
  expect(others).toEqual({})
  expect(long).toEqual(['30', 50, 15])
  expect(apart![0]).toBe('40')
  const bore = await figures('bore')
  expect(Object.keys(bore).sort()).toEqual(['bore.across', 'gap.by'])
  expect(bore['bore.across']).toEqual(['6', expect.any(Number), expect.any(Number)])
})

test('figures of what is made of others stand on what that draws; an angle stands between its lines', async () => {
  const shapes = [
    shape('rectangle', { width: '40', height: '20', is: 'guide' }, 'plate'),
    shape('offset', { of: ['plate'], by: '3', corners: 'sharp' }, 'round'),
    shape('run', { through: [at(0, 0), at(30, 0), at(30, 20)], ends: 'open', round: '5', is: 'guide' }, 'path'),
    shape('teeth', { outside: '40', root: '30', count: '12', turn: '0' }, 'wheel'),
    shape('line', { from: at('0', '0'), to: at('10', '0'), is: 'guide' }, 'one'),
    shape('line', { from: at('0', '0'), to: at(0, '10'), is: 'guide' }, 'other'),
    shape('angle', { a: 'one', b: 'other', by: '90' }, 'corner'),
  ]
  const { 'round.by': by, 'path.round': radius, ...others } = await figuresOf(shapes, 'round', 'path', 'wheel')
  expect(by![0]).toBe('3')
  // On its upper or its right edge.
  expect([by!.slice(1).includes(23), by!.slice(1).includes(13)]).toContain(true)
  const middle = 5 * (1 - Math.SQRT1_2)
  expect(radius).toEqual(['5', expect.closeTo(30 - middle, 2), expect.closeTo(middle, 2)])
  expect(others['wheel.outside']).toEqual(['40', 20, 0])
  expect(others['wheel.count']).toEqual(['12', 0, 0])
  expect(Math.hypot(Number(others['wheel.root']![1]), Number(others['wheel.root']![2]))).toBeCloseTo(15, 2)
  expect((await figuresOf(shapes, 'one'))['corner.by']).toEqual(['90', 2.5, 2.5])
})
