import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/boards'
import { springOf, strainOf } from '../../enclosures/snap'

const CHIP = 'sensor assembly/chip'
const set = { case: { clearAbove: '3', roof: '2' } }
const chipCased = () => cased(simpleBoard(PLAIN), { posts: false, openings: false })
const TONGUE = { item: CHIP, side: 'left', long: '12', wide: '6', thick: '1', slit: '0.5', post: '3', play: '0.2', give: '0.5' } // prettier-ignore

test('a tongue is slit free over a button: its post ends where it was asked to, the lid loses the slit and gains the post', async () => {
  const { build, withSteps, add } = await chipCased()
  const [plain, done] = [await build(withSteps([], set)), await add('press-tongue', TONGUE, set)]
  expect(done.problems).toEqual([])
  expect(done.row('Tongue over chip')!.measured).toBeCloseTo(0.2, 3)
  // The slit goes through the roof of 2; below the tongue it is let in by 1, half a slit wider than it is.
  const long = 12 + 3
  const slit = ((long + 0.5) * 7 - long * 6) * 2
  const letIn = (long + 0.25) * 6.5 * 1 - ((long + 0.25) * 6.5 - long * 6) * 1
  const post = Math.PI * 1.5 ** 2 * (1 + 3 - 0.2)
  expect(done.volume('Lid') - plain.volume('Lid')).toBeCloseTo(post - slit - letIn, 0)
  expect(done.findings().map((f) => f.check)).not.toContain('bodies')
})

test('what pressing it asks of its root is said; one that breaks is told how long would do', async () => {
  const { add } = await chipCased()
  const fine = await add('press-tongue', { ...TONGUE, long: '16' }, set)
  const strain = strainOf({ thick: 1, overlap: 0.7, long: 16, wide: 0, lead: 0 })
  expect(fine.notes.join(' ')).toContain(`${(100 * strain).toFixed(1)} % strain`)
  expect(fine.findings().map((f) => f.check)).not.toContain('snap-breaks')
  const stiff = await add('press-tongue', { ...TONGUE, long: '7' }, set)
  const broken = stiff.findings().find((f) => f.check === 'snap-breaks')!
  expect(strainOf({ thick: 1, overlap: 0.5, long: 7, wide: 0, lead: 0 })).toBeGreaterThan(springOf('PLA')!.strain)
  expect(broken.title).toBe('The tongue in the lid breaks.')
})

test.each([
  ['off-roof', { long: '40' }],
  ['thick', { thick: '2.5' }],
  ['no-room', { play: '3.9' }],
  ['post', { post: '7' }],
])('%s is refused with what would do', async (kind, fields) => {
  const { add } = await chipCased()
  expect((await add('press-tongue', { ...TONGUE, ...fields }, set)).problems[0]).toMatchObject({ kind })
})

test('a light pipe is a rod in a snug guide, flush with the lid, its foot over the lamp', async () => {
  const { add } = await chipCased()
  const done = await add('plunger', { as: 'light', item: CHIP, across: '3', gap: '0.1', proud: '0', play: '0.3', flange: '0.8' }, set) // prettier-ignore
  expect(done.problems).toEqual([])
  expect(done.row('Light pipe of chip in its guide')!.measured).toBeCloseTo(0.1, 2)
  expect(done.row('Light pipe over chip')!.measured).toBeCloseTo(0.3, 3)
  const [foot, shoulder, top] = [0.3, 0.3 + 1.2, 3 + 2]
  const rod = Math.PI * (2.3 ** 2 * (shoulder - foot) + 1.5 ** 2 * (top - shoulder))
  expect(done.volume('Light pipe') / rod).toBeCloseTo(1, 2)
})
