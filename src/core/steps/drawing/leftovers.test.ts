import { at, built, drawn, shape, sheetOf } from '../../../../tests/support/drawn'
import { leftovers } from './leftovers'

const plate = (width: number, height: number, more: object = {}, id?: string) =>
  shape('rectangle', { width: `${width}`, height: `${height}`, ...more }, id)
const disc = (across: number, more: object = {}) => shape('circle', { across: `${across}`, ...more })

async function found(shapes: object[], on: object = { base: 'ground', off: '0' }) {
  const project = sheetOf(['drawing', { on, shapes }, 'd'])
  const { build } = await built(project)
  return leftovers({ build, project, ledger: [], kernel: undefined as never, bodies: [] })
}

test('material that lies wholly in other material is found, with its place; holes, guides and what stands out are not', async () => {
  const [one, ...more] = await found([plate(30, 20), disc(6, { at: at(5, 2) })], { base: 'front', off: '4' })
  expect(more).toEqual([])
  expect(one).toMatchObject({ weight: 'look', title: 'Shape b of step 1 adds nothing.' })
  expect(one!.text).toContain('wholly in a')
  const place = one!.place!.map((v) => Math.round(v * 1e6) / 1e6 + 0)
  expect([place[0], place[2]]).toEqual([5, 2])
  expect(Math.abs(place[1]!)).toBe(4)
  for (const is of ['hole', 'guide']) expect(await found([plate(30, 20), disc(6, { is })])).toEqual([])
  expect(await found([plate(30, 20), disc(6, { at: at(14, 0) })])).toEqual([])
  expect(await found([plate(10, 10), disc(3, { at: at(9, 9) })])).toEqual([])
})

test('of two shapes that are alike the later is left over; so is one that a hole takes away again', async () => {
  expect((await found([disc(12), disc(12)])).map((f) => f.title)).toEqual(['Shape b of step 1 adds nothing.'])
  expect(await found([disc(20), disc(14, { is: 'hole' }), plate(4, 4)])).toHaveLength(1)
})

test('a sliver between outlines that nearly meet is left out, and said with its place', async () => {
  const nearly = [plate(20, 10), plate(19.999, 12, { is: 'hole', at: at(-0.0005, 0) })]
  const { region, step } = await drawn(nearly)
  expect(region.profile.loops).toEqual([])
  expect(region.slivers).toHaveLength(1)
  expect(step.notes.join(' ')).toContain('Left out, as thinner than 0.002 mm: a sliver at 10')
  const kept = await drawn([plate(20, 10), plate(19.9, 12, { is: 'hole', at: at(-0.05, 0) })])
  expect(kept.area).toBeCloseTo(1, 6)
  expect(kept.region.slivers).toEqual([])
})
