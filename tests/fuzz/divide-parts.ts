import type { Build, BuiltPart } from '../../src/core/built/built'
import { type Selector, wholesOf } from '../../src/core/built/rows'
import type { Kernel } from '../../src/core/kernel/kernel'
import { type LedgerRow, measureLedger } from '../../src/core/fit/ledger'
import { exportFiles, exportWishes } from '../../src/core/formats/export-parts'
import { pointable } from '../../src/core/faces/resolve'
import { readStl } from '../../src/core/formats/stl/read-stl'
import { expectOk } from '../../src/core/result'
import { Builder } from '../../src/core/sheet/builder'
import { apart } from '../support/apart'
import { type Fields, shape, sheetOf, type StepOf } from '../support/drawn'
import { edgeBetween, facing, kept, roundOf } from '../support/facing'
import { Random } from './random'
import type { Failure } from './read-files'

const JOINTS = [
  'dowels',
  'tongue',
  'seam-magnets',
  'seam-screws',
  'seam-marks',
  'seam-rim',
  'seam-snaps',
  'seam-glue',
] as const
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
  /** What of the cut is picked on the whole. */
  picked?: (whole: BuiltPart) => Fields
}

/** Between two figures, with two digits. */
const sizes = (r: Random) => (least: number, most: number) => (least + (most - least) * r.next()).toFixed(2)

/** A nose that stands out of a drum or a ball, taken off along its round. */
function randomNose(r: Random): Sheet {
  const size = sizes(r)
  const across = Number(size(24, 60))
  const shape = r.from(['cylinder', 'ball'] as const)
  const nose: Fields = { width: String(across), depth: size(4, 0.6 * across), height: size(4, 12), at: { along: Number(size(-0.1 * across, 0.1 * across)) + across / 2, up: Number(size(-2, 2)), from: '' }, on: { base: 'ground', off: size(0.4 * across, 0.5 * across) }, how: 'add', parts: ['body'] } // prettier-ignore
  const gap = Number(size(0.05, 0.5))
  return {
    steps: [
      ['solid', { shape, across: String(across), height: String(across) }, 'body'],
      ['solid', nose, 'nose'],
      ['divide', { part: 'body', line: 'face', may: 'piece', gap: String(gap) }, 'd'],
      ...randomJoint(r),
    ],
    gap,
    picked: (whole) => ({ face: [roundOf(whole, shape === 'ball' ? 'sphere' : 'cylinder')], holds: [facing(whole, [1, 0, 0])] }), // prettier-ignore
  }
}

/** A block cut through one of its edges at an angle. */
function randomSlant(r: Random): Sheet {
  const size = sizes(r)
  const gap = Number(size(0.05, 0.4))
  const angle = size(10, 80)
  return {
    steps: [
      ['solid', { width: size(30, 120), depth: size(20, 60), height: size(8, 40) }, 'body'],
      ['divide', { part: 'body', gap: String(gap) }, 'd'],
    ],
    gap,
    picked: (whole) => ({ at: { part: 'body', along: edgeBetween(whole, [0, 0, 1], [1, 0, 0]), at: 'middle', angle, from: r.from(['first', 'second']), off: '0' } }), // prettier-ignore
  }
}

/** What stands on a free skin with one foot or two, over an outer edge or a corner of a block, or between a drum and its flange, taken off along its foot. */
function randomFoot(r: Random): Sheet {
  const size = sizes(r)
  const gap = Number(size(0.05, 0.4))
  const place = (along: number, up = Number(size(-3, 3))) => ({ along, up, from: '' })
  const onto = (fields: Fields, id = 'nose'): StepOf => ['solid', { ...fields, how: 'add', parts: ['body'] }, id]
  const drawn = (off: string, outline: object, id: string): StepOf => ['drawing', { on: { base: 'ground', off }, shapes: [outline] }, id] // prettier-ignore
  const high = Number(size(40, 70))
  const skin = (): StepOf[] => [
    drawn('0', shape('circle', { across: size(50, 80) }), 'low'),
    drawn(`${high}`, shape('rectangle', { width: size(30, 50), height: size(30, 50) }), 'high'),
    ['loft', { from: 'low', to: 'high', run: r.from(['smooth', 'straight']) }, 'body'],
  ]
  const bodies: Record<string, () => StepOf[]> = {
    skin: () => [
      ...skin(),
      onto({ width: '70', depth: size(6, 18), height: size(6, 16), at: place(20), lift: size(8, 18) }),
    ],
    shoulder: () => [
      ...skin(),
      onto({ width: '60', depth: size(6, 16), height: '20', at: place(42), lift: `${high - Number(size(2, 16))}` }),
    ],
    handle: () => {
      const deep = size(6, 14)
      const arm = (lift: string, id: string): StepOf => onto({ width: '70', depth: deep, height: size(6, 9), at: place(20, 0), lift }, id) // prettier-ignore
      return [
        ...skin(),
        arm(size(4, 9), 'nose'),
        arm(size(24, 28), 'other'),
        onto({ width: '8', depth: deep, height: '34', at: place(51, 0), lift: '3' }, 'bar'),
      ]
    },
    edge: () => [
      ['solid', { width: '60', depth: size(30, 50), height: '20' }, 'body'],
      onto({ width: size(14, 24), depth: size(6, 14), height: size(10, 16), at: place(28), lift: '13' }),
    ],
    tip: () => [
      ['solid', { width: '60', depth: '40', height: '20' }, 'body'],
      onto({
        width: size(8, 18),
        depth: size(8, 18),
        height: size(10, 16),
        at: { along: 28, up: 18, from: '' },
        lift: '13',
      }),
    ],
    flange: () => [
      ['solid', { shape: 'cylinder', across: size(24, 44), height: '30' }, 'body'],
      ['solid', { width: '80', depth: '80', height: '4', lift: '-4', how: 'add', parts: ['body'] }, 'flange'],
      onto({ width: size(24, 34), depth: size(4, 10), height: size(8, 26), at: place(18) }),
    ],
  }
  return {
    steps: [
      ...bodies[r.from(Object.keys(bodies))]!(),
      ['divide', { part: 'body', line: 'foot', may: 'piece', gap: String(gap) }, 'd'],
      ...randomJoint(r),
    ],
    gap,
    picked: (whole) => ({ holds: [namedFace(whole, 'nose')] }),
  }
}

