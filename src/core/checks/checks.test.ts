import { offersAt, takeOffer } from '../steps/offers'
import type { Finding } from './finding'
import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../tests/support/boards'
import type { Build } from '../built/built'
import { Builder } from '../sheet/builder'
import { setField, setItemState } from '../document/edits'
import { setPrinter } from '../document/print-edits'
import type { Project } from '../document/schema'
import { measureLedger } from '../fit/ledger'
import { Kernel } from '../kernel/kernel'
import type { ImportedModel } from '../references/model'
import { runChecks } from '.'

let kernel: Kernel
let model: ImportedModel
beforeAll(async () => {
  kernel = await Kernel.load()
  model = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
})

async function check(change: (p: Project) => Project = (p) => p, alter: (b: Build) => Build = (b) => b) {
  const { project, models } = wrapped(model)
  const changed = change(project)
  const build = alter(await new Builder(kernel).build(changed, models, 'view'))
  const ledger = measureLedger(build)
  return { build, ledger, findings: runChecks({ project: changed, build, ledger, kernel }) }
}
const caseOf = (p: Project) => p.steps.find((s) => s.kind === 'case')!.id
const named = (findings: { check: string }[], check: string) => findings.filter((f) => f.check === check)

test('a snug lip does not hold the lid, a press lip does', async () => {
  expect(named((await check()).findings, 'lid-held')).toHaveLength(1)
  expect(named((await check((p) => setField(caseOf(p), 'fit', 'press')(p))).findings, 'lid-held')).toHaveLength(0)
})

test('a wall through a fitted item is found, with volume and place; leaving the item out clears it', async () => {
  const noOpening = (p: Project): Project => ({ ...p, steps: p.steps.filter((s) => s.kind !== 'opening') })
  const hit = named((await check(noOpening)).findings, 'collision')
  expect(hit.length).toBeGreaterThan(0)
  expect(hit[0]).toMatchObject({ weight: 'stop', title: expect.stringContaining('socket') })
  // The socket is 8 x 3 mm; of its 1.5 mm over the edge 0.95 mm are in the wall.
  const volumes = hit.map((f) => Number(/by ([\d.]+)/.exec((f as unknown as { text: string }).text)![1]))
  expect(volumes.reduce((a, b) => a + b, 0)).toBeCloseTo(8 * 3 * 0.95, -0.3)
  const out = (p: Project) => setItemState('board', 'sensor assembly/socket', 'left-out')(noOpening(p))
  expect(named((await check(out)).findings, 'collision')).toHaveLength(0)
  // What is offered for the item mends it too, in all parts that it is in.
  const item = 'sensor assembly/socket'
  expect(hit.map((f) => (f as unknown as Finding).item)).toEqual(hit.map(() => ({ reference: 'board', item })))
  const mended = (p: Project): Project => {
    const pick = { kind: 'item', reference: 'board', owner: item, region: -1, shape: { kind: 'free' }, size: [1, 1, 1], point: [0, 0, 0] } // prettier-ignore
    const parts = ['base', 'lid'].map((of) => ({ id: `${caseOf(p)}.${of}`, name: of }))
    let k = 0
    const at = { document: p, references: [{ id: 'board', items: [{ id: item }] }], parts, left: [], picks: [pick], newId: () => `mend${(k += 1)}` } // prettier-ignore
    return offersAt(at as never).filter((o) => o.mends === 'collision').reduce((now, o) => takeOffer(o)(now), p) // prettier-ignore
  }
  expect(named((await check((p) => mended(noOpening(p)))).findings, 'collision')).toHaveLength(0)
})

test('a part that is open, doubled, too large for the bed or too thin is named', async () => {
  const open = await check(undefined, (b) => ({
    ...b,
    parts: b.parts.map((p, i) =>
      i === 0
        ? {
            ...p,
            mesh: { ...p.mesh, indices: p.mesh.indices.slice(3), triangleSurface: p.mesh.triangleSurface.slice(1) },
          }
        : p,
    ),
  }))
  expect(named(open.findings, 'closed')).toHaveLength(1)
  const doubled = await check(undefined, (b) => ({
    ...b,
    parts: [...b.parts, { ...b.parts[0]!, id: 'again', name: 'Base again' }],
  }))
  expect(named(doubled.findings, 'doubled')).toHaveLength(1)
  const small = await check((p) => setPrinter({ bed: [40, 40, 40] })(p))
  expect(named(small.findings, 'bed')).toHaveLength(2)
  const thin = await check((p) => setField(caseOf(p), 'wall', '1.2')(p))
  const walls = named(thin.findings, 'thin-wall') as unknown as { title: string }[]
  expect(walls.map((w) => w.title).join()).toContain('0.55 mm thin')
  expect(named((await check()).findings, 'thin-wall')).toHaveLength(0)
})

describe('the ledger measures what is there', () => {
  test('moving a wall under a row changes its figure and its verdict', async () => {
    const { build, ledger } = await check()
    const row = (rows: typeof ledger) => rows.find((r) => r.between === 'Board in case, left')!
    expect(row(ledger)).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.55, 1.7) })
    const nearer = {
      ...build,
      parts: build.parts.map((p) => ({
        ...p,
        mesh: { ...p.mesh, positions: p.mesh.positions.map((v, i) => (i % 3 === 0 && v < -20 ? v + 0.25 : v)) },
      })),
    }
    expect(row(measureLedger(nearer))).toMatchObject({ verdict: 'tight', measured: expect.closeTo(0.3, 1.7) })
  })
  test('and the closest points are that far apart', async () => {
    for (const { at, measured } of (await check()).ledger)
      expect(Math.hypot(...at![0].map((v, k) => v - at![1][k]!))).toBeCloseTo(measured!, 3)
  })
  test('a surface that is not there any more is lost, not forgotten', async () => {
    const { build } = await check(undefined, (b) => ({ ...b, parts: b.parts.filter((p) => p.name !== 'Lid') }))
    expect(measureLedger(build).find((r) => r.between === 'Lip in groove')).toMatchObject({
      verdict: 'lost',
      measured: undefined,
    })
  })
})
