import type { StepReport } from '../../src/core/built/built'
import { setField } from '../../src/core/document/edits'
import type { Project } from '../../src/core/document/schema'
import { pointable } from '../../src/core/faces/resolve'
import { measureLedger } from '../../src/core/fit/ledger'
import type { Kernel } from '../../src/core/kernel/kernel'
import { QUALITY } from '../../src/core/built/built'
import { isClosed } from '../../src/core/mesh/facts'
import { Builder } from '../../src/core/sheet/builder'
import { at, shape, sheetOf, type StepOf } from '../support/drawn'
import { kept } from '../support/facing'
import { Random } from './random'
import type { Failure } from './read-files'

type Built = Awaited<ReturnType<Builder['build']>>
const NONE = new Map<string, never>()
const EDGES = ['upright', 'nooks', 'top', 'under', 'foot', 'outer', 'inner'] as const

/** A part of one of the kinds that makers hollow and round: boxes, prisms, turned ones, with something that stands on them. */
function anyBody(random: Random): StepOf[] {
  const size = (least: number, most: number) => `${(least + random.next() * (most - least)).toFixed(1)}`
  const height = size(12, 40)
  const outline = (): object[] => {
    const [width, depth] = [size(24, 60), size(24, 60)]
    const plain = shape('rectangle', { width, height: depth, is: 'guide' }, 'r')
    return random.from([
      [shape('rectangle', { width, height: depth }, 'r')],
      [plain, shape('corners', { of: ['r'], by: size(1, 10) }, 'c')],
      [shape('slot', { from: at('-10', '0'), to: at('12', '4'), across: size(20, 34) }, 's')],
      [shape('polygon', { count: `${3 + random.below(6)}`, across: size(24, 50) }, 'p')],
      [shape('circle', { across: size(20, 50) }, 'k')],
      [shape('rectangle', { width, height: depth }, 'r'), shape('circle', { across: size(4, 12), at: at('3', '2'), is: 'hole' }, 'h')], // prettier-ignore
    ])
  }
  const base: StepOf[] = random.from([
    () => [['drawing', { shapes: outline() }, 'd'], ['extrude', { drawing: 'd', by: height, ...(random.next() < 0.2 ? { draft: size(-4, 8) } : {}) }, 'body']] as StepOf[], // prettier-ignore
    () => [['solid', { shape: 'cone', across: size(24, 50), top: size(8, 30), height }, 'body']] as StepOf[],
    () => [['solid', { shape: 'cylinder', across: size(24, 50), height }, 'body']] as StepOf[],
  ])()
  const more = (): StepOf =>
    random.from<StepOf>([
      ['solid', { shape: 'cylinder', across: size(6, 14), height: size(6, 20), lift: height, how: 'add', parts: ['body'] }, 'boss'], // prettier-ignore
      ['solid', { width: size(6, 14), depth: size(6, 14), height: size(6, 20), lift: height, how: 'add', parts: ['body'] }, 'boss'], // prettier-ignore
      ['solid', { shape: 'cylinder', across: size(8, 11), height: size(30, 50), on: { base: 'side', off: '0' }, at: at('0', size(6, 8)), how: 'add', parts: ['body'] }, 'arm'], // prettier-ignore
      ['solid', { width: size(5, 12), depth: '90', height: size(3, 9), lift: `${height} - 5`, how: 'take', parts: ['body'] }, 'groove'], // prettier-ignore
    ])
  return random.next() < 0.6 ? [...base, more()] : base
}

/** What is done to it, and a figure of that. */
function anySkin(random: Random, before: Built): StepOf {
  if (random.next() < 0.55)
    return ['edges', { part: 'body', which: random.from(EDGES), radius: `${(0.3 + random.next() * 4).toFixed(1)}`, ...(random.next() < 0.2 ? { how: 'flat', size: '1', other: '1.4' } : {}) }, 'skin'] // prettier-ignore
  const part = before.parts[0]!
  const on = pointable(part.mesh)
  const flat = on.topology.surfaceOf.flatMap((s, r) => (part.mesh.surfaces[s]!.shape.kind === 'plane' ? [r] : []))
  const open = [...new Set(Array.from({ length: random.below(3) }, () => random.from(flat)))].map((r) => kept(part, on, r)) // prettier-ignore
  return ['hollow', { part: 'body', way: random.next() < 0.8 ? 'in' : 'out', wall: `${(0.8 + random.next() * 2).toFixed(1)}`, open }, 'skin'] // prettier-ignore
}

