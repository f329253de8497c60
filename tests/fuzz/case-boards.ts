import { runChecks } from '../../src/core/checks'
import { emptyProject, makeReference } from '../../src/core/document/schema'
import { measureLedger } from '../../src/core/fit/ledger'
import type { Kernel } from '../../src/core/kernel/kernel'
import { isClosed } from '../../src/core/mesh/facts'
import { resolveReference } from '../../src/core/references/resolve'
import { Builder } from '../../src/core/sheet/builder'
import { propose } from '../../src/core/steps/offers'
import { goalsFor, suited, type WrapAnswers } from '../../src/core/steps/wrap-answers'
import { askew } from '../support/board-shapes'
import { read, situation, stepBytes } from '../support/boards'
import { at, type Node } from '../support/shapes'
import { Random } from './random'
import type { Failure } from './read-files'

const SITS: readonly WrapAnswers['sits'][] = ['screws', 'own', 'pins', 'edge']
const CLOSES: readonly WrapAnswers['closes'][] = ['board', 'corners', 'snap', 'magnets', 'hinge', 'slide', 'sealed', 'lip'] // prettier-ignore
const FILE = 'a'.repeat(64)

/** Random boards and random answers to the three questions: the case passes its own checks, or what it cannot have is said. */
export async function caseRandomBoards(from: number, count: number, kernel: Kernel): Promise<Failure[]> {
  const failures: Failure[] = []
  for (let seed = from; seed < from + count; seed++) {
    const r = new Random(seed)
    const { board, what } = randomBoard(r)
    const asked: WrapAnswers = { sits: r.from(SITS), closes: r.from(CLOSES), lives: r.from(['desk', 'wall']) }
    try {
      const { why, answers } = await wrongWith(kernel, board, asked)
      if (why) failures.push({ seed, what: `${what}, ${JSON.stringify(answers)}`, why })
    } catch (error) {
      failures.push({ seed, what, why: error instanceof Error ? error.stack ?? String(error) : String(error) }) // prettier-ignore
    }
  }
  return failures
}

const round = (v: number): number => Math.round(10 * v) / 10

/** A plate with holes in some corners and items on both sides, some of them over its edges; now and then on edge. */
function randomBoard(r: Random): { board: Node; what: string } {
  const size = (least: number, most: number) => round(least + (most - least) * r.next())
  const [w, d, thick] = [
    size(18, r.next() < 0.15 ? 220 : 90),
    size(14, r.next() < 0.15 ? 160 : 60),
    r.from([0.8, 1, 1.6, 2]),
  ]
  const [hole, inset] = [r.from([0, 2.2, 2.7, 3.2, 3.2]), size(2.6, 5)]
  const corners = [[inset, inset], [w - inset, inset], [w - inset, d - inset], [inset, d - inset]] as const // prettier-ignore
  const some = hole === 0 || Math.min(w, d) < 5 * inset ? [] : corners.filter((_, i) => r.next() < 0.85 || i % 2 === 0)
  const plate: Node = { name: 'carrier', solid: { kind: 'plate', outline: { points: [[0, 0], [w, 0], [w, d], [0, d]], radius: size(0.5, 2.5) }, thickness: thick, holes: some.map((p) => ({ at: p, radius: hole / 2 })) } } // prettier-ignore
  const items = Array.from({ length: r.below(7) }, (_, i): Node => {
    const [x, y, z] = [size(3, 12), size(3, 12), size(1, 11)]
    const edge = r.next() < 0.4
    const over = size(0.5, 3)
    const px = edge && r.next() < 0.5 ? r.from([-over, w - x + over]) : size(2, Math.max(2, w - x - 2))
    const py = edge ? r.from([-over, d - y + over]) : size(2, Math.max(2, d - y - 2))
    const below = r.next() < 0.25
    return { name: `item ${i + 1}`, place: at(px, py, below ? -Math.min(z, 4) : thick), solid: { kind: 'box', size: [x, y, below ? Math.min(z, 4) : z] } } // prettier-ignore
  })
  const way = r.from(['flat', 'flat', 'flat', 'on edge', 'upside down'] as const)
  const place = way === 'flat' ? at(0, 0, 0) : askew(way === 'on edge' ? Math.PI / 2 : Math.PI, r.from([0, Math.PI / 2]), 3, 4, 60) // prettier-ignore
  return { board: { name: 'shed', children: [{ name: 'assembly', place, children: [plate, ...items] }] }, what: `${w} x ${d} x ${thick}, ${some.length} holes, ${items.length} items, ${way}` } // prettier-ignore
}

async function wrongWith(kernel: Kernel, board: Node, asked: WrapAnswers) {
  const model = await read(await stepBytes(board))
  const settings = makeReference({ id: 'board', name: 'Carrier', kind: 'step', file: FILE, fileName: 'carrier.step', placing: 'as-in-file' }) // prettier-ignore
  const reference = resolveReference(model, settings)
  if (!reference.board) return { why: 'its board was not found', answers: asked }
  const begun = emptyProject('Shed')
  const empty = { ...begun, printer: { ...begun.printer, bed: [300, 300, 300] as [number, number, number] }, references: [settings] } // prettier-ignore
  const answers = suited(reference.board, asked)
  const project = propose(situation(empty, [reference]), goalsFor(answers))
  const builder = new Builder(kernel)
  try {
    const build = await builder.build(project, new Map([[FILE, model]]), 'view')
    const problems = build.steps.flatMap((s) => s.problems.map((p) => `${s.id.slice(0, 8)} ${p.field}: ${p.message}`))
    const ledger = measureLedger(build)
    const findings = runChecks({ project, build, ledger, kernel })
    const unsaid = problems.filter((m) => !/would|do\.|needs|could not be built/.test(m))
    const tight = ledger.filter((row) => row.verdict === 'tight').map((row) => `${row.between}: ${row.measured} for ${row.wanted}`) // prettier-ignore
    const stops = findings.filter((f) => f.weight === 'stop').map((f) => f.title)
    const open = build.parts.filter((p) => !isClosed(p.mesh.positions, p.mesh.indices)).map((p) => `${p.name} is open`)
    const loose = problems.length === 0 && answers.closes !== 'lip' && findings.some((f) => f.check === 'lid-held') && !build.steps.some((s) => s.notes.some((n) => n.startsWith('No usual'))) ? ['nothing holds the lid'] : [] // prettier-ignore
    const all = [...unsaid, ...tight, ...stops, ...open, ...loose]
    return { answers, why: all.length > 0 ? all.join('; ') + (problems.length > 0 ? ` (said: ${problems.join(' ')})` : '') : undefined } // prettier-ignore
  } finally {
    builder.dispose()
  }
}
