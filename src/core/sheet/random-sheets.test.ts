import fc from 'fast-check'
import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../tests/support/boards'
import { watchHeap } from '../../../tests/support/heap'
import { registerTestKinds, sheet, step } from '../../../tests/support/kinds'
import type { Build } from '../built/built'
import type { Project, ProjectStep } from '../document/schema'
import { Kernel } from '../kernel/kernel'
import { isClosed } from '../mesh/facts'
import type { ImportedModel } from '../references/model'
import { Builder } from './builder'

registerTestKinds()
const heapBytes = watchHeap()
let kernel: Kernel
let board: ReturnType<typeof wrapped>
beforeAll(async () => {
  kernel = await Kernel.load()
  board = wrapped(await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true }))))
})

const mm = (min: number, max: number) => fc.integer({ min: min * 4, max: max * 4 }).map((v) => `${v / 4}`)
/** Steps of all kinds there are for tests, on parts that may or may not be there. */
const anyStep = (i: number): fc.Arbitrary<ProjectStep> => {
  const part = fc.constantFrom('s0.slab', 's1.slab', 's2.slab', `s${i - 1}.whole`, 'nowhere')
  return fc.oneof(
    fc.record({ width: mm(5, 60), height: mm(1, 9), x: mm(-40, 40) }).map((f) => step(`s${i}`, 'slab', f)),
    fc.record({ slab: fc.constantFrom('', 's0', 's1'), height: fc.constantFrom('slab.top', '3', 'nonsense') }).map((f) => step(`s${i}`, 'echo', f)), // prettier-ignore
    fc.record({ part, what: fc.constantFrom('holes', 'trench', 'nothing'), count: fc.constantFrom('0', '1', '3', '-1'), size: mm(1, 9), at: mm(-10, 50) }).map((f) => step(`s${i}`, 'cut', f)), // prettier-ignore
    fc.record({ parts: fc.array(part, { maxLength: 3 }), keep: fc.boolean() }).map((f) => step(`s${i}`, 'join', f)),
    fc.record({ part, tall: mm(1, 9) }).map((f) => step(`s${i}`, 'peg', f)),
  )
}
const anySheet = fc
  .tuple(...Array.from({ length: 7 }, (_, i) => anyStep(i)), fc.integer({ min: 0, max: 7 }))
  .map((all): Project => {
    const off = all.at(-1) as number
    const steps = all.slice(0, -1) as ProjectStep[]
    return sheet(step('s0', 'slab', {}), ...steps.slice(1).map((s, i) => ({ ...s, off: i === off })))
  })
/** The project with the board, its case and its posts before such steps. */
const withBoard = (p: Project): Project => ({ ...board.project, steps: [...board.project.steps, ...p.steps] })

const outcome = (build: Build) => ({
  parts: build.parts.map((p) => [p.id, p.volume, p.mesh.indices.length]),
  steps: build.steps.map((s) => [s.id, s.problems, s.notes, s.values]),
  rows: build.rows,
  names: build.names,
})

test('one document comes out one way, whatever was built before; nothing that comes out is open', async () => {
  const used = new Builder(kernel)
  await fc.assert(
    fc.asyncProperty(fc.array(anySheet, { minLength: 2, maxLength: 3 }), async (sheets) => {
      for (const document of sheets) {
        const build = await used.build(document, new Map(), 'drag')
        for (const p of build.parts) expect([p.id, isClosed(p.mesh.positions, p.mesh.indices)]).toEqual([p.id, true])
        const fresh = new Builder(kernel)
        const alone = await fresh.build(document, new Map(), 'drag')
        // A step that fails may keep what it made in an earlier build; then only what it says is the same.
        const kept = build.steps.some((s) => s.stale && s.problems.length > 0)
        if (!kept) expect(outcome(build)).toEqual(outcome(alone))
        else expect(build.steps[0]).toEqual({ ...alone.steps[0], reused: build.steps[0]!.reused })
        fresh.dispose()
      }
    }),
    { numRuns: 60 },
  )
  used.dispose()
}, 120_000)

test('with a board, too: built again and again in any order, the heap is where it was', async () => {
  const sheets = fc.sample(anySheet, { numRuns: 12, seed: 7 }).map(withBoard)
  const once = async () => {
    const builder = new Builder(kernel)
    for (const document of [...sheets, ...[...sheets].reverse()]) {
      const build = await builder.build(document, board.models as Map<string, ImportedModel>, 'drag')
      expect(build.parts.length).toBeGreaterThanOrEqual(2)
    }
    builder.dispose()
  }
  await once()
  const before = heapBytes()
  await once()
  await once()
  expect(heapBytes()).toBe(before)
}, 240_000)
