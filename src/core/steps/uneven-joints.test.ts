import { built, type Fields, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { facing, roundOf } from '../../../tests/support/facing'
import { measureLedger } from '../fit/ledger'
import { Kernel } from '../kernel/kernel'
import type { TaggedMesh } from '../kernel/surface'
import { expectOk } from '../result'

const R = 20
const DRUM: StepOf = ['solid', { shape: 'cylinder', across: `${2 * R}`, height: '60' }, 'part']
const NOSE: StepOf = ['solid', { width: '60', depth: '24', height: '30', at: { along: 25, up: 0, from: '' }, on: { base: 'ground', off: '15' }, how: 'add', parts: ['part'] }, 'nose'] // prettier-ignore

/** A nose that has come off a drum along its round, 0.2 mm wide, and joints there. */
async function noseWith(...more: StepOf[]) {
  const whole = (await built(sheetOf(DRUM, NOSE))).build.parts[0]!
  const cut: StepOf = ['divide', { part: 'part', line: 'face', face: [roundOf(whole, 'cylinder')], may: 'piece', holds: [facing(whole, [1, 0, 0])], gap: '0.2' }, 'd'] // prettier-ignore
  const all = await built(sheetOf(DRUM, NOSE, cut, ...more))
  return { ...all, rows: measureLedger(all.build).filter((r) => r.step === 'j') }
}

/** A bar of 90 x 40 x 24 cut across in two steps. */
async function lapped(kind: string, fields: Fields, line: Fields = { line: 'lap', deep: '10' }) {
  const bar: StepOf = ['solid', { width: '90', depth: '40', height: '24' }, 'bar']
  const cut: StepOf = ['divide', { part: 'bar', at: { base: 'side', off: '5' }, gap: '0.2', ...line }, 'd']
  const [bare, all] = [await built(sheetOf(bar, cut)), await built(sheetOf(bar, cut, [kind, fields, 'j']))]
  return { ...all, bare: bare.volumes, rows: measureLedger(all.build).filter((r) => r.step === 'j') }
}

const circle = (across: number) => (Math.PI * across ** 2) / 4
/** Under a circle of a radius over a disc in the middle of it, down from its top: what is missing to the top's plane. */
const cap = (across: number, radius: number): number => {
  const n = 400
  let sum = 0
  for (let i = 0; i < n; i++) {
    const y = across * ((i + 0.5) / n - 0.5)
    sum += (radius - Math.sqrt(radius ** 2 - y ** 2)) * 2 * Math.sqrt((across / 2) ** 2 - y ** 2) * (across / n)
  }
  return sum
}

test('pins stand on a round cut and go into the nose: each is as long over the top of the round, with its gap', async () => {
  const bare = await noseWith()
  const { problems, volumes, rows, build } = await noseWith(['dowels', { across: '6', long: '8', gap: '0.15', lead: '0', count: '1' }, 'j']) // prettier-ignore
  expect(problems).toEqual([])
  expect(rows.map((r) => r.verdict)).toEqual(['holds'])
  expect(rows[0]!.measured).toBeCloseTo(0.15, 2)
  expect(volumes['d.1']! - bare.volumes['d.1']!).toBeCloseTo(circle(6) * 8 + cap(6, R), 0)
  // The hole begins on the inside of the nose, 0.2 further out.
  expect(bare.volumes['d.2']! - volumes['d.2']!).toBeCloseTo(circle(6.3) * (8.15 - 0.2) + cap(6.3, R + 0.2), 0)
  expect(build.steps.at(-1)!.places!.at).toHaveLength(1)
  const together = measureLedger(build).find((r) => /going together/.test(r.between))!
  expect(together.verdict).toBe('holds')
})

test('loose dowels in a round cut are longer by what the round rises; magnets lie under it all over', async () => {
  const bare = await noseWith()
  const loose = await noseWith(['dowels', { what: 'dowels', across: '6', long: '8', gap: '0.15', lead: '0', count: '1' }, 'j']) // prettier-ignore
  expect(loose.problems).toEqual([])
  expect(loose.rows.map((r) => r.verdict)).toEqual(['holds'])
  const dowel = Object.entries(loose.volumes).find(([id]) => id.startsWith('j.'))![1]
  const clear = 3 + 0.15 + 1.2
  expect(dowel / circle(6)).toBeCloseTo(16.2 + R - Math.sqrt(R ** 2 - clear ** 2), 0)
  const magnets = await noseWith(['seam-magnets', { across: '8', high: '3', gap: '0.1', sink: '0.2', count: '1' }, 'j'])
  expect(magnets.problems).toEqual([])
  expect(magnets.rows.map((r) => r.verdict)).toEqual(['holds', 'holds'])
  // In the nose from its inside on to 3.2 beyond the top of the round.
  expect(bare.volumes['d.2']! - magnets.volumes['d.2']!).toBeCloseTo(circle(8.2) * 3.2 + cap(8.2, R + 0.2), 0)
})

test('screws and snap pins hold a nose on a drum; marks are as deep all over the round', async () => {
  const bare = await noseWith()
  const screwed = await noseWith(['seam-screws', { screw: 'M3', grip: '4', count: '1' }, 'j'])
  expect(screwed.problems).toEqual([])
  expect(screwed.rows.map((r) => r.verdict)).toEqual(['holds'])
  const snapped = await noseWith(['seam-snaps', { count: '1' }, 'j'])
  expect(snapped.problems).toEqual([])
  expect(snapped.rows.map((r) => r.verdict)).toEqual(['holds', 'holds'])
  const [half, whole] = [await noseWith(['seam-marks', { deep: '0.4', height: '5' }, 'j']), await noseWith(['seam-marks', { deep: '0.8', height: '5' }, 'j'])] // prettier-ignore
  expect([...half.problems, ...whole.problems]).toEqual([])
  for (const id of ['d.1', 'd.2']) {
    const [one, two] = [bare.volumes[id]! - half.volumes[id]!, bare.volumes[id]! - whole.volumes[id]!]
    expect(one).toBeGreaterThan(2)
    expect(two / one).toBeCloseTo(2, 1)
  }
})

test.each<[string, Fields, number]>([
  ['dowels', { across: '5', long: '6' }, 2],
  ['seam-magnets', {}, 4],
  ['seam-screws', {}, 2],
  ['seam-snaps', {}, 2],
])('%s stand on the levels of a lapped cut, never across its step', async (kind, fields, rows) => {
  const all = await lapped(kind, fields)
  expect(all.problems).toEqual([])
  expect(all.rows.map((r) => r.verdict)).toEqual(Array(rows).fill('holds'))
  for (const [x] of all.build.steps.at(-1)!.places!.at) expect(Math.abs(x)).toBeGreaterThan(2.5)
})

test('a place across the step of a cut is refused there', async () => {
  const { problems } = await lapped('dowels', { at: [{ along: '0', up: '12', from: '' }] })
  expect(problems[0]).toMatchObject({ field: 'at', kind: 'uneven' })
})

test('dovetails slide in: what would lock them is refused with what can be had, and that can be had', async () => {
  const dovetail = { line: 'dovetail', count: '2' }
  for (const kind of ['dowels', 'seam-snaps']) expect((await lapped(kind, {}, dovetail)).problems[0]).toMatchObject({ field: 'cut', kind: 'slides' }) // prettier-ignore
  const flat = await lapped('tongue', {}, dovetail)
  expect(flat.problems[0]).toMatchObject({ field: 'cut', kind: 'not-flat' })
  const marked = await lapped('seam-marks', { height: '3', deep: '0.4', text: '' }, dovetail)
  expect(marked.problems).toEqual([])
  expect(marked.bare['d.1']! - marked.volumes['d.1']!).toBeGreaterThan(0.3)
  const magnets = await lapped('seam-magnets', { across: '4', high: '2' }, dovetail)
  expect(magnets.problems).toEqual([])
  expect(magnets.rows.every((r) => r.verdict === 'holds')).toBe(true)
})

test('a mark beside a hole cuts nothing off: it stands elsewhere', async () => {
  const { problems, build } = await built(
    sheetOf(
      ['solid', { shape: 'cylinder', across: '27.98', height: '60.51' }, 'part'],
      ['solid', { shape: 'cylinder', across: '4.2', height: '200', lift: '-50', at: { along: 2.2, up: 3.31, from: '' }, how: 'take', parts: ['part'] }, 'bore'], // prettier-ignore
      ['divide', { part: 'part', at: { base: 'ground', off: '8.8' }, line: 'puzzle', gap: '0', count: '1', deep: '2.62' }, 'd'], // prettier-ignore
      ['seam-marks', {}, 'j'],
    ),
  )
  expect(problems).toEqual([])
  const kernel = await Kernel.load()
  const bodies = (mesh: TaggedMesh) => kernel.scoped(() => kernel.bodies(expectOk(kernel.fromFaces([...mesh.positions], mesh.indices, [...mesh.triangleSurface], mesh.surfaces))).length, () => []) // prettier-ignore
  expect(build.parts.map((p) => bodies(p.mesh))).toEqual([1, 1])
})
