import { at, built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { foundPairs } from '../../fit/found-pairs'
import { measureLedger } from '../../fit/ledger'

const panel = (
  id: string,
  [w, d, h]: readonly [number, number, number],
  [x, y, z]: readonly [number, number, number],
  turn = 0,
): StepOf =>
  // prettier-ignore
  ['solid', { width: `${w}`, depth: `${d}`, height: `${h}`, at: at(`${x}`, `${y}`), lift: `${z}`, turn: `${turn}` }, id]
/** A floor of 80 x 60 x 4, walls of 3 round it that lie in it by all of their thickness. */
const FLOOR = panel('floor', [80, 60, 4], [0, 0, 0])
const FRONT = panel('front', [80, 3, 40], [0, -28.5, 0])
const locked = (steps: readonly StepOf[], fields: Fields) => built(sheetOf(...steps, ['fingers', fields, 'lock']))

test('a floor and a wall at its edge keep every other piece of what they had in common, with the gap everywhere', async () => {
  const { build, problems, volumes, notes } = await locked([FLOOR, FRONT], { parts: ['floor', 'front'], wide: '16', gap: '0.2' }) // prettier-ignore
  expect(problems).toEqual([])
  expect(notes).toEqual(['Fingers of Part and Part 2: 5.'])
  // Five fingers of 16 along the edge of 80: three stay with the floor. Each notch is larger by the gap.
  // Of the floor two fingers of the wall, 3 deep and the gap more; of the wall three of the floor, 4 high and the gap.
  const floor = 80 * 60 * 4 - 2 * (16 + 0.2) * (3 + 0.2) * 4
  const front = 80 * 40 * 3 - (3 * 16 + 2 * 0.2) * (4 + 0.2) * 3
  expect([volumes['floor'], volumes['front']]).toEqual([expect.closeTo(floor, 2), expect.closeTo(front, 2)])
  const [row] = measureLedger(build)
  expect([row!.between, row!.verdict, row!.measured]).toEqual([
    'Part locked with Part 2',
    'holds',
    expect.closeTo(0.2, 3),
  ])
})

test('with the edge of one in the middle of the other its tabs go through slots', async () => {
  const shelf = panel('shelf', [80, 40, 3], [0, 20, 18])
  const back = panel('back', [80, 3, 60], [0, 1.5, 0])
  const { problems, volumes, build } = await locked([back, shelf], {
    parts: ['back', 'shelf'],
    wide: '16',
    gap: '0.15',
  })
  expect(problems).toEqual([])
  // Two tabs of the shelf: slots as wide as they are thick with the gap on both sides. The rest of its edge ends before the wall.
  const slots = 2 * (16 + 0.15) * (3 + 2 * 0.15) * 3
  expect(volumes['back']).toBeCloseTo(80 * 60 * 3 - slots, 2)
  expect(volumes['shelf']).toBeCloseTo(80 * 40 * 3 - (3 * 16 + 2 * 0.15) * (3 + 0.15) * 3, 2)
  expect(measureLedger(build)[0]!.measured).toBeCloseTo(0.15, 3)
})

test('a box of five panels locks at all edges: none overlaps another, each in one piece', async () => {
  const sides = [FRONT, panel('back', [80, 3, 40], [0, 28.5, 0]), panel('left', [3, 60, 40], [-38.5, 0, 0]), panel('right', [3, 60, 40], [38.5, 0, 0])] // prettier-ignore
  const { build, problems } = await locked([FLOOR, ...sides], { parts: ['floor', 'front', 'back', 'left', 'right'], wide: '12', gap: '0.1' }) // prettier-ignore
  expect(problems).toEqual([])
  const rows = measureLedger(build)
  expect(foundPairs(build)).toEqual([])
  expect(rows).toHaveLength(8)
  for (const row of rows) expect([row.between, row.verdict, row.measured]).toEqual([row.between, 'holds', expect.closeTo(0.1, 3)]) // prettier-ignore
  // Each is as thick as it was.
  expect(build.parts.map((p) => p.id)).toEqual(['floor', 'front', 'back', 'left', 'right'])
})

test('panels at a slant lock too, and inner corners get holes', async () => {
  // A wall turned by 30 degrees on the floor, through all of its thickness.
  const slant = panel('slant', [50, 3, 30], [0, 0, 0], 30)
  const { problems, build } = await locked([FLOOR, slant], { parts: ['floor', 'slant'], wide: '10', gap: '0.2', ends: 'second' }) // prettier-ignore
  expect(problems).toEqual([])
  expect(measureLedger(build)[0]!.measured).toBeCloseTo(0.2, 3)
  const plain = await locked([FLOOR, FRONT], { parts: ['floor', 'front'], wide: '16', gap: '0.2' })
  const holed = await locked([FLOOR, FRONT], { parts: ['floor', 'front'], wide: '16', gap: '0.2', relief: '0.8' })
  expect(holed.problems).toEqual([])
  expect(plain.volumes['floor']! - holed.volumes['floor']!).toBeGreaterThan(0.5)
})

test('what does not meet, is no panel or lies flat in the other is refused', async () => {
  const apart = await locked([FLOOR, panel('far', [80, 3, 40], [0, -80, 0])], { parts: ['floor', 'far'] })
  expect(apart.problems[0]!.message).toContain('lie in each other')
  const flat = await locked([FLOOR, panel('on', [40, 30, 3], [0, 0, 2])], { parts: ['floor', 'on'] })
  expect(flat.problems[0]!.message).toContain('nearly flat')
  const ball: StepOf = ['solid', { shape: 'ball', across: '30', at: at('0', '0'), lift: '-10' }, 'ball']
  expect((await locked([FLOOR, ball], { parts: ['floor', 'ball'] })).problems[0]!.message).toContain('no flat panel')
})

test('tabs are as many and as wide as they are told to be, evenly along the edge; too many are refused with what would do', async () => {
  const shelf = panel('shelf', [80, 40, 3], [0, 20, 18])
  const back = panel('back', [80, 3, 60], [0, 1.5, 0])
  const fields = { parts: ['back', 'shelf'], wide: '10', tabs: '3', gap: '0.15' }
  const { problems, volumes, build } = await locked([back, shelf], fields)
  expect(problems).toEqual([])
  expect(volumes['back']).toBeCloseTo(80 * 60 * 3 - 3 * (10 + 0.15) * (3 + 2 * 0.15) * 3, 2)
  expect(volumes['shelf']).toBeCloseTo(80 * 40 * 3 - (50 + 3 * 0.15) * (3 + 0.15) * 3, 2)
  expect(measureLedger(build)[0]!.measured).toBeCloseTo(0.15, 3)
  // Their middles lie 80/3 from each other, the outer ones half of that from the ends.
  const tips = Array.from(build.parts.find((p) => p.id === 'shelf')!.mesh.positions).filter((_, i, all) => i % 3 === 0 && Math.abs(all[i + 1]!) < 1e-4) // prettier-ignore
  const places = [...new Set(tips.map((x) => x.toFixed(2)))].map(Number).sort((a, b) => a - b)
  const half = 5 - 0.15 / 2
  expect(places).toEqual([-80 / 3, 0, 80 / 3].flatMap((m) => [m - half, m + half]).map((v) => expect.closeTo(v, 1)))
  const many = await locked([back, shelf], { ...fields, tabs: '9' })
  expect(many.problems[0]).toMatchObject({ field: 'wide', kind: 'too-wide', message: expect.stringContaining('less than 8.6 mm each') }) // prettier-ignore
})
