import { at, type Node } from '../../../../demo/make/step-assembly'
import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../../tests/support/boards'
import { setField, setItemState, turnReference } from '../../document/edits'
import type { Project } from '../../document/schema'
import { measureLedger } from '../../fit/ledger'
import { Kernel } from '../../kernel/kernel'
import type { ImportedModel } from '../../references/model'
import { Builder } from '../../sheet/builder'

const SOCKET = 'sensor assembly/socket'
let kernel: Kernel
let project: Project
let models: Map<string, ImportedModel>
let opening: string
let wrap: string
beforeAll(async () => {
  kernel = await Kernel.load()
  const model = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
  ;({ project, models } = wrapped(model, { posts: false }))
  opening = project.steps.find((s) => s.kind === 'opening')!.id
  wrap = project.steps[0]!.id
})

async function build(document: Project) {
  const builder = new Builder(kernel)
  const built = await builder.build(document, models, 'view')
  builder.dispose()
  const report = built.steps.at(-1)!
  const volume = built.parts.reduce((sum, p) => sum + p.volume, 0)
  return { built, report, volume, ledger: measureLedger(built) }
}
const with_ = (fields: Record<string, string>, of = project) =>
  build(Object.entries(fields).reduce((p, [name, value]) => setField(opening, name, value)(p), of))
const off = (p: Project): Project => ({ ...p, steps: p.steps.filter((s) => s.kind !== 'opening') })

test('what is cut out is the item’s outline grown by the gap, through the wall and nothing more', async () => {
  const gap = 0.5
  const [{ volume }, whole] = [await with_({ gap: `${gap}`, bevel: '0', way: 'shut' }), await build(off(project))]
  // The socket is 8 by 3 mm; grown by the gap its corners are round. The wall is 4 lines, and has lip and groove in it,
  // with the snug gap of 0.1 between them where they overlap the opening.
  const area = 8 * 3 + 2 * gap * 11 + Math.PI * gap * gap
  const cut = whole.volume - volume
  expect(cut).toBeLessThan(area * 1.68)
  expect(cut).toBeGreaterThan(area * 1.68 * 0.9)
})

test('the gap is per side, whichever way the board lies, and the row measures it', async () => {
  for (const turned of [
    project,
    turnReference('board', 'z')(project),
    turnReference('board', 'z')(turnReference('board', 'z')(project)),
  ]) {
    // prettier-ignore
    const { ledger, report } = await with_({ gap: '0.45' }, turned)
    expect(report.problems).toEqual([])
    expect(ledger.find((r) => r.between === 'socket in its opening')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.45, 1.7) }) // prettier-ignore
  }
})

test('a bevel takes a frame off the outside, named by where its sides face', async () => {
  const [plain, bevelled] = [await with_({ bevel: '0' }), await with_({ bevel: '1' })]
  expect(bevelled.volume).toBeLessThan(plain.volume)
  const sides = bevelled.built.parts.flatMap((p) => p.mesh.surfaces.filter((s) => s.role === 'bevel' && s.shape.kind === 'plane').map((s) => s.segment)) // prettier-ignore
  expect(new Set(sides)).toEqual(new Set(['front', 'right', 'back', 'left']))
  const wider = await with_({ gap: '0.9', bevel: '1' })
  const again = wider.built.parts.flatMap((p) => p.mesh.surfaces.filter((s) => s.role === 'bevel' && s.shape.kind === 'plane').map((s) => s.segment)) // prettier-ignore
  expect(new Set(again)).toEqual(new Set(sides))
})

test('an item that is left out needs none; one that is gone is said at its field', async () => {
  const out = await build(setItemState('board', SOCKET, 'left-out')(project))
  expect(out.report.notes).toEqual(['socket is left out, so it needs no opening.'])
  const gone = await with_({ item: 'lamp' })
  expect(gone.report.problems[0]).toMatchObject({ field: 'item', kind: 'lost-item', message: expect.stringContaining('"lamp"') }) // prettier-ignore
  const none = await with_({ item: '' })
  expect(none.report.problems[0]!.message).toContain('Choose an item of Carrier')
})

