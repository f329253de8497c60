import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../tests/support/boards'
import { watchHeap } from '../../../tests/support/heap'
import { setField, setNumber, setOff } from '../document/edits'
import { setGap } from '../document/print-edits'
import type { Project } from '../document/schema'
import { Kernel } from '../kernel/kernel'
import type { ImportedModel } from '../references/model'
import { areaOf, perimeterOf } from '../profile/measure'
import { polygonArea } from '../profile/polygon'
import { Builder } from './builder'

let kernel: Kernel
let model: ImportedModel
let heapBytes: () => number
beforeAll(async () => {
  model = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
  heapBytes = watchHeap()
  kernel = await Kernel.load()
})

const start = () => {
  const { project, models } = wrapped(model)
  return { project, builder: new Builder(kernel), build: (p: Project, b: Builder) => b.build(p, models, 'view') }
}
const step = (p: Project, kind: string) => p.steps.find((s) => s.kind === kind)!.id

test('only what depends on a change is built again', async () => {
  const { project, builder, build } = start()
  const first = await build(project, builder)
  expect(first.steps.map((s) => s.reused)).toEqual([false, false, false])
  const same = await build(project, builder)
  expect(same.steps.map((s) => s.reused)).toEqual([true, true, true])
  expect(same.parts.map((p) => p.key)).toEqual(first.parts.map((p) => p.key))
  const last = await build(setField(step(project, 'opening'), 'gap', '0.5')(project), builder)
  expect(last.steps.map((s) => s.reused)).toEqual([true, true, false])
  const back = await build(project, builder)
  expect(back.steps.map((s) => s.reused)).toEqual([true, true, true])
})

test('a formula follows its number, and the number’s problem is told where it is', async () => {
  const { project, builder, build } = start()
  const named = setField(step(project, 'case'), 'clear', 'room')(setNumber('n', 'room', '60 thou')(project))
  const built = await build(named, builder)
  expect(built.steps[0]!.values.clear).toBeCloseTo(1.524, 9)
  const value = (name: string) => built.names[name]?.value
  expect(['room', 'line', 'fit.sliding'].map(value)).toEqual([1.524, 0.42, 0.2])
  expect(value('board.thickness')).toBeCloseTo(1.6, 4)
  const circle = setNumber('m', 'other', 'room')(setNumber('n', 'room', 'other + 1')(named))
  const broken = await build(circle, builder)
  expect(broken.numberProblems.n!.kind).toBe('circle')
  expect(broken.steps[0]!.problems[0]).toMatchObject({ field: 'clear', kind: 'circle' })
})

describe('numbers that hang on each other', () => {
  const chain = (count: number, last: string) => (p: Project) => ({
    ...p,
    numbers: Array.from({ length: count }, (_, i) => ({
      id: `n${i}`,
      name: `n${i}`,
      formula: i === count - 1 ? last : `n${i + 1} + 0.001 mm`,
    })),
  })
  const named = (p: Project) => setField(step(p, 'case'), 'clear', 'n0')(p)

  test('a thousand in a row have their value, and so has the step at their end', async () => {
    const { project, builder, build } = start()
    const built = await build(chain(1000, '0.2 mm')(named(project)), builder)
    expect(built.numberProblems).toEqual({})
    expect(built.steps[0]!.values.clear).toBeCloseTo(1.199, 9)
  })

  test('the one that is wrong is told as the culprit, however far away it is', async () => {
    const { project, builder, build } = start()
    const area = await build(chain(200, '2 mm * 3 mm')(named(project)), builder)
    expect(area.numberProblems.n199!.message).toContain('area')
    expect(area.steps[0]!.problems[0]).toMatchObject({ field: 'clear' })
    expect(area.steps[0]!.problems[0]!.message).toContain('n199')
    const circle = await build(chain(1000, 'n3 + 1 mm')(named(project)), builder)
    expect([circle.numberProblems.n3!.kind, circle.numberProblems.n999!.kind]).toEqual(['circle', 'circle'])
    expect(circle.steps[0]!.problems[0]).toMatchObject({ field: 'clear', kind: 'circle' })
  })
})

test('a failed step keeps the last good shape and carries its reason; the others go on', async () => {
  const { project, builder, build } = start()
  const good = await build(project, builder)
  const bad = await build(setField(step(project, 'case'), 'corner', '90')(project), builder)
  expect(bad.steps[0]!).toMatchObject({ stale: true, problems: [expect.objectContaining({ field: 'corner' })] })
  expect(bad.parts.map((p) => p.volume)).toEqual(good.parts.map((p) => p.volume))
  const badPost = await build(setField(step(project, 'posts'), 'across', '2')(project), builder)
  expect(badPost.steps.map((s) => s.problems.length)).toEqual([0, 1, 0])
  expect(badPost.parts.map((p) => p.volume)).toEqual(good.parts.map((p) => p.volume))
})

test('a step switched off is not there, and an unknown one is told', async () => {
  const { project, builder, build } = start()
  const off = await build(setOff(step(project, 'posts'), true)(project), builder)
  expect(off.parts[0]!.mesh.surfaces.some((s) => s.role === 'post')).toBe(false)
  const strange = { ...project, steps: [...project.steps, { id: 'x', kind: 'sail', off: false, fields: {} }] }
  expect((await build(strange, builder)).steps.at(-1)!.problems[0]!.kind).toBe('unknown-step')
})

