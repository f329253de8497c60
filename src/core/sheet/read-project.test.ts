import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { read } from '../../../tests/support/boards'
import { measureLedger } from '../fit/ledger'
import { Kernel } from '../kernel/kernel'
import { expectOk } from '../result'
import { Builder } from './builder'
import { readProject, writeProject } from './read-project'

const OLD = 'tests/fixtures/v3'
const old = (name: string) => readFileSync(`${OLD}/${name}`, 'utf8')

test('a project of version 3 comes out as it did then: volumes to a millionth, every gap', async () => {
  const project = expectOk(readProject(old('rain-logger.json')))
  const board = readFileSync(`${OLD}/rl-2-rev-a.step`)
  const sha = createHash('sha256').update(board).digest('hex')
  expect(project.references[0]!.file).toBe(sha)
  const build = await new Builder(await Kernel.load()).build(project, new Map([[sha, await read(board)]]), 'export')
  expect(build.steps.flatMap((s) => s.problems)).toEqual([])
  // As version 3 built it at export quality, mm3, and what now stays under and over the terminal block that is taken in.
  expect(build.parts.map((p) => [p.name, p.volume])).toEqual([
    ['Base', expect.closeTo(8761.941622 + 13.259815, 5)],
    ['Lid', expect.closeTo(7775.05412 + 2.588079, 5)],
  ])
  const ledger = measureLedger(build)
  expect(ledger.map((r) => [r.between, r.wanted, r.verdict])).toEqual([
    ...['front', 'back', 'left', 'right'].map((side) => [`Board in case, ${side}`, 0.7, 'holds']),
    ['Knob under the roof', 1, 'holds'],
    ['Pin T1 above the floor', 1, 'holds'],
    ['Terminal block in case', 0.7, 'holds'],
    ['Lip in groove', 0.1, 'holds'],
    // Nothing was said of that then; its openings are shut towards the parting.
    ['RL-2 going into the base', 0.02, 'tight'],
    ['Lid going onto the base', 0.02, 'holds'],
    ['Lid going over RL-2', 0.02, 'tight'],
    ['Pins in board holes', 0.2, 'holds'],
    ['USB socket in its opening', 0.4, 'holds'],
    ['Knob in its opening', 0.6, 'holds'],
  ])
  expect(ledger[0]!.measured).toBeCloseTo(0.698128, 5)
}, 120_000)

test('what a file did not say is what it meant when it was written', () => {
  const raw = { format: 'anorak-project', version: 3, name: 'Shed', steps: [{ id: 'a', kind: 'case' }, { id: 'b', kind: 'case', fields: { clear: '2', floor: '3' } }] } // prettier-ignore
  const { steps, printer } = expectOk(readProject(JSON.stringify(raw)))
  expect(printer.gaps).toEqual({ press: 0.05, snug: 0.1, sliding: 0.2, loose: 0.4 })
  expect(steps.map((s) => s.fields)).toEqual([
    { clear: '0.7', wall: '4*line + fit.snug', floor: '1.6', roof: '1.6' },
    { clear: '2', wall: '4*line + fit.snug', floor: '3', roof: '1.6' },
  ])
  const now = expectOk(readProject(JSON.stringify({ ...raw, version: 4 })))
  expect(now.printer.gaps.loose).toBe(0.35)
  expect(now.steps[0]!.fields).toEqual({})
})

test('lengths kept on parts name the role of their face, wherever it is numbered now', () => {
  const end = { owner: 'wrap.base', as: 'face', point: [1, 2, 3], step: 'wrap', role: 'cavity:8', edge: [[0, 0, 0], [1, 0, 0]] } // prettier-ignore
  const raw = { format: 'anorak-project', version: 3, name: 'Shed', measures: [{ id: 'm', ends: [end, { owner: 'USB', reference: 'rl2', as: 'item', point: [0, 0, 0] }] }] } // prettier-ignore
  const { measures } = expectOk(readProject(JSON.stringify(raw)))
  expect(measures[0]!.ends[0]).toEqual({ owner: 'wrap.base', as: 'face', point: [1, 2, 3], on: { name: { step: 'wrap', role: 'cavity' }, near: [1, 2, 3], of: 1 } }) // prettier-ignore
  expect(measures[0]!.ends[1]).toMatchObject({ owner: 'USB', reference: 'rl2' })
})

test.each(['rain-logger.json', 'frame-hinge.json', 'vent-bracket.json'])(
  '%s is the same after it is written and read again',
  (name) => {
    const project = expectOk(readProject(old(name)))
    expect(project.version).toBe(4)
    expect(expectOk(readProject(writeProject(project)))).toEqual(project)
  },
)

test.each([
  [{ steps: 'x' }, /at steps/],
  [{ steps: [{ id: 'a', kind: 3 }] }, /at steps\.0\.kind/],
  [{ measures: 'x' }, /at measures/],
  [{ printer: 7 }, /at printer/],
  [{ version: 1, steps: 'x' }, /at steps/],
  [{ version: 1, printer: [] }, /at printer/],
])('%j is refused, with the place', (change, message) => {
  const read = readProject(JSON.stringify({ format: 'anorak-project', version: 3, name: 'Shed', ...change }))
  expect(read.ok ? 'read' : read.problem.message).toMatch(message)
})
