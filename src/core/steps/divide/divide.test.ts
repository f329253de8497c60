import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { edgeBetween, facing, rimOf } from '../../../../tests/support/facing'
import type { BuiltPart } from '../../built/built'
import { measureLedger } from '../../fit/ledger'

const BAR: StepOf = ['solid', { width: '120', depth: '40', height: '8' }, 'bar']
const side = (off: string) => ({ base: 'side', off })
const cut = (fields: Fields): StepOf => ['divide', { part: 'bar', at: side('10'), ...fields }, 'd']
const WHOLE = 120 * 40 * 8

/** Pieces, what is said, and rows by what they are between. */
async function divided(...fields: Parameters<typeof cut>) {
  const all = await built(sheetOf(BAR, cut(...fields)))
  return { ...all, rows: measureLedger(all.build) }
}
const sum = (volumes: Readonly<Record<string, number>>) => Object.values(volumes).reduce((a, b) => a + b, 0)

test('a straight cut leaves two pieces and its gap, named and shaded after the whole, and its rows hold', async () => {
  const { build, volumes, rows, problems } = await divided({ gap: '0.3' })
  expect(problems).toEqual([])
  expect(build.parts.map((p) => [p.id, p.name])).toEqual([['d.1', 'Part 1'], ['d.2', 'Part 2']]) // prettier-ignore
  expect(volumes['d.1']).toBeCloseTo((70 - 0.15) * 40 * 8, 2)
  expect(volumes['d.2']).toBeCloseTo((50 - 0.15) * 40 * 8, 2)
  expect(new Set(build.parts.map((p) => p.color)).size).toBe(2)
  expect(build.parts.map((p) => p.piece)).toEqual([{ whole: 'Part', away: [0, 0, 0] }, { whole: 'Part', away: [1, 0, 0] }]) // prettier-ignore
  expect(rows.map((r) => [r.between, r.verdict])).toEqual([
    ['Cut 1 through Part', 'holds'],
    ['Part going together at cut 1', 'holds'],
  ])
  expect(rows[0]!.measured).toBeCloseTo(0.3, 4)
})

test.each([
  ['fingers', { count: '3', deep: '10' }],
  ['dovetail', { count: '2', deep: '8' }],
  ['lap', { deep: '12' }],
  ['puzzle', { count: '2', deep: '9' }],
])('%s: pieces and gap add up to the whole, the gap is even, and the pieces go together', async (line, fields) => {
  const none = await divided({ line, gap: '0', ...fields })
  expect(none.problems).toEqual([])
  expect(sum(none.volumes)).toBeCloseTo(WHOLE, 1)
  const { rows, volumes, problems, build } = await divided({ line, gap: '0.2', ...fields })
  expect(problems).toEqual([])
  expect(build.parts).toHaveLength(2)
  expect(rows.map((r) => r.verdict)).toEqual(['holds', 'holds'])
  expect(rows[0]!.measured).toBeCloseTo(0.2, 2)
  // What the gap takes is its width times the length of the line.
  const straight = 40 * 8 * 0.2
  expect(WHOLE - sum(volumes)).toBeGreaterThan(straight)
})

test('several cuts at a pitch make pieces in order', async () => {
  const { volumes, build } = await divided({ at: side('-30'), gap: '0', times: '3', pitch: '20' })
  expect(build.parts.map((p) => p.id)).toEqual(['d.1', 'd.2', 'd.3', 'd.4'])
  expect(['d.1', 'd.2', 'd.3', 'd.4'].map((id) => Math.round(volumes[id]! / 320))).toEqual([30, 20, 20, 50])
  expect(build.parts[3]!.piece!.away).toEqual([3, 0, 0])
})

const TABLE: StepOf[] = [
  ['solid', { width: '60', depth: '30', height: '6' }, 'bar'],
  ['solid', { width: '8', depth: '8', height: '20', at: { along: -20, up: 0, from: '' } }, 'one'],
  ['solid', { width: '8', depth: '8', height: '20', at: { along: 20, up: 0, from: '' } }, 'two'],
  ['combine', { part: 'bar', do: 'add', tools: ['one', 'two'] }, 'join'],
]

