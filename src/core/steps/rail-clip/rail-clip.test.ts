import { built, type Fields, sheetOf } from '../../../../tests/support/drawn'
import { runChecks } from '../../checks'
import { measureLedger } from '../../fit/ledger'
import { Kernel } from '../../kernel/kernel'
import { lyingSize } from '../../print/on-bed'

const plate = (fields: Fields = {}) => ['solid', { width: '70', depth: '40', height: '3', ...fields }, 'plate'] as const
async function clipped(fields: Fields = {}) {
  const project = sheetOf(plate(), ['rail-clip', { part: 'plate', on: { base: 'ground', off: '3' }, thick: '1.2', gap: '0.2', play: '0.25', ...fields }, 'clip']) // prettier-ignore
  const made = await built(project)
  const ledger = measureLedger(made.build)
  const kernel = await Kernel.load()
  const findings = () => runChecks({ project, build: made.build, ledger, kernel })
  return { ...made, ledger, findings, part: made.build.parts.find((p) => p.id === 'clip') }
}

test('a rail has its gaps in the clip, which lies on its side and hangs together', async () => {
  const { problems, ledger, part, findings, notes } = await clipped()
  expect(problems).toEqual([])
  expect(ledger.map((r) => [r.between, r.measured!.toFixed(2), r.verdict])).toEqual([
    ['Rail beside the arm of its clip', '0.20', 'holds'],
    ['Rail before the catch', '0.25', 'holds'],
    ['Rail before the hook', '0.25', 'holds'],
  ])
  // 35 wide, gaps, an arm, a wall of 3, and the end that is pulled; its width is its height on the bed.
  const [x, , z] = lyingSize(part!)
  expect(x).toBeCloseTo(35 + 0.4 + 1.2 + 3 + 3, 3)
  expect(z).toBeCloseTo(14, 3)
  expect(findings().filter((f) => f.check === 'bodies' || f.weight === 'stop')).toEqual([])
  // The plate for a nut of 2.4, the arm, less the lip and its play.
  expect(notes).toContain(`The front of the rail is ${(4.4 + 11 - 1.25).toFixed(1)} mm off the face.`)
})

test('strain by its formula; an arm that breaks says how long it has to be', async () => {
  const fine = await clipped()
  expect(fine.notes.join(' ')).toContain(`${((100 * 1.5 * 1.2 * 0.5) / 11 ** 2).toFixed(1)} % strain`)
  const short = await clipped({ long: '7' })
  const broken = short.findings().find((f) => f.check === 'snap-breaks')!
  expect(broken.mend).toMatchObject({ of: 'clip', field: 'long' })
  const mended = await clipped({ long: broken.mend!.value })
  expect(mended.findings().map((f) => f.check)).not.toContain('snap-breaks')
})

test('the plate loses two holes for its screws, through its own wall', async () => {
  const { volumes } = await clipped()
  expect((70 * 40 * 3 - volumes.plate!) / (2 * 3 * Math.PI * 1.7 ** 2)).toBeCloseTo(1, 2)
})

test.each([
  [{ long: '4', play: '2' }, 'long', /from [\d.]+ mm on it would do/],
  [{ overlap: '2', lead: '20' }, 'overlap', /less overlap/],
  [{ wide: '8' }, 'wide', /from [\d.]+ mm on/],
  [{ screw: 'M6' }, 'screw', /M5/],
])('%j is refused at %s', async (fields, field, message) => {
  expect((await clipped(fields)).problems[0]).toMatchObject({ field, message: expect.stringMatching(message) })
})
