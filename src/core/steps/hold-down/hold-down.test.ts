import { cased } from '../../../../tests/support/cased'

const on = await cased()
const INSERTS = { posts: { top: 'insert', insert: '2', across: '7.4' }, case: { clearAbove: '4' } }

test('posts for inserts have their hole, 1 mm deeper than the insert', async () => {
  const [plain, bored] = [await on.build(on.withSteps([], { posts: { top: 'plain', across: '7.4' } })), await on.build(on.withSteps([], { posts: { top: 'insert', insert: '2', across: '7.4' } }))] // prettier-ignore
  expect((plain.volume('Base') - bored.volume('Base')) / (4 * Math.PI * 2.05 ** 2 * 3)).toBeCloseTo(1, 2)
  expect(bored.notes).toContain('4 holes of Ø 4.10 mm for M3.')
})

test('a bolt goes right through, with a pocket for its nut of the table and its room', async () => {
  const across = '8.4'
  const [plain, bolted] = [await on.build(on.withSteps([], { posts: { top: 'plain', across } })), await on.build(on.withSteps([], { posts: { top: 'bolt', across, room: '0.1' } }))] // prettier-ignore
  // Post and floor are 2.5 + 1.8 high; the pocket is 2.4 deep and 5.7 across its flats.
  const pocket = (Math.sqrt(3) / 2) * 5.7 ** 2 * 2.4
  expect((plain.volume('Base') - bolted.volume('Base')) / (4 * (pocket + Math.PI * 1.7 ** 2 * (4.3 - 2.4)))).toBeCloseTo(1, 2) // prettier-ignore
})

test.each([
  [{ top: 'insert', insert: '6', across: '7.4' }, 'insert', /room for 3\.5 mm.*up to 2\.5 mm fits/],
  [{ top: 'insert', insert: '2', across: '6' }, 'across', /from 7\.3 mm on/],
  [{ top: 'bolt', under: 'bore', across: '6' }, 'across', /pocket underneath|from/],
])('posts as %j are refused at %s', async (posts, field, message) => {
  const { problems } = await on.build(on.withSteps([], { posts }))
  expect(problems[0]).toMatchObject({ field, message: expect.stringMatching(message) })
})

test('screws through lid and board: the lid is held, the gap above the board is the wanted one, the screw has a usual length', async () => {
  const held = await on.add('hold-down', { gap: '0.15' }, INSERTS)
  expect(held.problems).toEqual([])
  expect(held.row('Board under the posts of the lid')).toMatchObject({ wanted: 0.15, verdict: 'holds', measured: expect.closeTo(0.15, 1.7) }) // prettier-ignore
  expect(held.notes.join()).toMatch(/4 screws M3 x (6|8|10|12)/)
  expect(held.findings().map((f) => f.title)).not.toContain('Nothing holds the lid.')
  // The same without anything that takes the screws holds nothing, and says so.
  const loose = await on.add('hold-down', {}, { case: { clearAbove: '4' } })
  expect(loose.notes.join()).toMatch(/Nothing below takes the screws/)
  expect(loose.findings().map((f) => f.title)).toContain('Nothing holds the lid.')
})

test('pins go into the posts of the lid with their gap, whatever gap they have in the board', async () => {
  const held = await on.add('hold-down', { end: 'pin', pin: '0.25', across: '6.4' }, { posts: { gap: '0.3', reach: '3' }, case: { clearAbove: '4' } }) // prettier-ignore
  expect(held.problems).toEqual([])
  expect(held.row('Pins in the posts of the lid')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.25, 1.7) }) // prettier-ignore
})

test('a screw that does not go through the board is refused with what would', async () => {
  const { problems } = await on.add('hold-down', { screw: 'M4', across: '9' }, INSERTS)
  expect(problems[0]).toMatchObject({ field: 'screw', message: expect.stringContaining('smaller') })
})

test('a post beside an item says so, and is cut back to leave it its room', async () => {
  const beside = await on.add('hold-down', { across: '42', holes: ['h1'], end: 'plain' }, { case: { clearAbove: '4' } })
  const touches = beside.findings().filter((f) => f.check === 'post-touches')
  expect(touches.find((f) => f.title === 'chip has 0.00 mm beside a post.')).toMatchObject({ mend: { field: 'around', value: 'back' } }) // prettier-ignore
  const back = await on.add('hold-down', { across: '42', holes: ['h1'], end: 'plain', around: 'back', beside: '0.5' }, { case: { clearAbove: '4' } }) // prettier-ignore
  expect(back.row('chip beside the posts')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.5, 1.7) })
  expect(back.findings().filter((f) => f.check === 'post-touches')).toEqual([])
})