test('what stands out comes off alone along a face, and nothing is shaved off anything else', async () => {
  const whole = await built(sheetOf(...TABLE))
  const [bar] = whole.build.parts
  const [top] = [facing(bar!, [0, 0, 1], 6)]
  const nose = facing(bar!, [0, 0, 1], 20)
  const at = { part: 'bar', face: top, datum: 'middle', off: '0' }
  const { volumes, problems, build, notes } = await built(sheetOf(...TABLE, ['divide', { part: 'bar', at, gap: '0.15', side: 'front', may: 'piece', holds: [nose], lie: 'cut' }, 'd'])) // prettier-ignore
  expect(problems).toEqual([])
  expect(notes).toEqual([])
  expect(build.parts).toHaveLength(2)
  expect(volumes['d.2']).toBeCloseTo(64 * (14 - 0.15), 0)
  // A hair of it is left standing, so that the face about it stays as it was.
  expect(volumes['d.1']! - (60 * 30 * 6 + 64 * 14)).toBeCloseTo(64 * 0.002, 1)
  const both = await built(sheetOf(...TABLE, ['divide', { part: 'bar', at, gap: '0.15', side: 'front' }, 'd']))
  expect(both.build.parts).toHaveLength(3)
  expect(both.notes[0]).toContain('2 pieces come off')
})

test('in a box only that is cut; where it parts nothing it says so', async () => {
  // A frame that is open at its right: cut through one arm, the rest of that arm comes off.
  const frame: StepOf[] = [
    ['solid', { width: '60', depth: '60', height: '6' }, 'bar'],
    ['solid', { width: '60', depth: '40', height: '6', at: { along: 10, up: 0, from: '' }, how: 'take', parts: ['bar'] }, 'window'], // prettier-ignore
  ]
  const inBox = (fields: Fields) => built(sheetOf(...frame, ['divide', { part: 'bar', at: side('0'), gap: '0.2', may: 'box', ...fields }, 'd'])) // prettier-ignore
  const { problems, volumes, build } = await inBox({ middle: { along: 25, up: 3, from: '' } })
  expect(problems).toEqual([])
  expect(build.parts.map((p) => Math.round(volumes[p.id]!)).sort((a, b) => a - b)).toEqual([1794, 7794])
  const beside = await inBox({ middle: { along: 0, up: 3, from: '' } })
  expect(beside.problems[0]).toMatchObject({ field: 'wide', message: expect.stringContaining('one piece') })
})

test('a plane beside the part, a closed line, a face behind the cut: each is refused at its field', async () => {
  expect((await divided({ at: side('70') })).problems[0]).toMatchObject({ field: 'at' })
  expect((await divided({ line: 'dovetail', count: '6', deep: '30' })).problems[0]).toMatchObject({ field: 'deep', message: expect.stringContaining('would do') }) // prettier-ignore
  expect((await divided({ may: 'piece' })).problems[0]).toMatchObject({ field: 'holds' })
})

test('along a drawn line with a bend: carried on to the edges, even, and the pieces go together', async () => {
  const drawn: StepOf = ['drawing', { shapes: [
    shape('line', { from: at('-6', '-12'), to: at('8', '-2'), is: 'material' }, 'a'),
    shape('line', { from: at('8', '-2'), to: at('-4', '9'), is: 'material' }, 'b'),
  ] }, 'draw'] // prettier-ignore
  const along = (gap: string) => built(sheetOf(BAR, drawn, ['divide', { part: 'bar', line: 'drawn', gap }, 'd']))
  const none = await along('0')
  expect(none.problems).toEqual([])
  expect(sum(none.volumes)).toBeCloseTo(WHOLE, 1)
  const { build, problems, volumes } = await along('0.3')
  expect(problems).toEqual([])
  const rows = measureLedger(build)
  expect(rows.map((r) => r.verdict)).toEqual(['holds', 'holds'])
  expect(rows[0]!.measured).toBeCloseTo(0.3, 2)
  // The line goes on straight at both ends, to y = -20 and y = 20: its length by the height is what the gap takes of.
  const [up, down] = [Math.hypot(14, 10) / 10, Math.hypot(12, 11) / 11]
  const long = 18 * up + 22 * down
  expect((WHOLE - sum(volumes)) / (long * 8 * 0.3)).toBeCloseTo(1, 2)
})

test('where rounded corners of a dovetail only just touch its sides the gap stays even', async () => {
  const board: StepOf = ['solid', { width: '94.45', depth: '41.05', height: '19.39' }, 'bar']
  const at = { base: 'front', off: '1.82' }
  const { build, problems } = await built(sheetOf(board, cut({ at, line: 'dovetail', gap: '0.14', count: '4', deep: '9.89', lean: '19.9' }))) // prettier-ignore
  expect(problems).toEqual([])
  expect(measureLedger(build)[0]!.measured).toBeCloseTo(0.14, 2)
})

