import { watchHeap } from '../../../tests/support/heap'
import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../tests/support/boards'
import { registerTestKinds, sheet, slabStep, step } from '../../../tests/support/kinds'
import { setBlock, setField, setNumber, setOff } from '../document/edits'
import { setGap, setPrinter } from '../document/print-edits'
import type { Project } from '../document/schema'
import { Kernel } from '../kernel/kernel'
import type { ImportedModel } from '../references/model'
import { ResolvedReferences } from '../references/resolved-references'
import { registerStepKind, stepKinds } from '../steps/registry'
import { Builder } from './builder'

registerTestKinds()
const NONE = new Map<string, ImportedModel>()
const heapBytes = watchHeap()
let kernel: Kernel
let model: ImportedModel
beforeAll(async () => {
  model = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
  kernel = await Kernel.load()
})

const reused = (build: { steps: { id: string; reused: boolean }[] }) =>
  build.steps.filter((s) => s.reused).map((s) => s.id)
const volumes = (build: { parts: { name: string; volume: number }[] }) =>
  Object.fromEntries(build.parts.map((p) => [p.name, Math.round(p.volume * 1e6) / 1e6]))

describe('a step’s inputs are its fields, and nothing else', () => {
  const project = sheet(step('bed', 'slab'), step('strip', 'echo'), step('other', 'slab', { x: '80' }))

  test('what another step left is an input', async () => {
    const builder = new Builder(kernel)
    expect(volumes(await builder.build(project, NONE, 'view')).Echo).toBe(40 * 5 * 5)
    const wider = await builder.build(setField('bed', 'width', '50')(project), NONE, 'view')
    expect(volumes(wider).Echo).toBe(50 * 5 * 5)
    expect(reused(wider)).toEqual(['strip', 'other'].filter((id) => id === 'other'))
    builder.dispose()
  })

  test('what a step does not name is none: other parts, unused numbers, gaps and figures of the printer', async () => {
    const builder = new Builder(kernel)
    await builder.build(project, NONE, 'view')
    const all = ['bed', 'strip', 'other']
    const edits = [
      setNumber('n', 'unused', '3'),
      setGap('loose', 0.6),
      setPrinter({ line: 0.6, layer: 0.3 }),
      setBlock({ id: 'b', name: 'Stone', shape: { kind: 'box', width: '5', depth: '5', height: '5' }, at: ['0', '0', '0'], keepOut: false }), // prettier-ignore
    ]
    for (const edit of edits) expect(reused(await builder.build(edit(project), NONE, 'view'))).toEqual(all)
    expect(reused(await builder.build(setField('other', 'width', '10')(project), NONE, 'view'))).toEqual(['bed', 'strip']) // prettier-ignore
    builder.dispose()
  })

  test('an edit in one case leaves a second one alone, with all that stands in it', async () => {
    const { project: one, models } = wrapped(model)
    const again = wrapped(model).project
    const two: Project = {
      ...one,
      references: [one.references[0]!, { ...one.references[0]!, id: 'second', moves: [{ id: 'm', kind: 'move', by: ['200', '0', '0'] }] }], // prettier-ignore
      steps: [
        ...one.steps,
        ...again.steps.map((s) => (s.kind === 'case' ? { ...s, fields: { ...s.fields, reference: 'second' } } : s)),
      ],
    }
    const builder = new Builder(kernel)
    const first = await builder.build(two, models, 'drag')
    expect(first.steps.flatMap((s) => s.problems)).toEqual([])
    const edited = await builder.build(setField(one.steps[0]!.id, 'clear', '1')(two), models, 'drag')
    expect(reused(edited)).toEqual(again.steps.map((s) => s.id))
    const number = await builder.build(setNumber('n', 'unused', '3')(two), models, 'drag')
    expect(reused(number)).toHaveLength(two.steps.length)
    builder.dispose()
  }, 120_000)

  test('what comes out equal stops the rebuild there', async () => {
    const cut = sheet(step('bed', 'slab'), step('cut', 'cut', { part: 'bed.slab', what: 'nothing', size: '4' }), step('hole', 'cut', { part: 'bed.slab' })) // prettier-ignore
    const builder = new Builder(kernel)
    const first = await builder.build(cut, NONE, 'view')
    // Nothing is cut out by whatever size: the part passes through under its own key.
    const edited = await builder.build(setField('cut', 'size', '7')(cut), NONE, 'view')
    expect(reused(edited)).toEqual(['bed', 'hole'])
    expect(edited.parts[0]!.key).toBe(first.parts[0]!.key)
    // And a step that makes the same by other figures leaves the same.
    const same = await builder.build(setField('cut', 'what', 'holes')(setField('cut', 'count', '0')(cut)), NONE, 'view')
    expect(reused(same)).toEqual(['bed', 'hole'])
    builder.dispose()
  })
})

