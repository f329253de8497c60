import { PLAIN, read, simpleBoard, situation, stepBytes, wrapped } from '../../../../tests/support/boards'
import { runChecks } from '../../checks'
import { makeReference, type Project } from '../../document/schema'
import { measureLedger } from '../../fit/ledger'
import { turn } from '../../geometry/placement'
import { boxOfPositions } from '../../geometry/vec'
import { Kernel } from '../../kernel/kernel'
import type { ImportedModel } from '../../references/model'
import { Builder } from '../../sheet/builder'
import { offersAt, takeOffer } from '../offers'

/** A board of 50 x 30 with a socket over its front, and a smaller one of 24 x 18 that is moved beside or above it. */
const SECOND = 'b'.repeat(64)
let kernel: Kernel
let models: Map<string, ImportedModel>
let project: Project
beforeAll(async () => {
  kernel = await Kernel.load()
  const first = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
  const second = await read(await stepBytes(simpleBoard({ ...PLAIN, width: 24, depth: 18, hole: 2.4, inset: 3, socket: true }))) // prettier-ignore
  const { project: alone, models: with1 } = wrapped(first, { posts: false, openings: false })
  models = new Map([...with1, [SECOND, second]])
  project = alone
})

async function build(document: Project) {
  const builder = new Builder(kernel)
  const built = await builder.build(document, models, 'export')
  const ledger = measureLedger(built)
  const findings = runChecks({ project: document, build: built, ledger, kernel })
  const boxes = built.parts.map((p) => boxOfPositions(p.mesh.positions))
  const high = Math.max(...boxes.map((b) => b.max[2])) - Math.min(...boxes.map((b) => b.min[2]))
  builder.dispose()
  return { built, ledger, findings, high, problems: built.steps.flatMap((s) => s.problems.map((p) => p.message)) }
}

/** The project with the second board at a place, in the case of the first. */
const together = (by: [string, string, string], also = ['extra'], fields: Record<string, string> = {}): Project => ({
  ...project,
  references: [
    ...project.references,
    makeReference({ id: 'extra', name: 'Display', kind: 'step', file: SECOND, fileName: 'b.step', moves: [{ id: 'm', kind: 'move', by }] }), // prettier-ignore
  ],
  steps: project.steps.map((s) => (s.kind === 'case' ? { ...s, fields: { ...s.fields, also, ...fields } } : s)),
})
const caseOf = ({ steps }: Project) => steps.find((s) => s.kind === 'case')!.id
const row = (ledger: ReturnType<typeof measureLedger>, between: string) => ledger.find((r) => r.between === between)

test.each([
  ['beside it', ['60', '4', '0']],
  ['above it', ['8', '6', '9']],
  ['above it, partly over its edge', ['-12', '20', '9']],
] as const)('a second board %s has its clearance all round, and both go in', async (_, by) => {
  const { built, ledger, problems, findings } = await build(together([...by]))
  expect(problems).toEqual([])
  expect(built.parts.map((p) => p.name)).toEqual(['Base', 'Lid'])
  for (const side of ['front', 'back', 'left', 'right'])
    for (const name of ['Board', 'Display']) expect(row(ledger, `${name} in case, ${side}`)).toMatchObject({ verdict: 'holds' }) // prettier-ignore
  expect(row(ledger, 'Display going into the base')?.verdict).toBe('holds')
  expect(row(ledger, 'Lid going over Display')?.verdict).toBe('holds')
  // The sockets of both are closed in until a wall is opened for them; nothing else is wrong.
  expect(
    findings
      .map((f) => f.check)
      .filter((c) => c !== 'lid-held' && c !== 'suction')
      .sort(),
  ).toEqual(['closed-in', 'closed-in'])
})

test('a case round two boards is as high as the higher asks for, and as deep as the lower', async () => {
  const [alone, both] = [await build(project), await build(together(['60', '4', '10']))]
  expect(both.high - alone.high).toBeCloseTo(10, 3)
})

