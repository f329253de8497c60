import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { measureLedger } from '../../fit/ledger'
import { placePositions } from '../../geometry/placement'
import { boxOfPositions } from '../../geometry/vec'

const NAMES = ['Floor', 'Front', 'Back', 'Left', 'Right']
const box = (fields: Fields, ...more: StepOf[]) => built(sheetOf(['panels', { width: '100', depth: '70', height: '50', ...fields }, 'b'], ...more)) // prettier-ignore

test('five panels go out to the outside, each of its thickness, and lie down to be printed', async () => {
  const { build, problems, volumes } = await box({ floor: '4', long: '3', short: '2.4' })
  expect(problems).toEqual([])
  expect(build.parts.map((p) => p.name)).toEqual(NAMES)
  const wanted = [100 * 70 * 4, 100 * 50 * 3, 100 * 50 * 3, 70 * 50 * 2.4, 70 * 50 * 2.4]
  expect(Object.values(volumes)).toEqual(wanted.map((v) => expect.closeTo(v, 1)))
  for (const [i, part] of build.parts.entries()) {
    const { min, max } = boxOfPositions(placePositions(part.print, part.mesh.positions))
    expect(max[2] - min[2]).toBeCloseTo([4, 3, 3, 2.4, 2.4][i]!, 4)
  }
  const { min, max } = boxOfPositions(Float64Array.from(build.parts.flatMap((p) => [...p.mesh.positions])))
  expect([...min, ...max]).toEqual([-50, -35, 0, 50, 35, 50].map((v) => expect.closeTo(v, 4)))
})

test('with a top they are six, locked by fingers at all twelve edges', async () => {
  const parts = ['floor', 'front', 'back', 'left', 'right', 'top'].map((key) => `b.${key}`)
  const { build, problems } = await box({ top: 'closed' }, ['fingers', { parts, wide: '10', gap: '0.15' }, 'f'])
  expect(problems).toEqual([])
  const rows = measureLedger(build)
  expect(rows).toHaveLength(12)
  expect(rows.every((r) => r.verdict === 'holds' && Math.abs(r.measured! - 0.15) < 0.002)).toBe(true)
})

test('walls that would fill it are refused', async () => {
  const { problems } = await box({ long: '36' })
  expect(problems[0]!.message).toContain('fill the box')
})