test('a drawn line that closes, or that is none, is refused', async () => {
  const round: StepOf = ['drawing', { shapes: [shape('circle', { across: '20', is: 'guide' }, 'a')] }, 'draw']
  const { problems } = await built(sheetOf(BAR, round, ['divide', { part: 'bar', line: 'drawn' }, 'd']))
  expect(problems[0]).toMatchObject({ field: 'drawing', message: expect.stringContaining('closes') })
})

test('in a part with a hole through the seam', async () => {
  const bored: StepOf[] = [BAR, ['solid', { shape: 'cylinder', across: '12', height: '30', lift: '-5', at: { along: 10, up: 4, from: '' }, how: 'take', parts: ['bar'] }, 'hole']] // prettier-ignore
  const whole = (await built(sheetOf(...bored))).volumes['bar']!
  const { problems, volumes, build } = await built(sheetOf(...bored, cut({ gap: '0' })))
  expect(problems).toEqual([])
  expect(sum(volumes)).toBeCloseTo(whole, 2)
  expect(build.parts).toHaveLength(2)
  // Both pieces meet on both sides of the hole: one cut, two places.
  const gap = await built(sheetOf(...bored, cut({ gap: '0.2' }), ['dowels', { across: '3', count: '2' }, 'pins']))
  expect(gap.problems).toEqual([])
  expect(measureLedger(gap.build).filter((r) => r.step === 'pins')).toHaveLength(2)
})

test('through an edge at an angle, from either face, in millimetres that follow the part; a bent edge is refused', async () => {
  const bar = (await built(sheetOf(BAR))).build.parts[0]!
  // The upper right edge, from the top: at 30 degrees into it.
  const edge = (on: BuiltPart, way: readonly [readonly number[], readonly number[]]) => edgeBetween(on, ...way)
  const through = (angle: string, from: 'first' | 'second' = 'first') => ({ gap: '0', at: { part: 'bar', along: edge(bar, [[0, 0, 1], [1, 0, 0]]), at: 'middle', angle, from, off: '0' } }) // prettier-ignore
  const least = async (fields: Fields, bar: StepOf = BAR) => {
    const { problems, volumes } = await built(sheetOf(bar, cut(fields)))
    expect(problems).toEqual([])
    expect(sum(volumes)).toBeCloseTo(40 * 8 * Number((bar[1] as { width: string }).width), 1)
    return Math.min(...Object.values(volumes))
  }
  const flat = (degrees: number) => (0.5 * 8 * 8 * 40) / Math.tan((degrees * Math.PI) / 180)
  expect(await least(through('30'))).toBeCloseTo(flat(30), 1)
  expect(await least(through('30'), ['solid', { width: '150', depth: '40', height: '8' }, 'bar'])).toBeCloseTo(flat(30), 1) // prettier-ignore
  // From the side it is steeper by what is left of the right angle.
  expect(await least(through('30', 'second'))).toBeCloseTo(flat(60), 1)
  const drum: StepOf = ['solid', { shape: 'cylinder', across: '40', height: '8' }, 'bar']
  const round = (await built(sheetOf(drum))).build.parts[0]!
  const rim = { ...through('45').at, along: rimOf(round) }
  expect((await built(sheetOf(drum, cut({ at: rim })))).problems[0]).toMatchObject({
    field: 'at',
    kind: 'not-straight',
  })
})

test('a cut along a drawing leaves only the pieces that have what was picked', async () => {
  // Down from above along the bar, round a bay that is cut off from both ends.
  const bar = (await built(sheetOf(BAR))).build.parts[0]!
  const shapes = [shape('line', { from: at('10', '-30'), to: at('18', '30') })]
  const drawing: StepOf = ['drawing', { on: { base: 'ground', off: '0' }, shapes }, 'run']
  const pieces = (fields: Fields) => built(sheetOf(BAR, drawing, ['divide', { part: 'bar', line: 'drawn', drawing: 'run', gap: '0', ...fields }, 'd'])) // prettier-ignore
  const all = await pieces({})
  const right = await pieces({ stay: 'picked', stays: [facing(bar, [1, 0, 0])] })
  expect([all.problems, right.problems, Object.keys(all.volumes).length]).toEqual([[], [], 2])
  expect(Object.values(right.volumes)).toEqual([expect.closeTo((60 - 14) * 40 * 8, 2)])
  // It goes by the name that it has among all of them.
  expect(all.volumes[Object.keys(right.volumes)[0]!]).toBeCloseTo((60 - 14) * 40 * 8, 2)
})
