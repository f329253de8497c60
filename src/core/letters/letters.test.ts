import { at, drawn, shape } from '../../../tests/support/drawn'
import { areaOf, boundsOf } from '../profile/measure'
import { setLetters } from './set-letters'

const SET = { height: 7, spacing: 0, lines: 10, align: 'left', radius: 0 } as const
const bounds = (text: string, more: object = {}) =>
  boundsOf({ loops: setLetters(text, { ...SET, ...more }).flatMap((l) => l.region.loops) })

test('capitals are as high as is said, and letters with eyes have holes', () => {
  const [, foot, , top] = bounds('H')
  expect([foot, top].map((v) => Number(v.toFixed(2)))).toEqual([0, 7])
  const loops = (text: string) => setLetters(text, SET).map((l) => l.region.loops.length)
  expect(loops('HiO8Bé')).toEqual([1, 2, 2, 3, 3, 3])
  for (const { letter, region } of setLetters('The quick brown fox 0123456789 äöüß€', SET))
    if (letter !== ' ') expect(areaOf(region)).toBeGreaterThan(0.2)
})

test('spacing, lines and alignment move letters by what they say', () => {
  const [x0, , x1] = bounds('HHH')
  const [w0, , w1] = bounds('HHH', { spacing: 2 })
  expect(w1 - w0 - (x1 - x0)).toBeCloseTo(4, 6)
  expect(bounds('H / H')[1]).toBeCloseTo(-10, 2)
  const [m0, , m1] = bounds('HAH', { align: 'middle' })
  expect(m0 + m1).toBeCloseTo(0, 6)
  expect(bounds('HAH', { align: 'right' })[2]).toBeLessThan(0)
})

test('round a radius every foot stands on the circle, heads outwards; inside it, heads inwards', () => {
  const far = (text: string, radius: number) =>
    setLetters(text, { ...SET, align: 'middle', radius }).flatMap((l) => l.region.loops.flat().map((s) => Math.hypot(...s.a))) // prettier-ignore
  const outside = far('HIHHIH', 40)
  expect(Math.min(...outside)).toBeGreaterThan(39.99)
  expect(Math.max(...outside)).toBeLessThan(47.5)
  const inside = far('HIHHIH', -40)
  expect(Math.max(...inside)).toBeLessThan(40.2)
  expect(Math.min(...inside)).toBeGreaterThan(32.9)
})

test('letters sunk in a plate take their own area, and a hundred of them are drawn', async () => {
  const text = 'Tomatoes 40 cm apart, water at the foot, tie in from June / Beans 15 cm apart, first frost October x'
  expect(text.length).toBeGreaterThan(98)
  const one = await drawn([shape('letters', { text, height: '4', at: at(0, 0) })])
  const plate = shape('rectangle', { width: '400', height: '60' })
  const sunk = await drawn([plate, shape('letters', { text, height: '4', is: 'hole' })])
  expect(sunk.area).toBeCloseTo(24000 - one.area, 3)
  const odd = await drawn([shape('letters', { text: '漢' })])
  expect(odd.problems[0]).toMatchObject({ field: 'text', message: expect.stringContaining('漢') })
})