/** A face that a step has made, as it would be picked. */
function namedFace(part: BuiltPart, step: string): object {
  const on = pointable(part.mesh)
  return kept(part, on, on.topology.surfaceOf.findIndex((s) => part.mesh.surfaces[s]!.step === step)) // prettier-ignore
}

function randomSheet(r: Random): Sheet {
  const kind = r.next()
  if (kind < 0.12) return randomNose(r)
  if (kind > 0.82) return randomFoot(r)
  return kind < 0.2 ? randomSlant(r) : randomCut(r)
}

function randomCut(r: Random): Sheet {
  const size = sizes(r)
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
  return { steps: [body, ...less, ['divide', cut, 'd'], ...randomJoint(r)], gap }
}

/** A joint at the cut, or none. */
function randomJoint(r: Random): StepOf[] {
  const size = sizes(r)
  const joint = r.next() < 0.6
  const kind = r.from(JOINTS)
  const figures: Fields = kind === 'dowels' ? { what: r.from(['pins', 'front', 'dowels', 'rod']), across: size(2, 6), long: size(3, 9), gap: size(0.05, 0.3), lead: '0.5', count: String(1 + r.below(3)), shape: r.from(['round', 'keyed']) } : kind === 'tongue' ? { run: r.from(['middle', 'outline']), high: size(1.5, 4), gap: size(0.05, 0.3), on: r.from(['behind', 'front']) } : {} // prettier-ignore
  return joint ? [[kind, figures, 'j']] : []
}

/** What is wrong with what was built; what was refused is not. */
async function wrongWith(kernel: Kernel, { steps: drawn, gap, picked }: Sheet): Promise<string | undefined> {
  const builder = new Builder(kernel)
  try {
    const before = drawn.slice(
      0,
      drawn.findIndex(([kind]) => kind === 'divide'),
    )
    const whole = await builder.build(sheetOf(...before), new Map(), 'export')
    const more = picked?.(whole.parts.find((p) => p.id === 'body')!) ?? {}
    const steps = drawn.map((step): StepOf => (step[0] === 'divide' ? ['divide', { ...step[1], ...more }, 'd'] : step))
    const { volume } = whole.parts.find((p) => p.id === 'body')!
    const cut = await builder.build(sheetOf(...steps.slice(0, before.length + 1)), new Map(), 'export')
    if (cut.steps.some((s) => s.problems.length > 0)) return undefined
    const sum = cut.parts.reduce((s, p) => s + p.volume, 0)
    if (gap === 0 && Math.abs(sum - volume) > OFF * volume) return `the pieces are ${sum} of ${volume}`
    if (gap > 0 && sum >= volume) return 'the gap takes nothing'
    const build = await builder.build(sheetOf(...steps), new Map(), 'export')
    // Without a gap what is not straight only just goes together.
    const mayTouch = gap > 0 || steps.some(([, fields]) => fields['line'] === 'straight')
    const parts = [...builder.lastParts().values()]
    const rows = measureLedger(build)
    const asExported =
      build.steps.some((s) => s.problems.length > 0) || gap === 0 ? undefined : offAsExported(build, rows)
    if (asExported) return asExported
    return kernel.scoped(
      () => {
        for (const p of parts)
          if (kernel.bodies(p.solid).length !== 1) return `${p.name} is in ${kernel.bodies(p.solid).length} bodies`
        for (const [i, p] of parts.entries())
          for (const q of parts.slice(i + 1))
            if (kernel.intersect(p.solid, q.solid).volume() > 1e-6) return `${p.name} and ${q.name} overlap`
        for (const row of rows) {
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

/** What is told of two pieces is held against their files, as they would be exported where they belong. */
function offAsExported(build: Build, rows: readonly LedgerRow[]): string | undefined {
  const files = exportFiles(build.parts, exportWishes(sheetOf(), 'assembled'), ['stl'])
  const soups = files.map(({ bytes }) => {
    const [shape] = expectOk(readStl(bytes)).shapes
    return shape!.positions
  })
  for (const [i, p] of build.parts.entries())
    for (const [j, q] of build.parts.entries()) {
      const between = build.rows.filter(({ a, b }) => `${[partOf(a), partOf(b)].sort()}` === `${[p.id, q.id].sort()}`)
      const told = between.flatMap((row) => rows.find((r) => r.id === row.id) ?? [])
      const exact = told.filter((r) => r.rule === 'exact').map((r) => r.wanted)
      if (j <= i || exact.length === 0) continue
      const measured = apart(soups[i]!, soups[j]!, 2)
      const least = Math.min(...told.map((r) => r.wanted))
      if (measured < least - GAP_OFF || measured > Math.min(...exact) + GAP_OFF) return `${p.name} and ${q.name} are ${measured.toFixed(3)} apart as exported, not ${Math.min(...exact)}` // prettier-ignore
    }
  return undefined
}

/** The part that one side of a row is of. */
const partOf = (side: Selector): string | undefined => (side.of === 'whole' ? wholesOf(side)[0] : side.of === 'parts' ? side.parts[0] : undefined) // prettier-ignore
