import type { Kernel } from '../../src/core/kernel/kernel'
import { measureLedger } from '../../src/core/fit/ledger'
import { Builder } from '../../src/core/sheet/builder'
import { type Fields, sheetOf, type StepOf } from '../support/drawn'
import { Random } from './random'
import type { Failure } from './read-files'

const JOINTS = ['dowels', 'tongue', 'seam-magnets', 'seam-screws', 'seam-marks'] as const
const LINES = ['straight', 'straight', 'straight', 'fingers', 'dovetail', 'lap', 'puzzle'] as const
/** What pieces and gap may be off the whole, share of it. */
const OFF = 1e-5
/** How far a gap may be off the one that was asked, mm: chords of 0.002 on both sides and corners in the round. */
const GAP_OFF = 0.01

/** Random bodies divided by random cuts, with random joints: what is built adds up, is in one piece each and goes together. */
export async function divideRandomParts(from: number, count: number, kernel: Kernel): Promise<Failure[]> {
  const failures: Failure[] = []
  for (let seed = from; seed < from + count; seed++) {
    const what = randomSheet(new Random(seed))
    try {
      const why = await wrongWith(kernel, what)
      if (why) failures.push({ seed, what: JSON.stringify(what.steps.at(-1)![1]), why })
    } catch (error) {
      failures.push({ seed, what: JSON.stringify(what.steps), why: String(error) })
    }
  }
  return failures
}

interface Sheet {
  steps: StepOf[]
  gap: number
}

function randomSheet(r: Random): Sheet {
  const size = (least: number, most: number) => (least + (most - least) * r.next()).toFixed(2)
  const round = r.next() < 0.3
  const body: StepOf = round
    ? ['solid', { shape: 'cylinder', across: size(20, 60), height: size(20, 80) }, 'body']
    : ['solid', { width: size(30, 120), depth: size(20, 60), height: size(8, 40) }, 'body']
  const less: StepOf[] = r.next() < 0.5 ? [['solid', { shape: 'cylinder', across: size(4, 14), height: '200', lift: '-50', at: { along: Number(size(-12, 12)), up: Number(size(-6, 6)), from: '' }, how: 'take', parts: ['body'] }, 'bore']] : [] // prettier-ignore
  const base = r.from(['side', 'side', 'front', 'ground'] as const)
  const gap = r.next() < 0.2 ? 0 : Number(size(0.05, 0.5))
  const off = base === 'ground' ? size(2, 20) : size(-8, 8)
  const line = r.from(LINES)
  const cut: Fields = { part: 'body', at: { base, off }, line, gap: String(gap), count: String(1 + r.below(4)), deep: size(2, 12), lean: size(4, 20), side: r.from(['both', 'both', 'front', 'behind']) } // prettier-ignore
  const joint = r.next() < 0.6
  const kind = r.from(JOINTS)
  const figures: Fields = kind === 'dowels' ? { what: r.from(['pins', 'front', 'dowels', 'rod']), across: size(2, 6), long: size(3, 9), gap: size(0.05, 0.3), lead: '0.5', count: String(1 + r.below(3)), shape: r.from(['round', 'keyed']) } : kind === 'tongue' ? { run: r.from(['middle', 'outline']), high: size(1.5, 4), gap: size(0.05, 0.3), on: r.from(['behind', 'front']) } : {} // prettier-ignore
  return {
    steps: [body, ...less, ['divide', cut, 'd'], ...(joint ? [[kind, figures, 'j'] as StepOf] : [])],
    gap,
  }
}

/** What is wrong with what was built; what was refused is not. */
async function wrongWith(kernel: Kernel, { steps, gap }: Sheet): Promise<string | undefined> {
  const builder = new Builder(kernel)
  try {
    const whole = await builder.build(sheetOf(...steps.filter(([kind]) => kind === 'solid')), new Map(), 'export')
    const volume = whole.parts[0]!.volume
    const cut = await builder.build(
      sheetOf(...steps.filter(([kind]) => kind === 'solid' || kind === 'divide')),
      new Map(),
      'export',
    )
    if (cut.steps.some((s) => s.problems.length > 0)) return undefined
    const sum = cut.parts.reduce((s, p) => s + p.volume, 0)
    if (gap === 0 && Math.abs(sum - volume) > OFF * volume) return `the pieces are ${sum} of ${volume}`
    if (gap > 0 && sum >= volume) return 'the gap takes nothing'
    const build = await builder.build(sheetOf(...steps), new Map(), 'export')
    // Without a gap what is not straight only just goes together.
    const mayTouch = gap > 0 || steps.some(([, fields]) => fields['line'] === 'straight')
    const parts = [...builder.lastParts().values()]
    return kernel.scoped(
      () => {
        for (const p of parts)
          if (kernel.bodies(p.solid).length !== 1) return `${p.name} is in ${kernel.bodies(p.solid).length} bodies`
        for (const [i, p] of parts.entries())
          for (const q of parts.slice(i + 1))
            if (kernel.intersect(p.solid, q.solid).volume() > 1e-6) return `${p.name} and ${q.name} overlap`
        for (const row of measureLedger(build)) {
          if (row.rule === 'exact' && Math.abs((row.measured ?? Infinity) - row.wanted) > GAP_OFF)
            return `${row.between}: ${row.measured} for ${row.wanted}`
          if (row.rule === 'at-least' && row.verdict !== 'holds' && mayTouch)
            return `${row.between}: ${row.verdict}, ${row.measured}`
        }
        return undefined
      },
      () => [],
    )
  } finally {
    builder.dispose()
  }
}