const problemsOf = (build: Built) => build.steps.flatMap((s: StepReport) => s.problems)
const volumeOf = (build: Built): number => build.parts[0]?.volume ?? 0

/** What is wrong with a body whose edges were rounded, or that was made hollow; it may be refused, then it is as it was. */
function wrongOf(before: Built, after: Built, [kind, fields]: StepOf): string | undefined {
  const part = after.parts[0]
  if (!part) return 'nothing is left'
  if (!isClosed(part.mesh.positions, part.mesh.indices)) return 'it is open'
  const [was, is] = [volumeOf(before), volumeOf(after)]
  const refused = problemsOf(after)
  if (refused.length > 0) return Math.abs(was - is) > 1e-6 * was ? `refused (${refused[0]!.kind}), and changed` : undefined // prettier-ignore
  if (kind === 'edges') {
    const { which } = fields as { which: (typeof EDGES)[number] }
    const isInner = ['nooks', 'foot', 'inner'].includes(which)
    if (isInner ? is <= was : is >= was) return `${which}: ${was.toFixed(2)} became ${is.toFixed(2)}`
    return undefined
  }
  const row = measureLedger(after).find((r) => r.step === 'skin')
  const { wall } = fields as { wall: string }
  const least = Number(wall) * 0.995 - 3 * QUALITY.view
  const said = after.steps.at(-1)!.notes.join(' ')
  if (row?.measured !== undefined && row.measured < least && row.verdict === 'holds') return `a wall of ${wall} is ${row.measured.toFixed(3)}: ${said}` // prettier-ignore
  return row ? undefined : 'its wall has no row'
}

/** Early figures are changed, and what comes of it is what comes of it from nothing. */
async function editsOf(random: Random, builder: Builder, kernel: Kernel, start: Project): Promise<string | undefined> {
  let project = start
  for (let k = 0; k < 2; k++) {
    const step = project.steps[random.below(project.steps.length)]!
    const figures = Object.entries(step.fields).filter(([, v]) => typeof v === 'string' && /^\d+(\.\d+)?$/.test(v))
    if (figures.length === 0) continue
    const [field, value] = random.from(figures)
    project = setField(step.id, field, `${(Number(value) * (0.8 + 0.4 * random.next())).toFixed(2)}`)(project)
    const followed = await builder.build(project, NONE, 'view')
    const other = new Builder(kernel)
    const anew = await other.build(project, NONE, 'view')
    other.dispose()
    const kinds = (b: Built) => problemsOf(b).map((p) => p.kind).join() // prettier-ignore
    if (kinds(followed) !== kinds(anew)) return `${step.kind}.${field}: it is told ${kinds(followed)}, from nothing ${kinds(anew)}` // prettier-ignore
    if (kinds(anew) === '' && Math.abs(volumeOf(followed) - volumeOf(anew)) > 1e-6 * volumeOf(anew))
      return `${step.kind}.${field}: ${volumeOf(followed)} by following, ${volumeOf(anew)} from nothing`
  }
  return undefined
}

/** Random bodies, rounded or made hollow, and edited: right or refused, closed, and the same as from nothing. */
export async function shapeRandomSkins(from: number, count: number, kernel: Kernel): Promise<Failure[]> {
  const failures: Failure[] = []
  for (let seed = from; seed < from + count; seed++) {
    const random = new Random(seed)
    const body = anyBody(random)
    const builder = new Builder(kernel)
    const what: string[] = body.map(([kind, fields]) => `${kind} ${JSON.stringify(fields)}`)
    try {
      const before = await builder.build(sheetOf(...body), NONE, 'view')
      if (problemsOf(before).length > 0 || !before.parts[0]) continue
      const skin = anySkin(random, before)
      what.push(`${skin[0]} ${JSON.stringify(skin[1])}`)
      const project = sheetOf(...body, skin)
      const after = await builder.build(project, NONE, 'view')
      const why = wrongOf(before, after, skin) ?? (await editsOf(random, builder, kernel, project))
      if (why) failures.push({ seed, what: what.join(' | '), why })
    } catch (error) {
      failures.push({ seed, what: what.join(' | '), why: String(error) })
    } finally {
      builder.dispose()
    }
  }
  return failures
}
