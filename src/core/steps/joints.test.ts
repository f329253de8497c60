import { built, type Fields, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { measureLedger } from '../fit/ledger'
import { apply } from '../geometry/placement'

const BAR: StepOf = ['solid', { width: '90', depth: '40', height: '24' }, 'bar']
const CUT: StepOf = ['divide', { part: 'bar', at: { base: 'side', off: '25' }, gap: '0.2' }, 'd']
const HALVES = [(70 - 0.1) * 960, (20 - 0.1) * 960]

async function joined(kind: string, fields: Fields, ...more: StepOf[]) {
  const all = await built(sheetOf(BAR, CUT, [kind, fields, 'j'], ...more))
  return { ...all, rows: measureLedger(all.build).filter((r) => r.step === 'j') }
}
const circle = (across: number) => (Math.PI * across ** 2) / 4

test('magnets lie in pockets of both pieces, each with its gap', async () => {
  const { problems, volumes, rows, notes } = await joined('seam-magnets', { across: '8', high: '3', gap: '0.1' })
  expect(problems).toEqual([])
  for (const [id, half] of [['d.1', HALVES[0]!], ['d.2', HALVES[1]!]] as const) expect((half - volumes[id]!) / (2 * circle(8.2) * 3.1)).toBeCloseTo(1, 2) // prettier-ignore
  expect(rows.map((r) => r.verdict)).toEqual(['holds', 'holds', 'holds', 'holds'])
  for (const row of rows) expect(row.measured).toBeCloseTo(0.1, 2)
  expect(notes[0]).toMatch(/^4 magnets/)
})

test('screws go through one piece, head and all, into inserts in the other; the note says which', async () => {
  const { problems, volumes, rows, notes } = await joined('seam-screws', { screw: 'M3', grip: '4' })
  expect(problems).toEqual([])
  // Through 3.4, recess 6.1 from 4 on to the outside 15.9 away, insert 4.1 by 6.
  expect((HALVES[1]! - volumes['d.2']!) / (2 * (circle(3.4) * 4 + circle(6.1) * (19.9 - 4)))).toBeCloseTo(1, 2)
  expect((HALVES[0]! - volumes['d.1']!) / (2 * circle(4.1) * 6)).toBeCloseTo(1, 2)
  expect(rows.map((r) => r.verdict)).toEqual(['holds', 'holds'])
  expect(notes).toEqual(['2 M3 screws of 8 mm under their heads, and 2 inserts.'])
})

test('a screw whose head would have to go through something else first is refused there', async () => {
  const fork: StepOf[] = [
    BAR,
    ['solid', { width: '6', depth: '60', height: '30', at: { along: 36, up: 0, from: '' }, lift: '-2', how: 'take', parts: ['bar'] }, 'slot'], // prettier-ignore
    ['solid', { width: '8', depth: '40', height: '24', at: { along: 41, up: 0, from: '' }, lift: '1', how: 'add', parts: ['bar'] }, 'jaw'], // prettier-ignore
    ['solid', { width: '30', depth: '40', height: '2', at: { along: 30, up: 0, from: '' }, how: 'add', parts: ['bar'] }, 'bridge'], // prettier-ignore
    CUT,
    ['seam-screws', {}, 'j'],
  ]
  const { problems } = await built(sheetOf(...fork))
  expect(problems[0]).toMatchObject({ field: 'screw', message: expect.stringContaining('no place for an M3 screw') })
})

test('marks are let into both faces by their depth, clear of pins and their holes', async () => {
  const { problems, volumes } = await joined('seam-marks', { deep: '0.4', height: '6' })
  expect(problems).toEqual([])
  const [a, b] = [HALVES[0]! - volumes['d.1']!, HALVES[1]! - volumes['d.2']!]
  expect(a).toBeGreaterThan(5)
  expect(a).toBeCloseTo(b, 3)
  // The same letters again beside pins, and half as deep: half of the volume.
  const pinned = await built(sheetOf(BAR, CUT, ['dowels', {}, 'pins']))
  const both = await built(sheetOf(BAR, CUT, ['dowels', {}, 'pins'], ['seam-marks', { deep: '0.2', height: '6' }, 'j']))
  expect(both.problems).toEqual([])
  for (const id of ['d.1', 'd.2']) expect((pinned.volumes[id]! - both.volumes[id]!) / a).toBeCloseTo(0.5, 3)
})

test('letters too large for the cut say what would fit', async () => {
  const { problems } = await joined('seam-marks', { height: '40' })
  expect(problems[0]).toMatchObject({ field: 'height', message: expect.stringMatching(/up to \d+\.\d mm would fit/) })
})

test.each(['dowels', 'seam-magnets', 'seam-screws'])(
  'the places that were found for %s are told, on the plane of the cut; said as they were found they come to the same',
  async (kind) => {
    const first = await joined(kind, {})
    const { field, frame, at } = first.build.steps.at(-1)!.places!
    expect([field, at.length]).toEqual(['at', 2])
    // On the cut, which lies 25 to the right; through the middle of what is round there.
    for (const [x, y] of at) {
      const place = apply(frame, [x, y, 0])
      expect(Math.abs(place[0] - 25)).toBeLessThan(0.3)
      const near = first.build.parts.flatMap((p) => p.mesh.surfaces).flatMap(({ step, shape }) => (step === 'j' && shape.kind === 'cylinder' ? [Math.hypot(shape.point[1] - place[1], shape.point[2] - place[2])] : [])) // prettier-ignore
      expect(Math.min(...near)).toBeLessThan(1e-6)
    }
    const said = await joined(kind, {
      at: at.map(([along, up]) => ({ along: String(along), up: String(up), from: '' })),
    })
    expect(said.problems).toEqual([])
    expect(said.volumes['d.1']).toBeCloseTo(first.volumes['d.1']!, 6)
    expect(said.build.steps.at(-1)!.places!.at).toEqual(at.map((p) => p.map((v) => expect.closeTo(v, 9))))
  },
)

test('screws go into nuts in six-sided recesses that are open to the outside', async () => {
  const { problems, volumes, rows, notes } = await joined('seam-screws', {
    screw: 'M3',
    into: 'nut',
    grip: '4',
    over: '3',
  })
  expect(problems).toEqual([])
  // Through 3.4 for 3 mm, then a recess 5.5 + 0.3 across flats to the outside 69.9 away.
  const hexagon = (flats: number) => (Math.sqrt(3) / 2) * flats ** 2
  expect((HALVES[0]! - volumes['d.1']!) / (2 * (circle(3.4) * 3 + hexagon(5.8) * (69.9 - 3)))).toBeCloseTo(1, 2)
  expect(rows.map((r) => r.verdict)).toEqual(['holds', 'holds'])
  // 4 under the head, 0.2 between the pieces, 3 over the nut and 2.4 of it: the next usual length.
  expect(notes).toEqual(['2 M3 screws of 10 mm under their heads, and 2 nuts.'])
})

test('grooves for glue run along the outline of both faces and again further in; the note says how much there is to glue', async () => {
  const { problems, volumes, notes } = await joined('seam-glue', { wide: '1', deep: '0.6', wall: '2', apart: '5' })
  expect(problems).toEqual([])
  // Rings of a face of 40 x 24, from 2 and from 7 off its edge; none has room at 12.
  const ring = (off: number) => (40 - 2 * off) * (24 - 2 * off) - (40 - 2 * (off + 1)) * (24 - 2 * (off + 1))
  const open = ring(2) + ring(7)
  for (const [id, half] of [['d.1', HALVES[0]!], ['d.2', HALVES[1]!]] as const) expect(half - volumes[id]!).toBeCloseTo(open * 0.6, 3) // prettier-ignore
  expect(notes).toEqual([`Cut 1: 960 mm² to glue, ${open.toFixed(0)} mm² of it over grooves.`])
  const narrow = await joined('seam-glue', { wide: '13', apart: '20' })
  expect(narrow.problems[0]).toMatchObject({ kind: 'no-room', field: 'wide' })
})

test('grooves for glue keep off pins and their sockets', async () => {
  const [pinned, both] = await Promise.all([
    built(sheetOf(BAR, CUT, ['dowels', { across: '6' }, 'pins'])),
    built(sheetOf(BAR, CUT, ['dowels', { across: '6' }, 'pins'], ['seam-glue', { wall: '2' }, 'j'])),
  ])
  expect(both.problems).toEqual([])
  const pins = (of: typeof both) => measureLedger(of.build).filter((r) => r.step === 'pins')
  expect(pins(both).map((r) => r.measured?.toFixed(3))).toEqual(pins(pinned).map((r) => r.measured?.toFixed(3)))
  expect(both.volumes['d.1']).toBeLessThan(pinned.volumes['d.1']!)
})
