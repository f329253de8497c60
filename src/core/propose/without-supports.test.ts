import { type Fields, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { addStep } from '../document/edits'
import { Kernel } from '../kernel/kernel'
import { asPrinted } from '../prove/directions'
import { Builder } from '../sheet/builder'
import type { Joint } from './proposing'
import { withoutSupports } from './without-supports'

const kernel = Kernel.load()
let ids = 0

async function proposed(steps: readonly StepOf[], joint: Joint = 'none') {
  const project = sheetOf(...steps)
  const builder = new Builder(await kernel)
  const found = await withoutSupports(builder, await kernel, { project, models: new Map(), part: 'part', joint, newId: () => `n${(ids += 1)}` }) // prettier-ignore
  const document = found.steps.reduce((d, s) => addStep(s)(d), project)
  const build = await builder.build(document, new Map(), 'view')
  builder.dispose()
  const supports = build.parts.map((p) => asPrinted(p, document).support)
  return { ...found, problems: build.steps.flatMap((s) => s.problems), volumes: build.parts.map((p) => p.volume), supports } // prettier-ignore
}

const solid = (fields: Fields, id: string): StepOf => ['solid', fields, id]
const added = { how: 'add', parts: ['part'] }

test('what prints as it lies is left as it is', async () => {
  const { steps, says } = await proposed([solid({ width: '40', depth: '30', height: '20' }, 'part')])
  expect(steps).toEqual([])
  expect(says).toBe('Part needs no supports the way it lies.')
})

test('a nose on a wall comes off alone, along the wall, and nothing is shaved off the wall', async () => {
  const wall = solid({ width: '60', depth: '10', height: '80' }, 'part')
  const nose = solid({ width: '20', depth: '40', height: '14', at: { along: 0, up: -25, from: '' }, on: { base: 'ground', off: '50' }, ...added }, 'nose') // prettier-ignore
  const { steps, says, supports, volumes, problems } = await proposed([wall, nose])
  expect(problems).toEqual([])
  expect(steps.map((s) => [s.kind, s.fields['may'], s.fields['side']])).toEqual([['divide', 'piece', 'front']])
  expect(supports).toEqual([0, 0])
  expect(Math.max(...volumes)).toBeCloseTo(60 * 10 * 80, -1)
  expect(says).toMatch(/^As it lies Part needs \d+\.\d cm³ of supports, its pieces none\.$/)
})

test('a table comes apart at its underside; its legs and its top lie flat', async () => {
  const { steps, supports, problems, pieces } = await proposed([
    solid({ width: '80', depth: '60', height: '8', on: { base: 'ground', off: '40' } }, 'part'),
    solid({ width: '20', depth: '16', height: '40', ...added }, 'leg'),
  ])
  expect(problems).toEqual([])
  expect(steps).toHaveLength(1)
  expect(pieces).toHaveLength(2)
  expect(supports).toEqual([0, 0])
})

test('a ball loses the cap that leans out too far, lying on its cut; what finds no room for dowels gets short ones', async () => {
  const { steps, says, notes, supports, problems } = await proposed([solid({ shape: 'ball', across: '50' }, 'part')], 'dowels') // prettier-ignore
  expect(problems).toEqual([])
  expect(steps.map((s) => s.kind)).toEqual(['divide', 'dowels'])
  expect(steps[0]!.fields).toMatchObject({ lie: 'cut' })
  // The rest can stand on its cut from where a ball leans out by 45 degrees on.
  const { base, off } = steps[0]!.fields['at'] as { base: string; off: string }
  const fromMiddle = Math.abs(Number(off) - (base === 'ground' ? 25 : 0))
  expect(fromMiddle).toBeLessThan(25 * Math.SQRT1_2 + 1)
  expect(Math.max(...supports)).toBeLessThan(30)
  expect(says).toMatch(/its pieces (none|hardly any)\.$/)
  expect(notes).toEqual([expect.stringContaining('Part gets one short dowel')])
})

test('a stem with six roofs is cut once, upright, so that both halves lie flat', async () => {
  const disc = (k: number): StepOf => solid({ shape: 'cylinder', across: '40', height: '4', on: { base: 'ground', off: `${12 + 12 * k}` }, ...added }, `disc${k}`) // prettier-ignore
  const { steps, problems, supports } = await proposed([solid({ shape: 'cylinder', across: '14', height: '84' }, 'part'), ...[0, 1, 2, 3, 4, 5].map(disc)]) // prettier-ignore
  expect(problems).toEqual([])
  expect(steps).toHaveLength(1)
  expect(Math.max(...supports)).toBeLessThan(5)
})

test('of balls in a block some is left, and it says how much', async () => {
  const ball = (k: number): StepOf => solid({ shape: 'ball', across: '20', at: { along: 17 * (k % 2), up: 0, from: '' }, on: { base: 'ground', off: `${17 * Math.floor(k / 2)}` }, ...(k > 0 ? added : {}) }, k > 0 ? `b${k}` : 'part') // prettier-ignore
  const { says, problems, supports } = await proposed([0, 1, 2, 3].map(ball))
  expect(problems).toEqual([])
  const [before, after] = [...says!.matchAll(/([\d.]+) cm³/g)].map((m) => Number(m[1]))
  const left = supports.reduce((sum, s) => sum + s, 0) / 1000
  expect(Math.abs((after ?? 0) - left)).toBeLessThan(0.03)
  expect(left).toBeLessThan(0.6 * before!)
})
