import { at, built, sheetOf } from '../../../tests/support/drawn'
import { together } from '../document/edits'
import { setGap } from '../document/print-edits'
import type { Printer } from '../document/schema'
import { prove } from '../prove/prove'
import { Kernel } from '../kernel/kernel'
import { measureLedger } from '../fit/ledger'
import { stepKindNamed } from '../steps/registry'
import { learntFrom } from './learnt'
import { SimulatedPrinter } from './simulated/simulated-printer'

/** The rooms of a test of gaps as it is built, mm per side. */
const rooms = (count = 11, first = 0.04, each = 0.04) => Array.from({ length: count }, (_, i) => first + i * each)

test('the gap error that a printer hides is found by its own test piece, for twenty of them', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const printer = SimulatedPrinter.of(seed)
    const hidden = -printer.printed(0)
    const learnt = learntFrom(printer.tries(rooms(13, -0.04), 0.04))!
    expect(Math.abs(learnt.tighter - hidden)).toBeLessThanOrEqual(0.02 + 1e-9)
    // What is drawn with the learnt gaps comes out as the classes mean it.
    expect(printer.printed(learnt.gaps.sliding)).toBeCloseTo(0.2, 1)
    expect(Math.abs(printer.printed(learnt.gaps.sliding) - 0.2)).toBeLessThanOrEqual(0.026)
  }
})

test('nothing is learnt before it is tried; one figure is enough, and two that disagree widen what is known', () => {
  expect(learntFrom({ force: 0, slides: 0, each: 0.04 })).toBeUndefined()
  expect(learntFrom({ force: 0.16, slides: 0, each: 0.04 })).toMatchObject({
    tighter: expect.closeTo(0.09, 6),
    within: 0.02,
  })
  const apart = learntFrom({ force: 0.08, slides: 0.44, each: 0.04 })!
  expect(apart.tighter).toBeCloseTo((0.03 + 0.24) / 2 - 0.02, 6)
  expect(apart.within).toBeCloseTo(0.105, 6)
})

test('the block has a hole for each room, wide as it is written, and prints as it is with its pin', async () => {
  const project = sheetOf(['test', { count: '5', force: '0.12', slides: '0.28', at: at(10, 20) }, 't'])
  const { build, problems, notes } = await built(project)
  expect(problems).toEqual([])
  expect(notes).toEqual(['Gaps of this printer come out 0.06 mm tighter per side than they are drawn, within 0.02 mm.'])
  const [block, pin] = build.parts
  const radii = block!.mesh.surfaces.flatMap(({ role, shape }) => (role === 'hole' && shape.kind === 'cylinder' ? [shape.radius] : [])) // prettier-ignore
  expect(radii.sort((a, b) => a - b)).toEqual(rooms(5).map((gap) => expect.closeTo(4 + gap, 6)))
  // A pin of 8 and its grip of 14, less what its bevel takes.
  const cone = (Math.PI * 0.5 * (16 + 12.25 + 4 * 3.5)) / 3
  expect(pin!.volume).toBeCloseTo(Math.PI * (49 * 3 + 16 * 11.5) + cone, -1)
  const kernel = await Kernel.load()
  for (const part of build.parts) {
    const { lines } = await prove(kernel, project, part)
    expect(lines.filter((l) => l.verdict === 'look').map((l) => l.says)).toEqual([])
  }
  expect(stepKindNamed('test')!.learns!.from(build.steps[0]!.values)!.printer.gaps).toEqual({ press: 0.11, snug: 0.16, sliding: 0.26, loose: 0.41 }) // prettier-ignore
})

test('a case printed after learning closes with the fit that was asked', async () => {
  const printer = SimulatedPrinter.of(7)
  const { gaps } = learntFrom(printer.tries(rooms(), 0.04))!
  const parts = sheetOf(
    ['solid', { width: '20', depth: '20', height: '10' }, 'block'],
    ['solid', { shape: 'cylinder', across: '8', height: '30', lift: '-5', at: at(0, 0) }, 'peg'],
    ['combine', { part: 'block', do: 'take', tools: ['peg'], gap: 'fit.sliding', after: 'kept' }, 'room'],
  )
  const learnt = together(...Object.entries(gaps).map(([fit, gap]) => setGap(fit as keyof Printer['gaps'], gap)))(parts)
  const { build, problems } = await built(learnt)
  expect(problems).toEqual([])
  const [row] = measureLedger(build)
  expect(row!.measured).toBeCloseTo(gaps.sliding, 2)
  // As it comes off the printer it slides as a sliding fit does.
  expect(Math.abs(printer.printed(row!.measured!) - 0.2)).toBeLessThan(0.03)
})

test('rooms that nothing could be tried in are refused; a first hole that it goes into already is told', async () => {
  const { problems } = await built(sheetOf(['test', { across: '2', first: '-0.3', count: '3', each: '0.01' }, 't']))
  expect(problems).toEqual([])
  const early = await built(sheetOf(['test', { force: '0.04', count: '3' }, 't']))
  expect(early.notes.at(-1)).toContain('Begin with less room.')
})