test('the printer’s gaps reach every step that names them', async () => {
  const { project, builder, build } = start()
  const built = await build(setGap('sliding', 0.3)(project), builder)
  expect(built.rows.find((r) => r.between === 'Pins in board holes')!.wanted).toBeCloseTo(0.3, 9)
})

test('a build that is overtaken gives up between steps and leaves nothing behind', async () => {
  const { project, builder } = start()
  const { models } = wrapped(model)
  const overtaken = async (i: number) => {
    const edited = setField(step(project, 'case'), 'clear', `${0.5 + i / 100}`)(project)
    let pauses = 0
    const giveUp = () => {
      if ((pauses += 1) === 3) throw new Error('overtaken')
    }
    await expect(builder.build(edited, models, 'view', giveUp)).rejects.toThrow('overtaken')
  }
  const whole = await builder.build(project, models, 'view')
  for (let i = 0; i < 5; i++) await overtaken(i)
  await builder.build(project, models, 'view')
  const before = heapBytes()
  for (let i = 5; i < 30; i++) {
    await overtaken(i)
    const again = await builder.build(project, models, 'view')
    expect(again.parts.map((p) => p.volume)).toEqual(whole.parts.map((p) => p.volume))
  }
  expect(heapBytes()).toBe(before)
}, 120_000)

test('a build that is overtaken in the middle of a step leaves nothing behind, wherever it was', async () => {
  const { project, builder } = start()
  const { models } = wrapped(model)
  const overtaken = async (i: number, after: number) => {
    const edited = setField(step(project, 'case'), 'clear', `${0.7 + i / 100}`)(project)
    let made = 0
    const giveUp = () => {
      if ((made += 1) === after) throw new Error('overtaken')
    }
    await expect(builder.build(edited, models, 'view', () => {}, giveUp)).rejects.toThrow('overtaken')
  }
  const whole = await builder.build(project, models, 'view')
  const round = async (i: number) => {
    await overtaken(i, (i % 12) + 1)
    const again = await builder.build(project, models, 'view')
    expect(again.parts.map((p) => p.volume)).toEqual(whole.parts.map((p) => p.volume))
  }
  for (let i = 0; i < 30; i++) await round(i)
  const before = heapBytes()
  for (let i = 30; i < 90; i++) await round(i)
  expect(heapBytes()).toBe(before)
}, 120_000)

test('a section has the area of the walls it cuts', async () => {
  const { project, builder, build } = start()
  const plain = { ...project, steps: project.steps.filter((s) => s.kind === 'case') }
  const fields = { clear: '1', wall: '2', floor: '1.5', over: {} }
  const sized = Object.entries(fields).reduce((p, [name, value]) => setField(step(p, 'case'), name, value as string)(p), plain) // prettier-ignore
  const built = await build(sized, builder)
  const { outline } = built.references[0]!.board!
  const grown = (d: number) => areaOf(outline) + perimeterOf(outline) * d + Math.PI * d * d
  const base = built.parts[0]!.id
  const area = (axis: 'x' | 'y' | 'z', at: number) =>
    builder
      .section(axis, at)
      .find((c) => c.part === base)!
      .polygons.reduce((sum, p) => sum + polygonArea(p), 0)
  // Level through the wall: the ring between the outline grown by clearance and wall, and that grown by the clearance,
  // and where the socket is taken in, further up, the whole bay outside: 8 wide and 1.5 over the edge, with walls.
  const floor = built.references[0]!.board!.lowest.z - 1
  expect(area('z', floor - 0.7)).toBeGreaterThan(grown(3) - 1)
  // Its corners are a quarter of a circle of 3 each, of which the upper half of the height reaches over the edge.
  const corner = 3 * 1.5 - (2.25 * Math.PI - (0.75 * Math.sqrt(6.75) + 0.75 * Math.PI))
  const bay = (8 + 2 * 3) * 1.5 - 2 * corner
  expect(area('z', floor + 0.5) / (grown(3) - grown(1) + bay)).toBeCloseTo(1, 2)
  // Upright through the middle: floor across the whole width, two walls up to the parting, two lips.
  const [x0, , x1] = built.references[0]!.board!.bounds
  const parting = built.names['case.parting']!.value
  const width = x1 - x0 + 2 * 3
  const lip = (2 - 0.1) / 2
  const expected = width * 1.5 + 2 * 2 * (parting - floor) + 2 * lip * 2.4
  expect(area('y', 4) / expected).toBeCloseTo(1, 2)
})

test('150 rebuilds with ever new values leave the heap where it was when each value had come up twice', async () => {
  const { project, builder, build } = start()
  const rebuild = (i: number) =>
    build(setField(step(project, 'case'), 'clear', `${0.5 + (i % 23) / 100}`)(project), builder)
  for (let i = 0; i < 2 * 23 + 14; i++) await rebuild(i)
  const before = heapBytes()
  for (let i = 2 * 23 + 14; i < 150; i++) await rebuild(i)
  expect(before).toBeGreaterThan(0)
  expect(heapBytes()).toBe(before)
}, 240_000)