test('without a case of its own it takes the nearest before, and says when there is none', async () => {
  const nearest = await with_({ case: '' })
  expect(nearest.report).toMatchObject({ problems: [], reference: 'board' })
  const alone = await with_({ case: '' }, { ...project, steps: project.steps.slice(1) })
  expect(alone.report.problems).toEqual([expect.objectContaining({ field: 'case', message: 'This needs a case before it in the sheet.' })]) // prettier-ignore
})

test.each([
  [{ bevel: '3' }, 'bevel', /up to 1\.68 mm would do/],
  [{ gap: '12' }, 'gap', /past the (floor|roof) of the case/],
  [{ gap: '-1' }, 'gap', /between 0 and 50/],
])('%j is refused at %s', async (fields, field, message) => {
  const { report } = await with_(fields as unknown as Record<string, string>)
  expect(report.problems[0]).toMatchObject({ field, message: expect.stringMatching(message) })
})

test('a wider case pushes the wall out: the opening follows, and says how far a plug has to reach', async () => {
  const { report } = await build(setField(wrap, 'clear', '6')(project))
  expect(report.problems).toEqual([])
  expect(report.notes.join()).toMatch(/a plug has to reach that far in/)
})

test('two sockets share one opening: along both outlines, or in one rectangle; the row knows both', async () => {
  const plain = simpleBoard({ ...PLAIN, socket: true })
  type Assembly = Extract<Node, { children: readonly Node[] }>
  const assembly = (plain as Assembly).children[0] as Assembly
  // 5 x 3.4 mm, its middle 9 mm to the right of the socket's.
  const jack: Node = { name: 'jack', place: at(PLAIN.width / 2 + 9, 0, PLAIN.thickness), solid: { kind: 'box', size: [5, 7, 3.4], at: [-2.5, -1.5, 0] } } // prettier-ignore
  const root = { ...plain, children: [{ ...assembly, children: [...assembly.children, jack] }] }
  const model = await read(await stepBytes(root))
  const both = wrapped(model, { posts: false })
  const first = both.project.steps.find((s) => s.kind === 'opening')!
  const one: Project = { ...both.project, steps: both.project.steps.filter((s) => s.kind !== 'opening' || s === first) }
  const run = async (fields: Record<string, unknown>) => {
    const builder = new Builder(kernel)
    const built = await builder.build({ ...one, steps: one.steps.map((s) => (s === first ? { ...s, fields: { ...s.fields, item: SOCKET, gap: '0.5', bevel: '0', way: 'shut', ...fields } as typeof s.fields } : s)) }, both.models, 'view') // prettier-ignore
    builder.dispose()
    return { volume: built.parts.reduce((sum, p) => sum + p.volume, 0), problems: built.steps.flatMap((s) => s.problems), rows: measureLedger(built) } // prettier-ignore
  }
  const alone = await run({})
  const each = await run({ others: ['sensor assembly/jack'] })
  const joined = await run({ others: ['sensor assembly/jack'], round: 'one' })
  expect([alone, each, joined].map((r) => r.problems)).toEqual([[], [], []])
  // The wall is 4 lines of 0.42: the jack takes its own outline grown by the gap out of it, the rectangle what lies between too.
  const own = 5 * 3.4 + 2 * 0.5 * 8.4 + Math.PI * 0.25
  expect((alone.volume - each.volume) / (own * 1.68)).toBeGreaterThan(0.85)
  expect((alone.volume - each.volume) / (own * 1.68)).toBeLessThan(1.01)
  // From the left of the socket to the right of the jack, as high as the jack.
  const rectangle = 15.5 * 3.4 + 2 * 0.5 * 18.9 + Math.PI * 0.25 - (8 * 3 + 2 * 0.5 * 11 + Math.PI * 0.25)
  expect((alone.volume - joined.volume) / (rectangle * 1.68)).toBeGreaterThan(0.85)
  expect((alone.volume - joined.volume) / (rectangle * 1.68)).toBeLessThan(1.01)
  expect(each.rows.find((r) => r.between === 'socket, jack in one opening')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.5, 1) }) // prettier-ignore
})
