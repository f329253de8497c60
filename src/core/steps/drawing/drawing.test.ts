import fc from 'fast-check'
import { at, drawn, shape } from '../../../../tests/support/drawn'
import { perimeterOf } from '../../profile/measure'

const disc = (across: number, more: object = {}, id?: string) => shape('circle', { across: `${across}`, ...more }, id)
const plate = (width: number, height: number, more: object = {}, id?: string) =>
  shape('rectangle', { width: `${width}`, height: `${height}`, ...more }, id)
const areaOfAll = async (...list: object[]) => (await drawn(list)).area

test('shapes have the areas that geometry gives them', async () => {
  expect(await areaOfAll(disc(10))).toBeCloseTo(25 * Math.PI, 9)
  expect(await areaOfAll(plate(20, 8, { turn: '33' }))).toBeCloseTo(160, 9)
  expect(await areaOfAll(shape('slot', { from: at(-3, 1), to: at(9, 6), across: '4' }))).toBeCloseTo(13 * 4 + 4 * Math.PI, 9) // prettier-ignore
  expect(await areaOfAll(shape('polygon', { sides: '6', across: '10' }))).toBeCloseTo(50 * Math.sqrt(3), 9)
  expect(await areaOfAll(shape('polygon', { sides: '4', across: '10', over: 'corners' }))).toBeCloseTo(50, 9)
  expect(await areaOfAll(shape('circle-through', { a: at(3, 0), b: at(0, 4), c: at(0, 0) }))).toBeCloseTo(6.25 * Math.PI, 9) // prettier-ignore
  const corners = [at(0, 0), at(30, 0), at(30, 20), at(0, 20)]
  expect(await areaOfAll(shape('run', { through: corners, round: '3' }))).toBeCloseTo(600 - (4 - Math.PI) * 9, 9)
})

test('a ring of teeth is its root disc and so many trapeziums with a segment on top', async () => {
  const [root, outside, count, crown, foot] = [31.4, 41.6, 16, 1.9, 3.5]
  const segment = (width: number, r: number) => {
    const half = Math.asin(width / 2 / r)
    return r * r * (half - Math.sin(half) * Math.cos(half))
  }
  const [r, R] = [root / 2, outside / 2]
  const tall = Math.sqrt(R * R - crown ** 2 / 4) - Math.sqrt(r * r - foot ** 2 / 4)
  const tooth = ((crown + foot) / 2) * tall + segment(crown, R) - segment(foot, r)
  const fields = { root: `${root}`, outside: `${outside}`, count: `${count}`, crown: `${crown}`, foot: `${foot}` }
  expect(await areaOfAll(shape('teeth', fields))).toBeCloseTo(Math.PI * r * r + count * tooth, 6)
  const wide = await drawn([shape('teeth', { ...fields, foot: '7' })])
  expect(wide.problems[0]).toMatchObject({ field: 'foot', message: expect.stringContaining('up to 6.13 mm would do') })
})

test('material is what lies in one that is material and in no hole, wherever they stand in the list', async () => {
  const bore = disc(6, { is: 'hole' })
  expect(await areaOfAll(bore, plate(20, 20))).toBeCloseTo(400 - 9 * Math.PI, 9)
  expect(await areaOfAll(plate(20, 20), disc(6, { is: 'guide' }))).toBeCloseTo(400, 9)
  // Half of the disc stands out at the right.
  expect(await areaOfAll(plate(20, 20), disc(6, { at: at(10, 0) }))).toBeCloseTo(400 + 4.5 * Math.PI, 9)
  expect(await areaOfAll(plate(20, 20), disc(6, { at: at(10, 0), is: 'hole' }))).toBeCloseTo(400 - 4.5 * Math.PI, 9)
})

test('lines and arcs whose ends meet close to a region; what stays open is counted and said', async () => {
  const half = [shape('arc', { from: at(-5, 0), over: at(0, 5), to: at(5, 0) }), shape('line', { from: at(5, 0), to: at(-5, 0) })] // prettier-ignore
  expect(await areaOfAll(...half)).toBeCloseTo(12.5 * Math.PI, 9)
  const loose = await drawn([half[0]!])
  expect(loose.region.open).toHaveLength(1)
  expect(loose.step.notes.join()).toMatch(/One line does not close/)
})

test('an offset adds perimeter times distance and, round, a disc (Steiner); inside and back again is the start', async () => {
  const hexagon = shape('polygon', { sides: '6', across: '20' }, 'hex')
  const inside = [{ ...hexagon, fields: { ...hexagon.fields, is: 'guide' } }]
  const around = await drawn([...inside, shape('offset', { of: ['hex'], by: '3' })])
  const side = 20 / Math.sqrt(3)
  expect(around.area).toBeCloseTo(200 * Math.sqrt(3) + 6 * side * 3 + 9 * Math.PI, 6)
  const back = await areaOfAll(...inside, shape('offset', { of: ['hex'], by: '3', corners: 'sharp', is: 'guide' }, 'out'), shape('offset', { of: ['out'], by: '3', way: 'inside', corners: 'sharp' })) // prettier-ignore
  expect(back).toBeCloseTo(200 * Math.sqrt(3), 5)
})

test('corners rounded lose a square less a disc, bevelled ones a triangle; inward ones gain it', async () => {
  const ell = shape('run', { through: [at(0, 0), at(30, 0), at(30, 10), at(10, 10), at(10, 25), at(0, 25)], is: 'guide' }, 'ell') // prettier-ignore
  const area = 30 * 10 + 10 * 15
  const corners = (fields: object) => areaOfAll(ell, shape('corners', { of: ['ell'], by: '3', ...fields }))
  const spandrel = 9 * (1 - Math.PI / 4)
  expect(await corners({ which: 'out' })).toBeCloseTo(area - 5 * spandrel, 9)
  expect(await corners({ which: 'in' })).toBeCloseTo(area + spandrel, 9)
  expect(await corners({ how: 'bevel' })).toBeCloseTo(area - 5 * 4.5 + 4.5, 9)
  const { problems } = await drawn([ell, shape('corners', { of: ['ell'], by: '6', which: 'out' })])
  expect(problems[0]).toMatchObject({ field: 'by', message: expect.stringContaining('up to 5.00 mm would') })
})

