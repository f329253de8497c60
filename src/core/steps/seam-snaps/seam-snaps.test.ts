import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { runChecks } from '../../checks'
import { measureLedger } from '../../fit/ledger'
import { Kernel } from '../../kernel/kernel'
import { bendsLike } from './shape'

const BAR: StepOf = ['solid', { width: '90', depth: '40', height: '20' }, 'bar']
const CUT: StepOf = ['divide', { part: 'bar', at: { base: 'side', off: '10' }, gap: '0.2' }, 'd']
const SNAP = { across: '7', long: '14', overlap: '0.3', slit: '1.6', gap: '0.12' }

async function snapped(fields: Fields = {}) {
  const project = sheetOf(BAR, CUT, ['seam-snaps', { ...SNAP, ...fields }, 'j'])
  const made = await built(project)
  const rows = measureLedger(made.build)
  const kernel = await Kernel.load()
  const findings = () => runChecks({ project, build: made.build, ledger: rows, kernel })
  return { ...made, rows, findings }
}

test.each([['45'], ['90'], ['30']])('held by a slope of %s: one gap all over, and the pieces go together past what gives way', async (back) => {
  const { problems, rows, build } = await snapped({ back })
  expect(problems).toEqual([])
  expect(rows.map((r) => [r.between, r.verdict])).toEqual([
    ['Cut 1 through Part', 'holds'],
    ['Part going together at cut 1', 'holds'],
    ['Catches of the snap pins of Part', 'holds'],
    ['Snap pins in their holes of Part', 'holds'],
  ])
  for (const row of rows.slice(2)) expect(row.measured).toBeCloseTo(0.12, 2)
  expect(build.parts).toHaveLength(2)
}) // prettier-ignore

test('half a pin, slit to its root, by its volume', async () => {
  const [pins, none] = [await snapped(), await built(sheetOf(BAR, CUT))]
  const [r, tip] = [3.5, 14.4 + 0.7 / Math.tan(Math.PI / 6)]
  // Round up to the catch, which widens by 0.3 over 0.3, stays over 0.4 and narrows to 0.4 less than the pin.
  const frustum = (a: number, b: number, h: number) => (Math.PI * h * (a * a + a * b + b * b)) / 3
  const whole = frustum(r, r, 13.7) + frustum(r, 3.8, 0.3) + frustum(3.8, 3.8, 0.4) + frustum(3.8, 3.1, tip - 14.4)
  const one = (pins.volumes['d.1']! - none.volumes['d.1']!) / 2
  expect(one).toBeLessThan(whole - 13 * 1.6 * 6.6)
  expect(one).toBeGreaterThan(whole - tip * 1.6 * 7.6)
})

test('strain by its formula; a pin that breaks says how long it has to be', async () => {
  // Half of a round pin without a slit: its middle lies 4 r / 3 pi off the flat.
  expect(bendsLike({ across: 8, slit: 0 })).toBeCloseTo(2 * (4 - 16 / (3 * Math.PI)), 6)
  const { notes } = await snapped()
  const strain = (150 * bendsLike({ across: 7, slit: 1.6 }) * 0.3) / 14 ** 2
  expect(notes.join(' ')).toContain(`${strain.toFixed(1)} % strain`)
  const short = await snapped({ long: '6' })
  const broken = short.findings().find((f) => f.check === 'snap-breaks')!
  expect(broken.mend).toMatchObject({ of: 'j', field: 'long' })
  expect((await snapped({ long: broken.mend!.value })).findings().map((f) => f.check)).not.toContain('snap-breaks')
})

test.each([
  [{ slit: '0.5' }, 'slit', /a slit of 0.60 mm would do/],
  [{ slit: '5' }, 'slit', /up to 3.5 mm would do/],
  [{ across: '18' }, 'across', /mm across would fit|shorter/],
])('%j is refused at %s', async (fields, field, message) => {
  expect((await snapped(fields)).problems[0]).toMatchObject({ field, message: expect.stringMatching(message) })
})