test('a solid has as many owners as keep it: steps that change nothing, over and over, and the heap stays', async () => {
  const slab = kernel.extrude({ loops: [] }, 0, 1, { tolerance: 0.1, names: { step: '', top: '', bottom: '', side: '' } }) // prettier-ignore
  const [less, more] = [kernel.subtract(slab, []), kernel.union([slab])]
  for (const solid of [slab, less, more]) solid.dispose()
  expect(() => slab.dispose()).toThrow('given back twice')
  const project = sheet(
    step('bed', 'slab'),
    step('none', 'cut', { part: 'bed.slab', what: 'nothing' }),
    step('alone', 'join', { parts: ['bed.slab'], keep: true }),
    step('again', 'join', { parts: ['alone.whole'] }),
  )
  const builder = new Builder(kernel)
  const edit = (i: number) =>
    builder.build(setField('bed', 'width', `${20 + (i % 13)}`)(setField('none', 'size', `${1 + (i % 7)}`)(project)), NONE, 'view') // prettier-ignore
  for (let i = 0; i < 20; i++) await edit(i)
  const before = heapBytes()
  for (let i = 20; i < 200; i++) {
    const build = await edit(i)
    expect(build.steps.flatMap((s) => s.problems)).toEqual([])
    expect(volumes(build)).toEqual({ Slab: (20 + (i % 13)) * 100, Whole: (20 + (i % 13)) * 100 })
  }
  expect(heapBytes()).toBe(before)
  builder.dispose()
})

test('others may look at other documents in the middle of a build', async () => {
  const { project, models } = wrapped(model)
  const moved: Project = { ...project, references: project.references.map((r) => ({ ...r, moves: [{ id: 'm', kind: 'move' as const, by: ['30', '0', '0'] as [string, string, string] }] })) } // prettier-ignore
  const shared = new ResolvedReferences()
  const builder = new Builder(kernel, shared)
  const alone = await builder.build(project, models, 'drag')
  const disturbed = await builder.build(moved, models, 'drag', () => void shared.all(project, models, kernel))
  const expected = await new Builder(kernel).build(moved, models, 'drag')
  expect(disturbed.parts.map((p) => [p.name, p.volume])).toEqual(expected.parts.map((p) => [p.name, p.volume]))
  const left = (b: typeof alone) => Math.min(...[...b.parts[0]!.mesh.positions].filter((_, i) => i % 3 === 0))
  expect(left(disturbed) - left(alone)).toBeCloseTo(30, 3)
  builder.dispose()
})

test('parts are in the project’s frame at once: a case that stands on edge is joined with a free part', async () => {
  const { project, models } = wrapped(model, { openings: false, posts: false }, [{ axis: 'x', quarters: 1 }])
  const id = project.steps[0]!.id
  const builder = new Builder(kernel)
  const upright = await builder.build(project, models, 'view')
  const { min, max } = upright.parts[0]!.mesh.positions.reduce(
    (box, v, i) => (i % 3 === 0 ? { min: Math.min(box.min, v), max: Math.max(box.max, v) } : box),
    { min: Infinity, max: -Infinity },
  )
  // The slab begins inside the case's right wall and reaches out of it.
  const with_ = {
    ...project,
    steps: [...project.steps, step('foot', 'slab', { x: `${max - 0.5}`, width: '20', depth: '3', height: '8' }), step('whole', 'join', { parts: [`${id}.base`, 'foot.slab'] })], // prettier-ignore
  }
  const build = await builder.build(with_, models, 'view')
  expect(build.steps.flatMap((s) => s.problems)).toEqual([])
  const whole = build.parts.find((p) => p.name === 'Whole')!
  const xs = [...whole.mesh.positions].filter((_, i) => i % 3 === 0)
  expect(Math.min(...xs)).toBeCloseTo(min, 3)
  expect(Math.max(...xs)).toBeCloseTo(max + 19.5, 3)
  expect(whole.volume).toBeGreaterThan(upright.parts[0]!.volume + 19 * 3 * 8)
  builder.dispose()
})