test('a band is its middle line times its width, and its ends', async () => {
  const hook = [
    shape('arc', { from: at(-20, 0), over: at(0, 20), to: at(20, 0), is: 'guide' }, 'bow'),
    shape('line', { from: at(20, 0), to: at(20, -15), is: 'guide' }, 'leg'),
  ]
  const long = 20 * Math.PI + 15
  const band = (ends: string) => areaOfAll(...hook, shape('band', { of: ['bow', 'leg'], across: '4', ends }))
  expect(await band('round')).toBeCloseTo(4 * long + 4 * Math.PI, 6)
  expect(await band('flush')).toBeCloseTo(4 * long, 6)
  expect(await band('square')).toBeCloseTo(4 * long + 16, 6)
})

test('copies in a ring and in rows, and a mirror that is taken twice is nothing new', async () => {
  const one = disc(4, { at: { away: '12', angle: '30', from: '' } }, 'one')
  expect(await areaOfAll(one, shape('ring', { of: ['one'], count: '6' }))).toBeCloseTo(6 * 4 * Math.PI, 9)
  expect(await areaOfAll(disc(4, {}, 'p'), shape('row', { of: ['p'], count: '4', along: '6', rows: '3', up: '7' }))).toBeCloseTo(12 * 4 * Math.PI, 9) // prettier-ignore
  const flag = shape('run', { through: [at(1, 0), at(9, 0), at(1, 5)] }, 'flag')
  const twice = await drawn([flag, shape('mirror', { of: ['flag'], turn: '120' }, 'm'), shape('mirror', { of: ['m'], turn: '120' })]) // prettier-ignore
  expect(twice.area).toBeCloseTo(40, 6)
  const ring = (count: number) => drawn([one, shape('ring', { of: ['one'], count: `${count}` }, 'many')])
  expect((await ring(10_000)).problems[0]?.message).toMatch(/pieces; up to 6000 would do/)
})

test('a place can hang on another shape, and moves with it', async () => {
  const run = async (across: string) => {
    const { reports } = await drawn([
      disc(0, { across, is: 'guide' }, 'c'),
      disc(2, { at: { on: 'c', angle: '90' } }, 'top'),
      disc(2, { at: at('3', '-1', 'top.middle') }, 'beside'),
    ])
    return reports[2]!.values['at'] as [number, number]
  }
  expect(await run('20')).toEqual([3, 9])
  expect(await run('30')).toEqual([3, 14])
})

test('a smooth curve runs through its points and, through points of a circle, along that circle', async () => {
  const through = Array.from({ length: 16 }, (_, k) => at(10 * Math.cos((k * Math.PI) / 8), 10 * Math.sin((k * Math.PI) / 8))) // prettier-ignore
  const { area, region } = await drawn([shape('curve', { through })])
  expect(Math.abs(area / (100 * Math.PI) - 1)).toBeLessThan(2e-4)
  expect(Math.abs(perimeterOf(region.profile) / (20 * Math.PI) - 1)).toBeLessThan(2e-4)
})

test.each([
  ['a circle through points on a line', [shape('circle-through', { a: at(0, 0), b: at(1, 1), c: at(2, 2) })], 'c'],
  ['a radius that does not fit', [shape('run', { through: [at(0, 0), at(10, 0), at(10, 10)], round: '9' })], 'round'],
  ['a shape measured from one that comes later', [disc(2, { at: at(0, 0, 'later.middle') }), disc(1, {}, 'later')], 'at'], // prettier-ignore
  ['a loop of two that hang on each other', [disc(2, { at: at(0, 0, 'b.middle') }, 'a'), disc(2, { at: at(0, 0, 'a.middle') }, 'b')], 'at'], // prettier-ignore
  ['a root as large as the outside', [shape('teeth', { root: '40', outside: '40' })], 'root'],
  ['an offset that leaves nothing', [disc(4, {}, 'small'), shape('offset', { of: ['small'], way: 'inside', by: '3' })], 'by'], // prettier-ignore
])('%s is a problem at its field', async (_, list, field) => {
  const { problems, step } = await drawn(list)
  expect(problems[0]?.field).toBe(field)
  expect(step.problems[0]).toMatchObject({ field: 'shapes' })
})

test('areas of unions and differences add up, for discs and plates anywhere', async () => {
  const n = fc.double({ min: -12, max: 12, noNaN: true })
  const size = fc.double({ min: 1, max: 15, noNaN: true })
  await fc.assert(
    fc.asyncProperty(n, n, size, size, size, async (x, y, w, h, across) => {
      const [a, b] = [plate(w, h), disc(across, { at: at(x, y) })]
      const [onlyA, onlyB, both] = [await areaOfAll(a), await areaOfAll(b), await areaOfAll(a, b)]
      const [less, other] = [
        await areaOfAll(a, { ...b, fields: { ...b.fields, is: 'hole' } }),
        await areaOfAll(b, { ...a, fields: { ...a.fields, is: 'hole' } }),
      ]
      const common = onlyA - less
      expect(both).toBeCloseTo(onlyA + onlyB - common, 4)
      expect(onlyB - other).toBeCloseTo(common, 4)
    }),
    { numRuns: 60 },
  )
})
