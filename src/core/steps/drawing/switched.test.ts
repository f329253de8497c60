import fc from 'fast-check'
import { at, built, shape, sheetOf } from '../../../../tests/support/drawn'
import { cellAt } from '../../profile/cells'
import { areaOf, contains } from '../../profile/measure'
import { arc, type Profile } from '../../profile/segment'
import { expectOk } from '../../result'

const disc = (across: number, along: number, is = 'material') => shape('circle', { across: `${across}`, at: at(along, 0), is }) // prettier-ignore
/** What two discs of a radius have in common, their middles apart by a distance. */
const lensOf = (r: number, d: number) => 2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d)

/** Material of a drawing, mm2, from the volume of what is 1 thick. */
async function material(shapes: object[], switched: object[], only: object[] = []) {
  const { volumes, problems } = await built(
    sheetOf(['drawing', { shapes, switched }, 'd'], ['extrude', { drawing: 'd', by: '1', only }, 'e']),
  )
  return { area: volumes['e'], problems }
}

const TWO = [disc(20, -5), disc(20, 5)]
const LENS = lensOf(10, 10)
const DISC = 100 * Math.PI

test('a region between outlines is switched off, and on again where there was a hole', async () => {
  expect((await material(TWO, [])).area! / (2 * DISC - LENS)).toBeCloseTo(1, 3)
  expect((await material(TWO, [at(0, 0)])).area! / (2 * DISC - 2 * LENS)).toBeCloseTo(1, 3)
  expect((await material(TWO, [at(-12, 0)])).area! / DISC).toBeCloseTo(1, 3)
  expect((await material(TWO, [at(-12, 0), at(12, 0)])).area! / LENS).toBeCloseTo(1, 3)
  const bored = [disc(20, 0), disc(6, 0, 'hole')]
  expect((await material(bored, [at(0, 0)])).area! / DISC).toBeCloseTo(1, 3)
  expect((await material(bored, [at(8, 0), at(0, 0)])).area! / (9 * Math.PI)).toBeCloseTo(1, 2)
})

test('a region is drawn out alone up to every outline, material that overlaps it or not', async () => {
  expect((await material(TWO, [], [at(0, 0)])).area! / LENS).toBeCloseTo(1, 3)
  expect((await material(TWO, [], [at(0, 0), at(-12, 0)])).area! / DISC).toBeCloseTo(1, 3)
  const inner = [disc(20, 0), disc(6, 0)]
  expect((await material(inner, [], [at(0, 0)])).area! / (9 * Math.PI)).toBeCloseTo(1, 2)
  expect((await material(inner, [], [at(8, 0)])).area! / (91 * Math.PI)).toBeCloseTo(1, 3)
})

test('where no shape goes round a place there is nothing to switch, and what is switched off is not drawn out', async () => {
  expect((await material(TWO, [at(40, 0)])).problems[0]).toMatchObject({ field: 'switched', message: expect.stringContaining('Place 1') }) // prettier-ignore
  expect((await material(TWO, [at(0, 0)], [at(0, 0)])).problems[0]).toMatchObject({ field: 'only' })
})

test('regions hold their place, and each as often as it is covered they add up to all areas', () => {
  const some = fc.array(
    fc.record({ x: fc.integer({ min: -20, max: 20 }), y: fc.integer({ min: -20, max: 20 }), r: fc.integer({ min: 3, max: 14 }) }), // prettier-ignore
    { minLength: 1, maxLength: 5 },
  )
  fc.assert(
    fc.property(some, (list) => {
      // Off whole figures, so that no two circles are the same.
      const areas = list.map(({ x, y, r }, i) => circle([x + 0.13 * i, y + 0.07 * i], r + 0.031 * i))
      const found: { cell: Profile; deep: number }[] = []
      for (let x = -35.03; x <= 35; x += 0.6)
        for (let y = -35.01; y <= 35; y += 0.6) {
          const deep = areas.filter((a) => contains(a, [x, y])).length
          if (deep === 0 || found.some(({ cell }) => contains(cell, [x, y]))) continue
          const cell = expectOk(cellAt(areas, [x, y]))!
          expect(contains(cell, [x, y])).toBe(true)
          found.push({ cell, deep })
        }
      const counted = found.reduce((sum, { cell, deep }) => sum + deep * areaOf(cell), 0)
      const all = areas.reduce((sum, a) => sum + areaOf(a), 0)
      // Slivers that no place of the grid lies in are missed.
      expect(Math.abs(counted - all)).toBeLessThan(2)
    }),
    { numRuns: 25 },
  )
})

function circle([x, y]: [number, number], r: number): Profile {
  const [a, b]: [number, number][] = [[x - r, y], [x + r, y]] // prettier-ignore
  return { loops: [[arc(a!, b!, [x, y], true), arc(b!, a!, [x, y], true)]] }
}