test('the second board stands on posts of its own, as high as it stands, and its wall opens for its socket', async () => {
  const both = together(['60', '0', '6'])
  const { built } = await build(both)
  const left = built.left
  const offers = offersAt({ ...situation(both, built.references), left })
  const posts = offers.filter((o) => o.words.startsWith('Stand ') && o.goal === 'stand')
  expect(posts).toHaveLength(2)
  const stood = posts.reduce((p, o) => takeOffer(o)(p), both)
  const own = stood.steps.filter((s) => s.kind === 'posts')
  expect(own.map((s) => s.fields.case)).toEqual([caseOf(both), `${caseOf(both)}.extra`])
  const opened = offers.filter((o) => o.goal === 'let out').reduce((p, o) => takeOffer(o)(p), stood)
  const done = await build(opened)
  expect(done.problems).toEqual([])
  expect(done.ledger.filter((r) => r.between === 'Pins in board holes')).toMatchObject([{ verdict: 'holds' }, { verdict: 'holds' }]) // prettier-ignore
  expect(done.ledger.filter((r) => r.between.includes('opening'))).toHaveLength(2)
  expect(done.ledger.filter((r) => r.verdict === 'tight')).toEqual([])
  expect(done.findings.filter((f) => f.check === 'closed-in')).toEqual([])
})

test('a board is taken into a case that there is by what is offered; what lies otherwise is refused', async () => {
  const apart = together(['60', '4', '0'], [])
  const { built } = await build(apart)
  const offer = offersAt({ ...situation(apart, built.references), left: built.left }).find((o) => o.words.startsWith('Take ')) // prettier-ignore
  expect(offer!.words).toBe('Take carrier of Display into the case of Carrier')
  expect((await build(takeOffer(offer!)(apart))).problems).toEqual([])
  const onEdge = together(['60', '4', '0'])
  const turned = { ...onEdge, references: onEdge.references.map((r) => (r.id === 'extra' ? { ...r, moves: [{ id: 'm', kind: 'turn' as const, axis: 'x' as const, degrees: 90 }] } : r)) } // prettier-ignore
  expect((await build(turned)).problems[0]).toContain('Display does not lie as Carrier does')
  expect((await build(together(['0', '0', '0'], ['board', 'extra']))).problems[0]).toContain('is the board that this wraps') // prettier-ignore
})

test.each([
  ['behind the first, as it stands', [{ axis: 'x', quarters: 1 }], ['2', '12', '1']],
  [
    'beside it, turned about its own face',
    [
      { axis: 'x', quarters: 1 },
      { axis: 'y', quarters: 1 },
    ],
    ['45', '3', '0'],
  ],
  [
    'behind it, its back to the first',
    [
      { axis: 'x', quarters: 1 },
      { axis: 'z', quarters: 2 },
    ],
    ['2', '14', '1'],
  ],
] as const)('boards on edge lie in one case: the second %s', async (_, turns, by) => {
  const model = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
  const { project: own, models: with1 } = wrapped(model, { posts: false, openings: false }, [
    { axis: 'x', quarters: 1 },
  ])
  const document: Project = {
    ...own,
    references: [
      ...own.references,
      makeReference({ id: 'extra', name: 'Display', kind: 'step', file: SECOND, fileName: 'b.step', turns: [...turns], moves: [{ id: 'm', kind: 'move', by: [...by] }] }), // prettier-ignore
    ],
    steps: own.steps.map((s) => (s.kind === 'case' ? { ...s, fields: { ...s.fields, also: ['extra'] } } : s)),
  }
  models = new Map([...models, ...with1])
  const { built, ledger, problems } = await build(document)
  expect(problems).toEqual([])
  for (const side of ['front', 'back', 'left', 'right'])
    for (const name of ['Board', 'Display']) expect(row(ledger, `${name} in case, ${side}`)).toMatchObject({ verdict: 'holds' }) // prettier-ignore
  // The case stands round both: its parts are printed lying, as the boards lie in them.
  const [first, second] = built.references
  expect(second!.stand).toEqual(first!.stand)
  for (const p of built.parts) expect(Math.abs(turn(p.print, [0, 0, 1])[2])).toBeLessThan(1e-6)
  // Posts of the second stand at its own holes, in the base.
  const offer = offersAt({ ...situation(document, built.references), left: built.left }).filter((o) => o.goal === 'stand') // prettier-ignore
  const stood = offer.reduce((p, o) => takeOffer(o)(p), document)
  const done = await build(stood)
  expect(done.problems).toEqual([])
  expect(done.ledger.filter((r) => r.between === 'Pins in board holes').map((r) => r.verdict)).toEqual([
    'holds',
    'holds',
  ])
})