describe('facts and failure', () => {
  test('every step publishes its facts under a name of its own, and its own case is meant in a step’s formulas', async () => {
    const project = {
      ...sheet(
        step('a', 'slab', { height: '4' }),
        step('b', 'slab', { height: '9', x: '60' }),
        { ...step('c', 'slab', { height: '2', x: '120' }), as: 'shelf' },
        step('low', 'echo', { slab: 'a' }),
        step('high', 'echo', { slab: 'b' }),
        step('last', 'echo'),
      ),
      numbers: [
        { id: 'n1', name: 'sum', formula: 'slab.top + slab2.top + shelf.top' },
        { id: 'n2', name: 'lost', formula: 'slab9.top' },
      ],
    }
    const build = await new Builder(kernel).build(project, NONE, 'view')
    expect(build.steps.flatMap((s) => s.problems)).toEqual([])
    expect(build.steps.map((s) => s.factsAs)).toEqual(['slab', 'slab2', 'shelf', undefined, undefined, undefined])
    expect(build.steps.slice(3).map((s) => s.values.height)).toEqual([4, 9, 2])
    expect(build.names.sum).toEqual({ value: 15, dimension: 'length' })
    expect(Object.keys(build.numberProblems)).toEqual(['n2'])
  })

  test('what a step further down tells is not unknown: it comes later, alone or through a number', async () => {
    const project = {
      ...sheet(
        step('a', 'slab', { height: 'shelf.top + 1' }),
        step('b', 'slab', { height: 'twice', x: '60' }),
        { ...step('c', 'slab', { height: '2', x: '120' }), as: 'shelf' },
        step('d', 'slab', { height: 'shelf.toop', x: '180' }),
      ),
      numbers: [{ id: 'n', name: 'twice', formula: '2 * shelf.top' }],
    }
    const said = async (p: typeof project) =>
      (await new Builder(kernel).build(p, NONE, 'view')).steps.map((s) => s.problems[0]?.kind)
    expect(await said(project)).toEqual(['later', 'later', undefined, 'unknown-name'])
    const [a, b, c, d] = project.steps
    expect(await said({ ...project, steps: [c!, a!, b!, d!] })).toEqual([undefined, undefined, undefined, 'unknown-name']) // prettier-ignore
    // Switched off, it will not come.
    expect(await said({ ...project, steps: [a!, b!, { ...c!, off: true }, d!] })).toEqual(['unknown-name', 'unknown-name', undefined, 'unknown-name']) // prettier-ignore
  })

  test('a number that uses what a step leaves is judged when the steps have run', async () => {
    const project = { ...sheet(step('a', 'slab'), step('b', 'slab', { height: 'twice' })), numbers: [{ id: 'n', name: 'twice', formula: '2 * slab.top' }] } // prettier-ignore
    const build = await new Builder(kernel).build(project, NONE, 'view')
    expect(build.numberProblems).toEqual({})
    expect(build.steps[1]!.values.height).toBe(10)
  })

  test('a step that fails keeps what it made of the same parts; of others it lets them pass as they are', async () => {
    const project = sheet(step('bed', 'slab'), step('hole', 'cut', { part: 'bed.slab', what: 'trench' }))
    const builder = new Builder(kernel)
    const good = await builder.build(project, NONE, 'view')
    const bad = await builder.build(setField('hole', 'size', '-3')(project), NONE, 'view')
    expect(bad.steps[1]).toMatchObject({ stale: true, problems: [{ field: 'size', kind: 'range' }] })
    expect(volumes(bad)).toEqual(volumes(good))
    const both = await builder.build(setField('hole', 'size', '-3')(setField('bed', 'width', '30')(project)), NONE, 'view') // prettier-ignore
    expect(volumes(both)).toEqual({ Slab: 30 * 20 * 5 })
    expect(both.steps[1]!.problems).toHaveLength(1)
    builder.dispose()
  })

  test('posts that fail stay on a base that has not changed', async () => {
    const { project, models } = wrapped(model, { openings: false })
    const posts = project.steps.find((s) => s.kind === 'posts')!.id
    const builder = new Builder(kernel)
    const good = await builder.build(project, models, 'drag')
    const bad = await builder.build(setField(posts, 'foot', '19')(project), models, 'drag')
    expect(bad.steps[1]!.problems[0]!.field).toBe('foot')
    expect(bad.parts.map((p) => p.volume)).toEqual(good.parts.map((p) => p.volume))
    builder.dispose()
  })

  test('a step whose part is used up, switched off or not there yet says so at its field, and goes on', async () => {
    const project = sheet(
      step('bed', 'slab'),
      step('whole', 'join', { parts: ['bed.slab'] }),
      step('hole', 'cut', { part: 'bed.slab' }),
      step('strip', 'echo', { slab: 'later' }),
      step('later', 'slab', { x: '90' }),
    )
    const build = await new Builder(kernel).build(project, NONE, 'view')
    expect(build.steps.map((s) => s.problems.map((p) => [p.field, p.kind]))).toEqual([
      [], [], [['part', 'no-part']], [['slab', 'no-step']], [],
    ]) // prettier-ignore
    expect(build.parts.map((p) => p.name)).toEqual(['Whole', 'Slab'])
    const off = await new Builder(kernel).build(setOff('bed', true)(project), NONE, 'view')
    expect(off.steps[1]!.problems[0]).toMatchObject({ field: 'parts', kind: 'no-part' })
  })
})

test('the registry refuses two kinds of one name', () => {
  const count = stepKinds().length
  expect(() => registerStepKind(slabStep)).toThrow('"slab" already')
  expect(stepKinds()).toHaveLength(count)
})
