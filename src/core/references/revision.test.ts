import { readFileSync } from 'node:fs'
import { read } from '../../../tests/support/boards'
import { Builder } from '../sheet/builder'
import { runChecks } from '../checks'
import { setField } from '../document/edits'
import type { Project } from '../document/schema'
import { matchEdges } from './board-edges'
import { findFace, keepFace, pointable, seen } from '../faces/resolve'
import { renamedFace } from '../faces/renamed'
import type { Vec3 } from '../geometry/vec'
import { ResolvedReferences } from './resolved-references'
import { swapReference } from '../sheet/swap-reference'
import { readProject } from '../sheet/read-project'
import { measureLedger } from '../fit/ledger'
import { Kernel } from '../kernel/kernel'
import { expectOk } from '../result'
import type { ImportedModel } from './model'
import { resolveReference } from './resolve'
import { type Change, compareRevisions, describeChange } from './revision'

const settings = { id: 'rl2', name: 'RL-2', scale: 1, placing: 'board' as const, turns: [], states: {} }
let [revA, revB]: ImportedModel[] = []
beforeAll(async () => {
  revA = await read(readFileSync('demo/boards/rl-2-rev-a.step'))
  revB = await read(readFileSync('demo/boards/rl-2-rev-b.step'))
})
const format = (mm: number) => String(Math.round(mm * 100) / 100)
const changes = (a: ImportedModel, b: ImportedModel) =>
  compareRevisions(resolveReference(a, settings), resolveReference(b, settings))
const said = (list: readonly Change[]) =>
  list.filter((c) => c.kind !== 'same').map((c) => `${c.what} ${c.name}: ${describeChange(c, format)}`)

test('rev B of the demo board differs from rev A in just what was changed', () => {
  expect(said(changes(revA!, revB!))).toEqual([
    'item USB socket: moved by 1.2 (x +1.2)',
    'item Knob: was 17.5 × 11 × 9, is 17.5 × 11 × 12, moved by 1.5 (z +1.5)',
    'item Clock crystal: is gone',
    'hole hole 3: moved by 1 (x −1)',
  ])
  expect(changes(revA!, revB!).filter((c) => c.what === 'item' && c.kind === 'same')).toHaveLength(27)
})

test('going back says the opposite, and a revision does not differ from itself', () => {
  expect(said(changes(revB!, revA!))).toContain('item Clock crystal: is new')
  expect(said(changes(revA!, revA!))).toEqual([])
})

test('renamed items are known by size and place; of several of one name those that stayed are paired first', () => {
  const renamed: ImportedModel = {
    ...revA!,
    items: revA!.items.map((i) => (i.name === 'Display' ? { ...i, id: 'Panel', name: 'Panel' } : i)),
  }
  expect(changes(revA!, renamed).find((c) => c.name === 'Panel')).toMatchObject({ kind: 'same', before: 'Display' })
  const twin = revA!.items.find((i) => i.name === 'R1')!
  const doubled: ImportedModel = { ...revA!, items: [{ ...twin, id: 'R2~2', name: 'R2' }, ...revA!.items] }
  expect(said(changes(revA!, doubled))).toEqual(['item R2: is new'])
})

/** Every step works on the one reference. */
const all = ({ steps, references }: Project) => Object.fromEntries(steps.map((s) => [s.id, references[0]!.id]))

test('the wrapped demo follows to rev B: the case fits by the ledger, nothing is cut, steps keep their items', async () => {
  const project = expectOk(readProject(readFileSync('tests/fixtures/logger-begun.json', 'utf8')))
  const list = changes(revA!, revB!)
  const renamed = Object.fromEntries(list.flatMap((c) => (c.before && c.after ? [[c.before, c.after]] : [])))
  const { id } = project.references[0]!
  const file = { file: 'b'.repeat(64), fileName: 'rl-2-rev-b.step', kind: 'step' as const }
  const swapped = swapReference(id, file, { items: renamed, edges: {} }, all(project))(project)
  expect(swapped.references[0]).toMatchObject({ fileName: 'rl-2-rev-b.step', states: project.references[0]!.states })
  const kernel = await Kernel.load()
  const built = await new Builder(kernel).build(swapped, new Map([['b'.repeat(64), revB!]]), 'view')
  expect(built.steps.flatMap((s) => s.problems)).toEqual([])
  const ledger = measureLedger(built)
  expect(ledger).toHaveLength(14)
  expect(ledger.filter((r) => r.verdict !== 'holds').map((r) => r.between)).toEqual([])
  const findings = runChecks({ project: swapped, build: built, ledger, kernel })
  expect(findings.filter((f) => f.weight === 'stop')).toEqual([])
})

