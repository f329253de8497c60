import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'

const on = await cased(simpleBoard({ ...PLAIN, width: 60, depth: 40 }))
const wrap = on.step('case')
const roof = [{ name: { step: wrap, role: 'roof:top' }, near: [0, 0, 8.4], of: 1 }]
const back = [{ name: { step: wrap, role: 'wall' }, near: [0, 22.2, 6], of: 1 }]
const vents = (fields: Record<string, unknown>, on_ = roof, set = {}) => on.add('vents', { part: `${wrap}.lid`, on: on_ as never, ...fields } as never, set) // prettier-ignore
const bare = await on.build(on.project)

test.each(['level', 'upright', 'round', 'hex'])(
  '%s openings go through the wall alone, with bars of whole lines between them, and say how much is open',
  async (cells) => {
    const made = await vents({ cells, over: 'field', wide: '30', high: '20', size: '3', long: '12', margin: '2' })
    expect(made.problems).toEqual([])
    const said = /(\d+) openings, (\d+) mm² in all, bars of 1\.26 mm: 3 lines\./.exec(made.notes.join())!
    const [count, area] = [Number(said[1]), Number(said[2])]
    const each = { level: 3 * (30 - 2 * 1.26) / 3, upright: 3 * (20 - 1.26) / 2, round: Math.PI * 2.25, hex: (Math.sqrt(3) / 2) * 9 }[cells]! // prettier-ignore
    expect(area).toBeCloseTo(count * each, -0.5)
    expect((bare.volume('Lid') - made.volume('Lid')) / (1.8 * count * each)).toBeCloseTo(1, 1)
    expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
  },
)

test('where a post stands behind the wall there is none; the count says so', async () => {
  const posts = [{ kind: 'hold-down', fields: { end: 'plain', across: '12' } }, { kind: 'vents', fields: { part: `${wrap}.lid`, on: roof as never, cells: 'round', size: '4', margin: '3' } }] // prettier-ignore
  const made = await on.build(on.withSteps(posts))
  expect(made.problems).toEqual([])
  expect(made.notes.join()).toMatch(/\d+ left out, where something stands behind/)
})

test('a drip edge stands out over each opening by what was asked, level underneath', async () => {
  const plain = await vents({ over: 'field', wide: '20', high: '3', margin: '0.8' }, back, {
    case: { clearAbove: '4' },
  })
  const dripping = await vents({ over: 'field', wide: '20', high: '3', margin: '0.8', drip: '1' }, back, { case: { clearAbove: '4' } }) // prettier-ignore
  expect(dripping.problems).toEqual([])
  const far = (b: typeof plain) => Math.max(...b.built.parts[1]!.mesh.positions.filter((_, i) => i % 3 === 1))
  expect(far(dripping) - far(plain)).toBeCloseTo(1, 3)
  expect((await vents({ drip: '1' })).problems[0]).toMatchObject({ field: 'drip' })
})

test('a bar that is no whole number of lines is said to be none', async () => {
  expect((await vents({ bar: '1' })).notes.join()).toMatch(/2\.38 lines, where whole ones print best/)
  expect((await vents({ size: '50', cells: 'round' })).problems[0]!.message).toMatch(
    /smaller ones or less margin would/,
  )
})

test('louvres fall outwards: as wide across as straight slots, and nothing is seen straight through them', async () => {
  const wall: StepOf = ['solid', { width: '60', depth: '2', height: '40' }, 'wall']
  const whole = (await built(sheetOf(wall))).build.parts[0]!
  const slots = (fields: Fields, way = [0, -1, 0]) => built(sheetOf(wall, ['vents', { part: 'wall', on: [facing(whole, way)], size: '1.6', long: '30', ...fields }, 'v'])) // prettier-ignore
  const [straight, leant] = [await slots({}), await slots({ lean: '45' })]
  expect([straight.problems, leant.problems]).toEqual([[], []])
  const cut = ({ volumes }: typeof leant) => whole.volume - volumes['wall']!
  // As wide across they are higher on the face, by 1 over the cosine.
  expect(cut(leant) / cut(straight)).toBeCloseTo(Math.SQRT2, 3)
  // Out of the face, which looks to the front, what is under them falls.
  const under = leant.build.parts[0]!.mesh.surfaces.find((s) => s.segment === 'low' && s.role === 'vent')!.shape
  expect(under).toMatchObject({ kind: 'plane', normal: [expect.closeTo(0, 4), expect.closeTo(-Math.SQRT1_2, 4), expect.closeTo(Math.SQRT1_2, 4)] }) // prettier-ignore
  expect((await slots({ lean: '30', margin: '0.1' }, [0, 0, 1])).problems[0]).toMatchObject({ field: 'lean' })
})
