import { at, drawn, type Fields, shape } from '../../../tests/support/drawn'
import { complete, kindOf, solvedTies, workOut } from '../../../tests/support/tied'
import type { SavedShape } from '@/core/fields/shapes'
import type { Vec2 } from '@/core/geometry/vec'
import { Dragging } from './dragging'
import { pageDraft } from './page-draft'
import { SHAPE_KINDS } from '@/core/steps/drawing/shapes'

const end = (of: string) => at('0', '0', of)
const line = (id: string, from: object, to: object) => shape('line', { from, to } as Fields, id)
/** A triangle with two fixed sides that can turn about the datum, a circle on its corner, and a ring of its copies. */
const TRIANGLE = [
  line('a', at('0', '0'), at(10, 0)),
  line('b', end('a.to'), at(4.35, 4.13)),
  line('c', end('b.to'), end('a.from')),
  shape('long', { a: 'a', by: '10' }),
  shape('long', { a: 'b', by: '7' }),
  shape('long', { a: 'c', by: '6' }),
  shape('circle', { at: at('0', '0', 'b.to'), across: 3 }, 'disc'),
  shape('circle', { at: at(1, 2, 'b.to'), across: '1' }, 'beside'),
  shape('ring', { of: ['beside'], count: '3' }, 'ring'),
]
const saved = complete(solvedTies(TRIANGLE).saved) as SavedShape[]
const draft = () => pageDraft({ shapes: saved, kinds: SHAPE_KINDS, workOut, settled: {} })
const far = (a: Vec2, b: Vec2) => Math.hypot(a[0] - b[0], a[1] - b[1])

async function looked(dragging: Dragging) {
  const { reports } = await drawn(saved)
  const shapes = new Map(dragging.drawn(saved, reports, kindOf).map((d) => [d.id, d]))
  return { point: (id: string, name: string) => shapes.get(id)!.points[name]!, shapes }
}

test('a corner follows the pointer as far as its ties allow, and all that hangs on it goes along', async () => {
  const dragging = new Dragging(draft(), { what: 'point', mark: 'a.to' }, [0, 0])
  for (let k = 1; k <= 30; k++) dragging.to([12 * Math.cos(k * 0.05), 12 * Math.sin(k * 0.05)])
  dragging.end()
  const { point, shapes } = await looked(dragging)
  // It cannot get farther from the datum than its side is long.
  expect(far(point('a', 'to'), [10 * Math.cos(1.5), 10 * Math.sin(1.5)])).toBeLessThan(0.03)
  expect(far(point('a', 'from'), point('a', 'to'))).toBeCloseTo(10, 8)
  expect(far(point('b', 'from'), point('b', 'to'))).toBeCloseTo(7, 8)
  expect(point('disc', 'middle')).toEqual(point('b', 'to'))
  expect(far(point('beside', 'middle'), [point('b', 'to')[0] + 1, point('b', 'to')[1] + 2])).toBeCloseTo(0, 9)
  expect(shapes.get('ring')!.regions).toHaveLength(2)
  const [turned] = shapes.get('ring')!.regions
  expect(far(turned!.loops[0]![0]!.a, [0, 0])).toBeCloseTo(far(shapes.get('beside')!.regions[0]!.loops[0]![0]!.a, [0, 0]), 9) // prettier-ignore
})

test('what is kept is what was seen, and a build of it comes to the same', async () => {
  const dragging = new Dragging(draft(), { what: 'point', mark: 'a.to' }, [0, 0])
  dragging.to([3, 9])
  dragging.end()
  const { point } = await looked(dragging)
  const kept = dragging.saved(saved)
  const { reports, problems } = await drawn([...kept])
  expect(problems).toEqual([])
  for (const id of ['a', 'b', 'c', 'disc', 'beside'])
    for (const [name, p] of Object.entries(reports.find((r) => r.id === id)!.drawn!.points))
      expect(far(p, point(id, name))).toBeLessThan(1e-9)
})

test('where the way led does not matter, only where the pointer is', () => {
  const straight = new Dragging(draft(), { what: 'point', mark: 'b.to' }, [0, 0])
  straight.to([2, 6])
  const round = new Dragging(draft(), { what: 'point', mark: 'b.to' }, [0, 0])
  for (const p of [[5, 5], [4, 6], [1, 7], [2, 6], [2, 6], [2, 6]] as Vec2[]) round.to(p) // prettier-ignore
  straight.to([2, 6])
  for (const d of [straight, round]) d.end()
  const figures = (d: Dragging) => JSON.stringify(d.saved(saved), (_, v: unknown) => (typeof v === 'number' ? Math.round(v * 1e3) / 1e3 : v)) // prettier-ignore
  expect(figures(straight)).toEqual(figures(round))
})

test('the edge of a circle whose size is free is dragged; what is given by figures is not', () => {
  const rim = new Dragging(draft(), { what: 'round', mark: 'disc' }, [0, 0])
  expect(rim.can).toBe(true)
  rim.to([0, 4])
  expect(rim.saved(saved).find((s) => s.id === 'disc')!.fields.across).toBeCloseTo(8, 9)
  expect(new Dragging(draft(), { what: 'round', mark: 'beside' }, [0, 0]).can).toBe(false)
  expect(new Dragging(draft(), { what: 'point', mark: 'a.from' }, [0, 0]).can).toBe(false)
})

test('a corner whose along and up hang on different ties takes both along', () => {
  const corner = complete([
    line('l', at(-20, -10), at(10, -10)),
    line('u', end('l.to'), at(10, 15)),
    shape('level', { a: 'l' }),
    shape('upright', { a: 'u' }),
  ])
  const dragging = new Dragging(
    pageDraft({ shapes: corner, kinds: SHAPE_KINDS, workOut, settled: {} }),
    { what: 'point', mark: 'l.to' },
    [0, 0],
  )
  dragging.to([14, -6])
  dragging.end()
  const [l, u] = dragging.saved(corner) as unknown as {
    fields: { from: { up: number }; to: { along: number; up: number } }
  }[]
  expect(l!.fields.to.along).toBeCloseTo(14, 2)
  expect(l!.fields.to.up).toBeCloseTo(-6, 2)
  expect(l!.fields.from.up).toBeCloseTo(l!.fields.to.up, 9)
  expect(u!.fields.to.along).toBeCloseTo(l!.fields.to.along, 9)
})