test('what is said about items and holes goes over to those they became; what is gone stays said', () => {
  const project = expectOk(readProject(readFileSync('tests/fixtures/logger-begun.json', 'utf8')))
  const { id } = project.references[0]!
  const opening = project.steps.find((s) => s.kind === 'opening')!
  const item = opening.fields.item as string
  const file = { file: 'b'.repeat(64), fileName: 'b.step', kind: 'step' as const }
  const swapped = swapReference(
    id,
    file,
    { items: { [item]: 'Socket', 'Radio module': 'Module' }, edges: {} },
    all(project),
  )(project)
  expect(swapped.steps.find((s) => s.id === opening.id)!.fields.item).toBe('Socket')
  expect(swapped.references[0]!.states).toEqual({ Module: 'left-out' })
  expect(project.references[0]!.states).toEqual({ 'Radio module': 'left-out' })
})

test('a step goes with the reference that it works on, whether it names its case or takes the nearest', () => {
  const project = expectOk(readProject(readFileSync('tests/fixtures/logger-begun.json', 'utf8')))
  const { id } = project.references[0]!
  const opening = project.steps.find((s) => s.kind === 'opening')!
  const item = opening.fields.item as string
  const nearest = setField(opening.id, 'case', '')(project)
  const file = { file: 'b'.repeat(64), fileName: 'b.step', kind: 'step' as const }
  const carry = (worksOn: string | undefined) =>
    swapReference(id, file, { items: { [item]: 'Socket' }, edges: {} }, { [opening.id]: worksOn })(nearest).steps
  const itemIn = (steps: Project['steps']) => steps.find((s) => s.id === opening.id)!.fields
  expect(itemIn(carry(id))).toMatchObject({ case: '', item: 'Socket' })
  expect(itemIn(carry('another board'))).toMatchObject({ case: '', item })
  expect(itemIn(carry(undefined))).toMatchObject({ case: '', item })
})

test('a length kept on a wall of the case goes with the wall to rev B; on one that is gone it says so', async () => {
  const project = expectOk(readProject(readFileSync('tests/fixtures/logger-begun.json', 'utf8')))
  const { id, file } = project.references[0]!
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const before = await builder.build(project, new Map([[file, revA!]]), 'drag')
  const part = before.parts.find((p) => p.name === 'Lid')!
  const on = pointable(part.mesh)
  const faces = on.topology.surfaceOf.flatMap((s, region) => (on.mesh.surfaces[s]!.role === 'cavity' ? [region] : []))
  /** The faces on the whole of the cavity's sides, each kept at a corner of one of its triangles. */
  const kept = faces.map((region) => {
    const t = on.topology.regionOf.indexOf(region)
    const at = [0, 1, 2].map((k) => part.mesh.positions[3 * part.mesh.indices[3 * t]! + k]!) as unknown as Vec3
    return { face: keepFace(seen(on), region, at), shape: on.mesh.surfaces[on.topology.surfaceOf[region]!]!.shape }
  })
  const [a, b] = new ResolvedReferences()
    .all({ ...project, references: ['a', 'b'].map((r) => ({ ...project.references[0]!, id: r, file: r })) }, new Map([['a', revA!], ['b', revB!]]), kernel) // prettier-ignore
  const edges = matchEdges(a!.board!, b!.board!)
  expect(Object.keys(edges)).toHaveLength(a!.board!.outline.loops[0]!.length)
  const swapped = swapReference(
    id,
    { file: 'b'.repeat(64), fileName: 'b.step', kind: 'step' },
    { items: {}, edges },
    all(project),
  )({
    ...project,
    measures: kept.map((k, i) => ({
      id: `m${i}`,
      name: '',
      ends: [{ owner: part.id, as: 'face', point: [0, 0, 0], on: k.face }, { owner: part.id, as: 'face', point: [0, 0, 0], on: k.face }], // prettier-ignore
    })),
  })
  const after = await builder.build(swapped, new Map([['b'.repeat(64), revB!]]), 'drag')
  const lid = pointable(after.parts.find((p) => p.name === 'Lid')!.mesh)
  for (const [i, { shape }] of kept.entries()) {
    const region = findFace(lid, swapped.measures[i]!.ends[0].on!)
    if (!region.ok) throw new Error(`${i}: ${region.problem.message}`)
    const now = lid.mesh.surfaces[lid.topology.surfaceOf[region.value]!]!.shape
    expect(now.kind).toBe(shape.kind)
    if (now.kind === 'plane' && shape.kind === 'plane') {
      expect(now.normal).toEqual(shape.normal.map((v) => expect.closeTo(v, 6)))
      expect(Math.abs(now.point[0] - shape.point[0])).toBeLessThan(2)
    }
  }
  const lost = renamedFace(kept[0]!.face, { steps: new Set([project.steps[0]!.id]), items: {}, edges: {} })
  const found = findFace(lid, lost)
  expect(found.ok ? 'found' : found.problem.kind).toBe('gone')
  builder.dispose()
})
