import { PLAIN, read, type SimpleBoard, simpleBoard, situation, stepBytes } from '../../../tests/support/boards'
import { askew } from '../../../tests/support/board-shapes'
import { at, type Node } from '../../../tests/support/shapes'
import { runChecks } from '../checks'
import { emptyProject, makeReference } from '../document/schema'
import { measureLedger } from '../fit/ledger'
import { Kernel } from '../kernel/kernel'
import { isClosed } from '../mesh/facts'
import { resolveReference } from '../references/resolve'
import { Builder } from '../sheet/builder'
import { propose } from './offers'
import { goalsFor, suited, type WrapAnswers } from './wrap-answers'

const kernel = await Kernel.load()
const SITS = ['screws', 'own', 'pins', 'edge'] as const
const CLOSES = ['board', 'corners', 'snap', 'magnets', 'hinge', 'slide', 'sealed', 'lip'] as const
const ANSWERS = SITS.flatMap((sits) => CLOSES.map((closes, i): WrapAnswers => ({ sits, closes, lives: i % 2 ? 'wall' : 'desk' }))) // prettier-ignore

const plain = (board: Partial<SimpleBoard>) => simpleBoard({ ...PLAIN, ...board })
const round: Node = {
  name: 'lamp',
  children: [
    { name: 'disc', solid: { kind: 'cylinder', radius: 22, height: 1.6 } },
    { name: 'chip', place: at(-4, -4, 1.6), solid: { kind: 'box', size: [5, 5, 3] } },
  ],
}

const box = (name: string, place: [number, number, number], size: [number, number, number]): Node => ({ name, place: at(...place), solid: { kind: 'box', size } }) // prettier-ignore
const children = (board: Node, more: readonly Node[]): Node => ({ name: 'shed', children: ['children' in board ? board.children[0]! : board, ...more] }) // prettier-ignore

const BOARDS: readonly (readonly [string, Node, (readonly WrapAnswers['sits'][])?])[] = [
  ['with a socket', plain({ socket: true })],
  ['without holes', plain({ hole: 0 })],
  ['small', plain({ width: 20, depth: 15, hole: 0, radius: 1 })],
  ['large', plain({ width: 240, depth: 180, socket: true, inset: 6 }), ['own', 'edge']],
  ['round', round],
  [
    'standing on edge',
    simpleBoard({ ...PLAIN, width: 60, depth: 44, socket: true }, askew(Math.PI / 2, 0, 5, 6, 7)),
    ['own'],
  ],
  [
    'with items over all four edges',
    children(plain({ width: 60, depth: 44, inset: 9 }), [
      box('usb', [26, -2, 1.6], [9, 7, 3.2]),
      box('jack', [-3, 18, 1.6], [10, 8, 6]),
      box('aerial', [26, 41, 1.6], [8, 8, 5]),
    ]),
    ['own'],
  ],
  [
    'with parts on both sides',
    children(plain({ width: 60, depth: 44 }), [
      box('coil', [20, 14, -6], [20, 10, 6]),
      box('usb', [26, -2, -3.2], [9, 7, 3.2]),
      box('relay', [30, 22, 1.6], [10, 10, 8]),
    ]),
    ['pins'],
  ],
  [
    'with holes close to parts',
    children(plain({ width: 60, depth: 44, inset: 4 }), [
      box('relay', [46, 34, 1.6], [7, 5, 6]),
      box('coil', [48, 5, -3], [5, 4, 3]),
    ]),
    ['screws', 'own'],
  ],
]

/** The first board is asked everything, of the others each what its neighbours are not. */
const ASKED = BOARDS.map(([called, shape, sits = SITS], n) => ({ called, shape, answers: ANSWERS.filter((a, i) => sits.includes(a.sits) && (n === 0 || i % 2 === n % 2)) })) // prettier-ignore

test.each(ASKED)('the sheet that answers three questions passes its own checks, or says what cannot be had: a board $called', async ({ shape, answers: askedOf }) => { // prettier-ignore
  const model = await read(await stepBytes(shape))
  const settings = makeReference({ id: 'board', name: 'Carrier', kind: 'step', file: 'a'.repeat(64), fileName: 'carrier.step', placing: 'as-in-file' }) // prettier-ignore
  const reference = resolveReference(model, settings)
  const begun = emptyProject('Shed')
  const empty = { ...begun, printer: { ...begun.printer, bed: [300, 300, 300] as [number, number, number] }, references: [settings] } // prettier-ignore
  const written = new Map<string, ReturnType<typeof propose>>()
  for (const asked of askedOf) {
    const answers = suited(reference.board!, asked)
    written.set(JSON.stringify(answers), propose(situation(empty, [reference]), goalsFor(answers)))
  }
  expect(written.size).toBeGreaterThan(2)
  for (const [answers, project] of written) {
    const builder = new Builder(kernel)
    const built = await builder.build(project, new Map([['a'.repeat(64), model]]), 'view')
    const problems = built.steps.flatMap((s) => s.problems.map((p) => p.message))
    const ledger = measureLedger(built)
    const findings = runChecks({ project, build: built, ledger, kernel })
    builder.dispose()
    // What cannot be had is said with what would do.
    for (const message of problems) expect(message).toMatch(/would|do\.|needs/)
    expect([answers, ledger.filter((r) => r.verdict === 'tight').map((r) => [r.between, r.measured])]).toEqual([answers, []]) // prettier-ignore
    expect([answers, findings.filter((f) => f.weight === 'stop').map((f) => f.title)]).toEqual([answers, []])
    const held = !findings.some((f) => f.check === 'lid-held')
    if (problems.length === 0) expect([answers, held]).toEqual([answers, !answers.includes('"lip"')])
    for (const part of built.parts) expect(isClosed(part.mesh.positions, part.mesh.indices)).toBe(true)
  }
}, 240_000) // prettier-ignore
