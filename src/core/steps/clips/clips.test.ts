import { PLAIN, simpleBoard } from '../../../../tests/support/boards'
import { cased, SOCKET } from '../../../../tests/support/cased'
import { springOf } from '../../enclosures/snap'

/** A board of 50 x 30 without holes, in a case of its own. */
const bare = () => cased(simpleBoard({ ...PLAIN, hole: 0 }), { posts: false, openings: false })

test('a board without holes is clipped in: rests, catches and arms keep what they were asked for, and it goes in', async () => {
  const { build, withSteps } = await bare()
  const done = await build(withSteps([{ kind: 'clips', fields: { sides: 'long', gap: '0.2', play: '0.1', overlap: '0.5' } }])) // prettier-ignore
  expect(done.problems).toEqual([])
  expect(done.row('Board under its catches')).toMatchObject({ verdict: 'holds' })
  expect(done.row('Board under its catches')!.measured).toBeCloseTo(0.1, 2)
  expect(done.row('Board beside its arms')!.measured).toBeCloseTo(0.2, 2)
  expect(done.row('Carrier going into the base')).toMatchObject({ verdict: 'holds' })
  expect(done.findings().map((f) => f.check)).not.toContain('put-together')
  expect(done.built.parts[0]!.mesh.surfaces.filter((s) => s.role === 'rest').length).toBeGreaterThan(0)
  // One body: arms and what they grow from hang together.
  expect(done.findings().filter((f) => f.check === 'bodies')).toEqual([])
})

test('what its filament bears is said, along its layers; an arm that breaks says how long it has to be', async () => {
  const { build, withSteps } = await bare()
  const arms = (long: string) => build(withSteps([{ kind: 'clips', fields: { sides: 'long', long, thick: '1.2', overlap: '0.5', catch: '4' } }])) // prettier-ignore
  const fine = await arms('16')
  // 1.5 t y / L², to the middle of the catch.
  expect(fine.notes.join(' ')).toContain(`${((100 * 1.5 * 1.2 * 0.5) / 14 ** 2).toFixed(1)} % strain`)
  expect(fine.findings().map((f) => f.check)).toEqual(['lid-held'])
  const broken = (await arms('8')).findings().find((f) => f.check === 'snap-breaks')!
  const needed = 2 + Math.sqrt((1.5 * 1.2 * 0.5) / springOf('PLA')!.strain)
  expect(broken.text).toContain(`A length of ${needed.toFixed(1)} mm would bear it`)
  const mended = await arms((broken.mend as { value: string }).value)
  expect(mended.findings().map((f) => f.check)).not.toContain('snap-breaks')
})

test('a wall that leaves no room is let in and thickened, one that does stays; where there is none it is refused', async () => {
  const { build, withSteps } = await bare()
  const inCase = (clear: string, fields: Record<string, string> = {}) => build(withSteps([{ kind: 'clips', fields: { sides: 'long', ...fields } }], { case: { clear } })) // prettier-ignore
  const pads = ({ built }: Awaited<ReturnType<typeof inCase>>) => built.parts[0]!.mesh.surfaces.filter((s) => s.role === 'pad').length // prettier-ignore
  expect(pads(await inCase('0.5'))).toBeGreaterThan(0)
  expect(pads(await inCase('4'))).toBe(0)
  expect((await inCase('0.5', { long: '60' })).problems[0]).toMatchObject({ kind: 'no-wall' })
  const low = await build(withSteps([{ kind: 'clips', fields: { sides: 'long' } }], { case: { parting: 'board.top' } }))
  expect(low.problems[0]).toMatchObject({ kind: 'parting' })
})

test('an item over the edge that an arm would stand in is named', async () => {
  const { build, withSteps } = await cased(simpleBoard({ ...PLAIN, hole: 0, socket: true }), { posts: false, openings: false }) // prettier-ignore
  const front = await build(
    withSteps([{ kind: 'clips', fields: { sides: 'front' } }], { case: { over: { [SOCKET]: 'out' } } }),
  )
  expect(front.problems[0]).toMatchObject({ kind: 'blocked' })
  expect(front.problems[0]!.message).toContain('socket')
  expect((await build(withSteps([{ kind: 'clips', fields: { sides: 'ends' } }]))).problems).toEqual([])
})
