import { addStep } from '../../src/core/document/edits'
import type { Project } from '../../src/core/document/schema'
import { measureLedger } from '../../src/core/fit/ledger'
import type { Kernel } from '../../src/core/kernel/kernel'
import { isClosed } from '../../src/core/mesh/facts'
import { isWithin, lyingSize } from '../../src/core/print/on-bed'
import { fitToBed } from '../../src/core/propose/fit-to-bed'
import { JOINTS } from '../../src/core/propose/proposing'
import { Builder } from '../../src/core/sheet/builder'
import { type Fields, sheetOf, type StepOf } from '../support/drawn'
import { Random } from './random'
import type { Failure } from './read-files'

/** Never more pieces than so many times what the boxes of part and bed alone ask for. */
const MOST = 2

/** Random parts and beds: every piece fits, or it is said why; there are few, they are sound, and their joints hold. */
export async function fitRandomParts(from: number, count: number, kernel: Kernel): Promise<Failure[]> {
  const failures: Failure[] = []
  for (let seed = from; seed < from + count; seed++) {
    const r = new Random(seed)
    const steps = randomPart(r)
    const bed = [0, 0, 0].map(() => 80 + r.below(160)) as [number, number, number]
    const joint = r.from(JOINTS)
    const what = `${JSON.stringify(steps)} on ${bed.join(' x ')}, ${joint}`
    try {
      const plain = sheetOf(...steps)
      const why = await wrongWith(kernel, { ...plain, printer: { ...plain.printer, bed } }, joint)
      if (why) failures.push({ seed, what, why })
    } catch (error) {
      failures.push({ seed, what, why: error instanceof Error ? (error.stack ?? String(error)) : String(error) })
    }
  }
  return failures
}

/** A plate with holes, a box or a tube that is hollow, an angle, a cross, or a cone. */
function randomPart(r: Random): StepOf[] {
  const size = (least: number, most: number) => (least + (most - least) * r.next()).toFixed(1)
  const solid = (fields: Fields, id: string): StepOf => ['solid', fields, id]
  const [w, d, h] = [size(60, 480), size(40, 380), size(4, 260)]
  const taken = { how: 'take', parts: ['part'] }
  const added = { how: 'add', parts: ['part'] }
  const at = (along: number, up: number) => ({ at: { along: along.toFixed(1), up: up.toFixed(1), from: '' } })
  switch (r.below(6)) {
    case 0:
      return [
        solid({ width: w, depth: d, height: size(2, 12) }, 'part'),
        ...Array.from({ length: r.below(6) }, (_, i) => solid({ shape: 'cylinder', across: size(4, 40), height: '40', lift: '-10', ...at((r.next() - 0.5) * Number(w) * 0.7, (r.next() - 0.5) * Number(d) * 0.7), ...taken }, `hole${i}`)), // prettier-ignore
      ]
    case 1: {
      const wall = 2 * Number(size(1.2, 6))
      return [solid({ width: w, depth: d, height: h }, 'part'), solid({ width: (Number(w) - wall).toFixed(1), depth: (Number(d) - wall).toFixed(1), height: h, lift: size(1.2, 3.8), ...taken }, 'inside')] // prettier-ignore
    }
    case 2: {
      const across = Number(size(60, 320))
      return [solid({ shape: 'cylinder', across: across.toFixed(1), height: h }, 'part'), solid({ shape: 'cylinder', across: (across - Number(size(3, 24))).toFixed(1), height: '400', lift: '-10', ...taken }, 'bore')] // prettier-ignore
    }
    case 3:
      return [solid({ width: w, depth: d, height: size(3, 10) }, 'part'), solid({ width: size(3, 10), depth: d, height: h, ...at(-Number(w) / 2 + 4, 0), ...added }, 'wall')] // prettier-ignore
    case 4:
      return [solid({ width: w, depth: size(10, 40), height: size(5, 30) }, 'part'), solid({ width: size(10, 40), depth: d, height: size(5, 30), ...added }, 'arm')] // prettier-ignore
    default:
      return [solid({ shape: 'cone', across: size(60, 340), top: size(8, 60), height: h }, 'part')]
  }
}

async function wrongWith(
  kernel: Kernel,
  project: Project,
  joint: (typeof JOINTS)[number],
): Promise<string | undefined> {
  const builder = new Builder(kernel)
  let ids = 0
  try {
    const whole = (await builder.build(project, new Map(), 'view')).parts[0]
    if (!whole) return undefined
    const found = await fitToBed(builder, kernel, { project, models: new Map(), part: 'part', joint, newId: () => `n${(ids += 1)}` }) // prettier-ignore
    const build = await builder.build(found.steps.reduce((p, s) => addStep(s)(p), project), new Map(), 'view') // prettier-ignore
    const problems = build.steps.flatMap((s) => s.problems.map((p) => p.message))
    if (problems.length > 0) return `what is proposed has problems: ${problems.join(' ')}`
    const { bed } = project.printer
    const large = build.parts.filter((p) => !p.id.includes('-') && !isWithin(lyingSize(p), bed))
    if (large.length > 0 && found.notes.length === 0) return `${large.map((p) => p.name).join(', ')} do not fit, and nothing is said` // prettier-ignore
    const open = build.parts.find((p) => !isClosed(p.mesh.positions, p.mesh.indices))
    if (open) return `${open.name} is open`
    const asked = piecesAsked(lyingSize(whole), bed)
    if (found.pieces.length > MOST * asked)
      return `${found.pieces.length} pieces where ${asked} would do by their boxes`
    const tight = measureLedger(build).filter((row) => row.verdict === 'tight')
    return tight.length > 0 ? tight.map((row) => `${row.between}: ${row.measured} for ${row.wanted}`).join('; ') : undefined // prettier-ignore
  } finally {
    builder.dispose()
  }
}

/** Into how many pieces the boxes alone ask for it to be cut, turned as is best. */
function piecesAsked(
  [x, y, z]: readonly [number, number, number],
  [w, d, h]: readonly [number, number, number],
): number {
  const on = (a: number, b: number) => Math.ceil(x / a) * Math.ceil(y / b)
  return Math.min(on(w, d), on(d, w)) * Math.ceil(z / h)
}
