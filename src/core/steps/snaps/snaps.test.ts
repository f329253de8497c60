import { cased } from '../../../../tests/support/cased'
import { bendingForce, matingForce, strainOf } from '../../enclosures/snap'

const on = await cased()
const ROOMY = { case: { clearAbove: '8', clearBelow: '4' } }

test('strain and forces of an arm are those of the cantilever, by its figures', () => {
  const arm = { thick: 1.6, wide: 8, long: 12, overlap: 0.6, lead: 30 }
  expect(strainOf(arm)).toBeCloseTo((1.5 * 1.6 * 0.6) / 144, 12)
  expect(bendingForce(arm, 2100) / ((8 * 1.6 ** 2 * 2100 * 0.01) / 72)).toBeCloseTo(1, 6)
  const tan = Math.tan(Math.PI / 6)
  expect(matingForce(arm, 2100) / bendingForce(arm, 2100)).toBeCloseTo((0.3 + tan) / (1 - 0.3 * tan), 12)
  expect(matingForce({ ...arm, lead: 80 }, 2100)).toBe(Infinity)
})

test.each(['ends', 'long', 'all'])(
  'arms at %s hold the lid; catch and arm have their gaps, and the lid still goes on',
  async (sides) => {
    const made = await on.add('snaps', { sides, long: '11', overlap: '0.4', gap: '0.25', play: '0.12' }, ROOMY)
    expect(made.problems).toEqual([])
    expect(made.row('Catch of the snap arms under its edge')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.12, 1.7) }) // prettier-ignore
    expect(made.row('Snap arms beside the base')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.25, 1.7) }) // prettier-ignore
    expect(made.row('Lid going onto the base')).toMatchObject({ verdict: 'holds' })
    const titles = made.findings().map((f) => f.title)
    expect(titles).not.toContain('Nothing holds the lid.')
    expect(made.built.parts.every((p) => p.volume > 0)).toBe(true)
  },
)

test('a wall too thin for the pocket is thickened there', async () => {
  const [thin, thick] = [await on.add('snaps', { long: '11' }, { case: { ...ROOMY.case, wall: '3*line' } }), await on.add('snaps', { long: '11' }, { case: { ...ROOMY.case, wall: '2.4' } })] // prettier-ignore
  const pads = (b: typeof thin) => b.built.parts[0]!.mesh.surfaces.filter((s) => s.role === 'pad').length
  expect(pads(thin)).toBeGreaterThan(0)
  expect(pads(thick)).toBe(0)
  expect(thin.findings().filter((f) => f.check === 'thin-wall' && f.title.includes('pocket'))).toEqual([])
})

test('arms that break are found with the figure and the length that would bear it; a longer one mends it', async () => {
  const breaks = await on.add('snaps', { long: '11', overlap: '0.8', thick: '1.6' }, ROOMY)
  const finding = breaks.findings().find((f) => f.check === 'snap-breaks')!
  const strain = (1.5 * 1.6 * 0.8) / 121
  expect(finding.text).toContain(`${(100 * strain).toFixed(1)} %`)
  // PLA bears 1 %, half of that across its layers.
  expect(Number(finding.mend!.value)).toBeCloseTo(11 * Math.sqrt(strain / 0.005), 0)
  const never = await on.add('snaps', { long: '11', overlap: '0.1' }, ROOMY)
  expect(never.findings().map((f) => f.check)).toContain('snap-holds')
})

test.each([
  [{ long: '40' }, 'long', /between [\d.]+ and [\d.]+ mm would/],
  [{ wide: '90' }, 'sides', /Fewer, narrower/],
  [{ long: '11', shift: '20' }, 'shift', /up to [\d.]+ mm would do/],
])('%j is refused at %s', async (fields, field, message) => {
  const { problems } = await on.add('snaps', fields, ROOMY)
  expect(problems[0]).toMatchObject({ field, message: expect.stringMatching(message) })
})
