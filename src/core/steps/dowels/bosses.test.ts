import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { measureLedger } from '../../fit/ledger'
import { offersAt, takeOffer } from '../offers'

const solid = (fields: Fields, id: string): StepOf => ['solid', fields, id]
/** A tray of 80 x 50 x 30 with walls and a floor of 1.6, cut across its middle. */
const TRAY: StepOf[] = [
  solid({ width: '80', depth: '50', height: '30' }, 'tray'),
  solid({ width: '76.8', depth: '46.8', height: '30', lift: '1.6', how: 'take', parts: ['tray'] }, 'room'),
]
const CUT: StepOf = ['divide', { part: 'tray', at: { base: 'side', off: '0' }, gap: '0.1' }, 'd']
const pins = (fields: Fields): StepOf => ['dowels', { across: '3', long: '5', gap: '0.1', lead: '0', wall: '1.2', stand: 'boss', ...fields }, 'j'] // prettier-ignore

async function joined(...steps: readonly StepOf[]) {
  const { build, problems, volumes, notes } = await built(sheetOf(...TRAY, CUT, ...steps))
  return { build, problems, volumes, notes, rows: measureLedger(build) }
}

test('thin walls get a boss on their outside round each pin, in both pieces; pins alone have no room', async () => {
  const bare = await joined()
  expect((await joined(pins({ stand: 'wall' }))).problems[0]).toMatchObject({ field: 'across', kind: 'no-room' })
  const { problems, volumes, rows, build } = await joined(pins({}))
  expect(problems).toEqual([])
  expect(rows.map((r) => r.verdict)).toEqual(Array(rows.length).fill('holds'))
  expect(rows.filter((r) => /^Pin/.test(r.between)).map((r) => r.measured!.toFixed(2))).toEqual(['0.10', '0.10'])
  // A circle of 2.82 whose middle lies 2.2 off a flat wall, as long as the pin, its room and a wall at its end.
  const [off, r] = [1.5 + 0.1 + 1.2 - 0.6, 1.5 + 0.1 + 1.2 + 0.02]
  const inWall = r ** 2 * Math.acos(off / r) - off * Math.sqrt(r ** 2 - off ** 2)
  const boss = (Math.PI * r ** 2 - inWall) * (5 + 0.1 + 1.2)
  const grown = ['d.1', 'd.2'].map((id) => volumes[id]! - bare.volumes[id]!)
  const pin = Math.PI * 1.5 ** 2 * 5
  const hole = Math.PI * 1.6 ** 2 * (5.1 - 0.1)
  expect(grown[0]! / (2 * (boss + pin))).toBeCloseTo(1, 2)
  expect(grown[1]! / (2 * (boss - hole))).toBeCloseTo(1, 2)
  // On the long walls, none under the floor, none above the rim, none inside.
  for (const part of build.parts) {
    const z = Array.from(part.mesh.positions).filter((_, i) => i % 3 === 2)
    expect([Math.min(...z), Math.max(...z)].map((v) => Number(v.toFixed(4)))).toEqual([0, 30])
  }
})

test('beside a tongue bosses leave its groove as it is; on a cut that is not flat they are refused', async () => {
  const tongue: StepOf = ['tongue', { band: '1.2' }, 't']
  const { problems, rows } = await joined(tongue, pins({}))
  expect(problems).toEqual([])
  expect(rows.map((r) => r.verdict)).toEqual(Array(rows.length).fill('holds'))
  expect(rows.filter((r) => /^(Pin|Tongue|End)/.test(r.between))).toHaveLength(4)
  const stepped: StepOf = ['divide', { part: 'tray', at: { base: 'side', off: '0' }, line: 'fingers' }, 'd']
  const { problems: uneven } = await built(sheetOf(...TRAY, stepped, pins({})))
  expect(uneven[0]).toMatchObject({ field: 'cut', kind: 'not-flat' })
  const inside = await joined(pins({ at: [{ along: 0, up: 0, from: '' }] }))
  expect(inside.problems[0]).toMatchObject({ field: 'at', kind: 'no-wall' })
})

test('pins that are taken up where a piece was divided once more come before that, and are built', async () => {
  const again: StepOf = ['divide', { part: 'd.1', at: { base: 'front', off: '0' }, gap: '0.1' }, 'e']
  const document = sheetOf(...TRAY, CUT, again)
  const { build } = await built(document)
  const offers = offersAt({
    document,
    references: [],
    parts: build.parts,
    left: build.left,
    picks: [],
    newId: () => 'new',
  })
  const bosses = offers.find(
    (o) => o.about === 'd' && o.words === 'join the pieces with pins in bosses on their walls',
  )!
  const after = takeOffer(bosses)(document)
  expect(after.steps.map((s) => s.id)).toEqual(['tray', 'room', 'd', 'new', 'e'])
  const made = await built(after)
  expect(made.problems).toEqual([])
  expect(made.build.parts).toHaveLength(3)
})
