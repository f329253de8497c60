import { at, shape } from '../../../tests/support/drawn'
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

function figures(...picked: string[]) {
  const saved = complete(SHAPES)
  const draft = pageDraft(saved, SHAPE_KINDS, workOut, {})
  const found = standing(saved, SHAPE_KINDS, picked, markedOf(draft, solutionOf(draft).unknowns))
  return Object.fromEntries(found.map((f) => [`${f.shape}.${f.field}`, [f.formula, ...f.at.map((v) => Math.round(v * 100) / 100 + 0)]])) // prettier-ignore
}

test('figures of what is picked stand at the edges they are the size of, as formulas', () => {
  const { 'plate.width': width, 'plate.height': height, ...others } = figures('plate')
  expect(others).toEqual({})
  expect(width!.slice(0, 1)).toEqual(['40'])
  expect(height![0]).toBe('2*10 mm')
  // One stands below the other's middle, the other to the right of it.
  expect(Number(width![2])).toBeLessThan(Number(height![2]))
  expect(Number(height![1]) - Number(width![1])).toBeCloseTo(20, 6)
})

test('figures of ties stand between what they tie, when any of it is picked; nothing picked shows none', () => {
  expect(figures()).toEqual({})
  const { 'size.by': long, 'gap.by': apart, ...others } = figures('edge')
  expect(others).toEqual({})
  expect(long).toEqual(['30', 50, 15])
  expect(apart![0]).toBe('40')
  const bore = figures('bore')
  expect(Object.keys(bore).sort()).toEqual(['bore.across', 'gap.by'])
  expect(bore['bore.across']).toEqual(['6', expect.any(Number), expect.any(Number)])
})
