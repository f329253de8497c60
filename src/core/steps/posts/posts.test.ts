import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../../tests/support/boards'
import { setField } from '../../document/edits'
import type { Project } from '../../document/schema'
import { measureLedger } from '../../fit/ledger'
import { Kernel } from '../../kernel/kernel'
import type { ImportedModel } from '../../references/model'
import { Builder } from '../../sheet/builder'

let kernel: Kernel
let model: ImportedModel
let project: Project
let models: Map<string, ImportedModel>
let posts: string
let without: number
beforeAll(async () => {
  kernel = await Kernel.load()
  model = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
  ;({ project, models } = wrapped(model, { openings: false }))
  posts = project.steps.find((s) => s.kind === 'posts')!.id
  without = (await build({ ...project, steps: project.steps.filter((s) => s.kind !== 'posts') })).base.volume
})

async function build(document: Project) {
  const builder = new Builder(kernel)
  const built = await builder.build(document, models, 'export')
  builder.dispose()
  return { built, base: built.parts[0]!, problem: built.steps[1]?.problems[0], ledger: measureLedger(built) }
}
const with_ = (fields: Record<string, string>) =>
  build(Object.entries(fields).reduce((p, [name, value]) => setField(posts, name, value)(p), project))
/** Room between floor and board, mm: the pins of the lowest item reach 1.5 below it, and 1 is kept clear. */
const HEIGHT = 2.5

test('plain posts add four cylinders from the floor to the underside', async () => {
  const { base } = await with_({ top: 'plain', across: '6', foot: '0' })
  expect((base.volume - without) / (4 * Math.PI * 9 * HEIGHT)).toBeCloseTo(1, 2)
})

test('pins add their own, and keep the gap that was asked for, per side', async () => {
  const { base, ledger } = await with_({ across: '6', foot: '0', reach: '2', gap: '0.3' })
  const pin = 3.2 / 2 - 0.3
  expect((base.volume - without) / (4 * Math.PI * (9 * HEIGHT + pin * pin * 2))).toBeCloseTo(1, 2)
  expect(ledger.find((r) => r.between === 'Pins in board holes')).toMatchObject({ wanted: 0.3, verdict: 'holds', measured: expect.closeTo(0.3, 1.7) }) // prettier-ignore
})

test('a pilot hole is taken out of the whole post, not out of the floor', async () => {
  const { base } = await with_({ top: 'pilot', across: '6', foot: '0', pilot: '2.5' })
  expect((base.volume - without) / (4 * Math.PI * (9 - 1.25 ** 2) * HEIGHT)).toBeCloseTo(1, 2)
})

test('a rounded foot adds what Pappus says of the spandrel that is turned', async () => {
  const r = 1
  const [sharp, round] = [await with_({ top: 'plain', across: '6', foot: '0' }), await with_({ top: 'plain', across: '6', foot: `${r}` })] // prettier-ignore
  // Between a square of r and its quarter disc: area r² (1 - pi/4), its middle r (10 - 3 pi) / (12 - 3 pi) from the post.
  const area = r * r * (1 - Math.PI / 4)
  const middle = 3 + (r * (10 - 3 * Math.PI)) / (12 - 3 * Math.PI)
  expect((round.base.volume - sharp.base.volume) / (4 * 2 * Math.PI * middle * area)).toBeCloseTo(1, 1)
})

test('only the chosen holes get a post; one that is gone is said at its field', async () => {
  const some = await build(setField(posts, 'holes', ['h2', 'h4'])(setField(posts, 'foot', '0')(setField(posts, 'top', 'plain')(project)))) // prettier-ignore
  expect((some.base.volume - without) / (2 * Math.PI * 3.2 ** 2 * HEIGHT)).toBeCloseTo(1, 2)
  const copies = some.base.mesh.surfaces.filter((s) => s.role === 'post').map((s) => s.copy!.join())
  expect(new Set(copies)).toEqual(new Set(['h2', 'h4']))
  const gone = await build(setField(posts, 'holes', ['h9'])(project))
  expect(gone.problem).toMatchObject({ field: 'holes', kind: 'lost-hole', message: expect.stringContaining('h9') })
  const none = await build(setField(posts, 'holes', [])(project))
  expect(none.base.volume).toBe(without)
  expect(none.built.steps[1]!.notes.join()).toContain('no posts')
})

test.each([
  [{ foot: '4' }, 'foot', /up to 2\.50 mm would/],
  [{ across: '2', top: 'pilot' }, 'pilot', /up to 1\.20 mm would/],
  [{ gap: '1.5' }, 'gap', /mm/],
  [{ reach: '50' }, 'reach', /up to \d+\.\d+ mm fit/],
  [{ across: '0.1' }, 'across', /between 0.8 and 100 mm would do/],
])('%j is refused at %s, with the nearest that would do', async (fields, field, message) => {
  const { problem, base } = await with_(fields as unknown as Record<string, string>)
  expect(problem).toMatchObject({ field, message: expect.stringMatching(message) })
  expect(base.volume).toBe(without)
})

test('gussets add their webs round each post, keep below the board, and are cut back beside items', async () => {
  const plain = { top: 'plain', across: '6', foot: '0' }
  const without4 = await with_(plain)
  const { base, problem, ledger } = await with_({ ...plain, gussets: 'four', out: '1', web: '1' })
  expect(problem).toBeUndefined()
  // A web of right triangles, and what the round of the post leaves between itself and the flat end of it.
  const [up, sag] = [0.8 * HEIGHT, 1 / 12 / 6]
  const each = (up * 1) / 2 + up * sag
  expect((base.volume - without4.base.volume) / (16 * each)).toBeCloseTo(1, 2)
  expect(ledger.filter((r) => r.verdict === 'tight')).toEqual([])
})
