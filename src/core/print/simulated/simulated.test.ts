import { at, built, sheetOf } from '../../../../tests/support/drawn'
import { together } from '../../document/edits'
import { setGap } from '../../document/print-edits'
import type { Printer, Project } from '../../document/schema'
import { exportFiles } from '../../formats/export-parts'
import { measureLedger } from '../../fit/ledger'
import { boxOfPositions, boxSize } from '../../geometry/vec'
import { isClosed } from '../../mesh/facts'
import { learntFromRows } from '../printed'
import { cameOut } from './came-out'
import { print3mf } from './print-3mf'
import { printProject } from './print-project'
import { SimulatedPrinter } from './simulated-printer'

/** A block with a peg in it, that slides. */
const pegged = sheetOf(
  ['solid', { width: '20', depth: '20', height: '10' }, 'block'],
  ['solid', { shape: 'cylinder', across: '8', height: '30', lift: '-5', at: at(0, 0) }, 'peg'],
  ['combine', { part: 'block', do: 'take', tools: ['peg'], gap: 'fit.sliding', after: 'kept' }, 'room'],
)
const withGaps = (project: Project, gaps: Printer['gaps']) => together(...Object.entries(gaps).map(([fit, gap]) => setGap(fit as keyof Printer['gaps'], gap)))(project) // prettier-ignore

test('walls come out by as much all round, holes get smaller, roofs stay, the lowest layer is pressed out; it stays closed', async () => {
  const { build } = await built(pegged)
  const { positions, indices } = build.parts[0]!.mesh
  const out = cameOut(positions, indices, { out: 0.1, spread: 0.3, first: 0.2, shrink: 0 })
  expect(isClosed(out.positions, out.indices)).toBe(true)
  expect(boxSize(boxOfPositions(out.positions))).toEqual([20.8, 20.8, 10].map((v) => expect.closeTo(v, 3)))
  const corners = Array.from({ length: out.positions.length / 3 }, (_, v) => [0, 1, 2].map((k) => out.positions[3 * v + k]!)) // prettier-ignore
  const top = corners.filter((p) => p[2]! > 9.99)
  expect(Math.max(...top.map((p) => p[0]!)) - Math.min(...top.map((p) => p[0]!))).toBeCloseTo(20.2, 3)
  // Of the hole, 8.4 wide, what lies over the lowest layer.
  const hole = top.map((p) => Math.hypot(p[0]!, p[1]!)).filter((r) => r < 6)
  expect(hole.length).toBeGreaterThan(20)
  for (const r of hole) expect(r).toBeCloseTo(4.1, 2)
  const shrunk = cameOut(positions, indices, { out: 0, spread: 0, first: 0.2, shrink: 0.01 })
  expect(boxSize(boxOfPositions(shrunk.positions))).toEqual([19.8, 19.8, 9.9].map((v) => expect.closeTo(v, 4)))
})

test('what is read of the ledger on a print teaches the printer: printed again, the fit is as it was asked, for twenty of them', async () => {
  const first = await built(pegged)
  const built1 = measureLedger(first.build)[0]!
  for (let seed = 1; seed <= 20; seed++) {
    const printer = SimulatedPrinter.of(seed)
    const { gaps } = printProject(first.build, printer, pegged.printer)
    const hidden = -printer.printed(0)
    const learnt = learntFromRows([{ row: built1.id, read: gaps[0]!.mm, built: built1.measured! }])!
    expect(Math.abs(learnt.tighter - hidden)).toBeLessThan(0.02)
    if (seed > 4) continue
    const again = await built(withGaps(pegged, learnt.gaps))
    expect(Math.abs(printProject(again.build, printer, pegged.printer).gaps[0]!.mm - 0.2)).toBeLessThan(0.025)
  }
})

test('a 3MF is printed as it lies, each thing of it under its name, otherwise on each printer and the same on one', async () => {
  const { build } = await built(pegged)
  const bytes = exportFiles(build.parts, { title: 'Pegged', arrangement: 'bed', bed: [220, 220, 250], counts: { peg: 2 } }).at(-1)!.bytes // prettier-ignore
  const once = print3mf(bytes, SimulatedPrinter.of(3), 0.2)
  if (!once.ok) throw new Error(once.problem.message)
  expect(once.value.map((t) => t.name).sort()).toEqual(['Part', 'Part 2', 'Part 2'])
  for (const thing of once.value) expect(isClosed(thing.positions, thing.indices)).toBe(true)
  const block = once.value.find((t) => Math.abs(t.drawn[0] - 20) < 0.01 && Math.abs(t.drawn[2] - 10) < 0.01)!
  expect(block.read[0]).not.toBe(20)
  expect(print3mf(bytes, SimulatedPrinter.of(3), 0.2)).toEqual(once)
  expect(print3mf(bytes, SimulatedPrinter.of(4), 0.2)).not.toEqual(once)
  expect(print3mf(new Uint8Array([1, 2, 3]), SimulatedPrinter.of(3), 0.2)).toMatchObject({ ok: false })
})
