import { at, built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { setPart } from '../document/edits'
import { keepClean, setPrinter } from '../document/print-edits'
import { emptyProject, type Project } from '../document/schema'
import { facing } from '../../../tests/support/facing'
import { Kernel } from '../kernel/kernel'
import { asPrinted, directions, isBetter } from './directions'
import type { ProofLine } from './line'
import { pictureOf, prove } from './prove'
import { onWhat } from './way-words'

let kernel: Kernel
beforeAll(async () => {
  kernel = await Kernel.load()
})

type Size = readonly [width: number, depth: number, height: number]
const box = ([width, depth, height]: Size, x = 0, up = 0, more: object = {}): StepOf => [
  'solid',
  { width: `${width}`, depth: `${depth}`, height: `${height}`, at: at(x, 0), lift: `${up}`, ...more },
]
const added = { how: 'add', parts: ['solid1'] }
const taken = { how: 'take', parts: ['solid1'] }

/** The first part of a project, as it will be printed. */
async function proved(project: Project) {
  const { build, problems } = await built(project)
  expect(problems).toEqual([])
  const part = build.parts[0]!
  const proof = await prove(kernel, project, part)
  const line = (id: string): ProofLine => proof.lines.find((l) => l.id === id)!
  return { part, proof, line }
}
const bad = (lines: readonly ProofLine[]) => lines.filter((l) => l.verdict === 'look').map((l) => l.id)

/** Two posts of 10 by 10 by 12 with a plate of 2 over a gap between them. */
const portal = (gap: number): Project =>
  sheetOf(box([10, 10, 12]), box([10, 10, 12], 10 + gap, 0, added), box([20 + gap, 10, 2], (10 + gap) / 2, 12, added)) // prettier-ignore

test('a plain block prints as it is', async () => {
  const { proof } = await proved(sheetOf(box([30, 20, 10])))
  expect(bad(proof.lines)).toEqual([])
  expect(proof.layers).toHaveLength(50)
  for (const { area } of proof.layers) expect(area).toBeCloseTo(600, 6)
})

test('a plate over a gap is a bridge as long as the gap, where its first layer is; too long a one is to be looked at', async () => {
  const { proof, line } = await proved(portal(15))
  const bridges = proof.layers.flatMap((l) => l.bridges.map((b) => ({ ...b, from: l.from })))
  expect(bridges).toEqual([{ at: expect.anything() as never, size: expect.closeTo(15, 3) as never, from: expect.closeTo(12, 6) as never }]) // prettier-ignore
  expect(line('bridges')).toMatchObject({ verdict: 'fine', says: 'The longest bridge is 15 mm, clean are 10 mm.' })
  expect(bad((await proved(portal(30))).proof.lines)).toEqual(['bridges'])
})

test('a shelf that is held at one side hangs out by what it reaches; what begins in the air is an island', async () => {
  const shelf = await proved(sheetOf(box([10, 10, 20]), box([8, 10, 2], 9, 12, added)))
  const hangs = shelf.proof.layers.flatMap((l) => l.hangs)
  expect(hangs).toHaveLength(1)
  expect(hangs[0]!.size).toBeCloseTo(8, 3)
  expect(bad(shelf.proof.lines)).toEqual(['bridges'])
  // A drop of 4 under the roof of the portal, which the layers come to first.
  const drop = await proved(sheetOf(...portalSteps(20), box([4, 4, 4], 15, 8.2, added)))
  const islands = drop.proof.layers.flatMap((l) => l.islands.map((i) => ({ ...i, from: l.from })))
  expect(islands).toEqual([{ at: [expect.closeTo(15, 3), expect.closeTo(0, 1)], size: expect.closeTo(16, 3) as never, from: expect.closeTo(8.2, 6) as never }]) // prettier-ignore
  expect(drop.line('islands').says).toBe('One piece begins in the air, the lowest 8.2 mm up.')
  expect(drop.line('islands').places[0]!.at[2]).toBeCloseTo(8.2, 3)
})
const portalSteps = (gap: number) => portal(gap).steps.map((s): StepOf => [s.kind, s.fields, s.id])

test('what leans out is measured by its angle and its area: 60 degrees does, 45 does not', async () => {
  // Turned over, the slope of a wedge leans out over its edge by what it is long to what it is high.
  const lain = (height: number) =>
    proved(setPart('solid1', { lies: [0, 0, 1] })(sheetOf(['solid', { shape: 'wedge', width: '20', depth: '10', height: `${height}` }, 'solid1']))) // prettier-ignore
  const steep = await lain(20 / Math.tan(Math.PI / 3))
  const { values } = pictureOf(emptyProject('P'), steep.part, steep.proof.lies, 'leans')
  expect(values.length).toBeGreaterThan(0)
  for (const lean of values) expect(lean).toBeCloseTo(60, 3)
  expect(steep.line('leaning').says).toContain(`${(10 * Math.hypot(20, 20 / Math.tan(Math.PI / 3))).toFixed(2)} mm² lean out`) // prettier-ignore
  const gentle = await lain(20)
  expect(gentle.line('leaning').says).toBe('Nothing leans out by more than 45°.')
  expect(gentle.proof.layers.flatMap((l) => l.free)).toEqual([])
})

test('walls and slits are as wide as they are drawn, in lines; a slit of half a line closes', async () => {
  const slit = (wide: number) => sheetOf(box([20, 10, 10]), box([wide, 8, 8], 4.5, 2.5, taken))
  const { line } = await proved(slit(0.3))
  expect(line('slits')).toMatchObject({ verdict: 'fine', says: 'The narrowest is 0.3 mm wide.' })
  expect(line('thickness').says).toBe('The thinnest is 1 mm, 2.4 lines of 0.42 mm.')
  expect((await proved(slit(0.18))).line('slits')).toMatchObject({ verdict: 'look', says: 'The narrowest is 0.18 mm wide.' }) // prettier-ignore
  const thin = await proved(sheetOf(box([20, 0.7, 10])))
  expect(thin.line('thickness').places[0]!.says).toContain('0.7 mm, 1.7 lines, between whole lines')
  expect(thin.line('thickness').verdict).toBe('look')
})

test('an edge that runs out to nothing is found with its length; a slit in the same angle is none', async () => {
  const knife = await proved(sheetOf(['solid', { shape: 'wedge', width: '20', depth: '30', height: '6' }, 'solid1']))
  expect(knife.line('edges')).toMatchObject({
    verdict: 'look',
    says: '30 mm of edges run out to nothing, at under 30°.',
  })
  const notch = await proved(sheetOf(box([40, 40, 8]), ['solid', { shape: 'wedge', width: '20', depth: '30', height: '6', lift: '2', ...taken }])) // prettier-ignore
  expect(notch.line('edges').verdict).toBe('fine')
})

test('a pin under two millimetres that stands free snaps; one that is held above, and a wall, do not', async () => {
  const pin = ['solid', { shape: 'cylinder', across: '1.6', height: '10', lift: '2', at: at(5, 0), ...added }] as const
  const free = await proved(sheetOf(box([20, 10, 2]), pin))
  expect(free.line('pins').says).toContain(
    '1 stand free under 2 mm thick; the slimmest is 1.6 mm thick and 10 mm high.',
  )
  const held = await proved(sheetOf(box([20, 10, 2]), pin, box([20, 10, 2], 0, 12, added)))
  expect(held.line('pins').verdict).toBe('fine')
  const wall = await proved(sheetOf(box([20, 10, 2]), box([14, 1.6, 10], 0, 2, added)))
  expect(wall.line('pins').verdict).toBe('fine')
})

test('an arm that stands upright is weak where it bends; one that lies, a wall, or one that is held above is not', async () => {
  const arm = box([6, 1.2, 12], 0, 2, added)
  const upright = await proved(sheetOf(box([20, 10, 2]), arm))
  expect(upright.line('arms')).toMatchObject({ verdict: 'look', says: expect.stringContaining('1 arm stands upright') })
  expect(upright.line('arms').says).toContain('1.2 mm thick, 6 mm wide and 12 mm high')
  expect(upright.line('arms').places[0]!.at[0]).toBeCloseTo(0, 1)
  // Turned by a quarter it is the same arm; laid down its layers run along it.
  const turned = await proved(sheetOf(box([20, 10, 2]), box([1.2, 6, 12], 0, 2, added)))
  expect(turned.line('arms').says).toBe(upright.line('arms').says)
  const laid = await proved(setPart('solid1', { lies: [0, 1, 0] })(sheetOf(box([20, 10, 2]), arm)))
  expect(laid.line('arms').verdict).toBe('fine')
  for (const other of [box([14, 1.2, 12], 0, 2, added), box([6, 4, 12], 0, 2, added), box([6, 1.2, 4], 0, 2, added)])
    expect((await proved(sheetOf(box([20, 10, 2]), other))).line('arms').verdict).toBe('fine')
  const held = await proved(sheetOf(box([20, 10, 2]), arm, box([20, 10, 2], 0, 14, added)))
  expect(held.line('arms').verdict).toBe('fine')
})

test('a tall part falls when it leans by the angle of its half foot to its middle; one that leans over falls by itself', async () => {
  const tall = await proved(sheetOf(box([3, 40, 60])))
  const angle = ((Math.atan2(1.5, 30) * 180) / Math.PI).toFixed(1)
  expect(tall.line('standing')).toMatchObject({ verdict: 'look', says: `It is 60 mm high on 120 mm², and falls when it leans by ${angle}°.` }) // prettier-ignore
  const over = await proved(sheetOf(box([6, 10, 10]), box([40, 10, 4], 17, 10, added)))
  expect(over.line('standing').says).toContain('its middle is not over them')
})

test('a closed room in a part, and a part in two bodies, are told', async () => {
  const { line } = await proved(sheetOf(box([20, 20, 20]), box([10, 10, 10], 0, 5, taken)))
  expect(line('pieces')).toMatchObject({ verdict: 'look', says: 'A closed room in it, 1000 mm³.' })
  const two = await proved(sheetOf(box([20, 20, 20]), box([5, 5, 5], 30, 0, added)))
  expect(two.line('pieces').says).toBe('It is 2 bodies that do not hold together.')
})

test('ways to lay a part are ranked by what they need under them, by formula', async () => {
  const table = portal(20)
  const { part } = await proved(table)
  // Under the roof stand 20 by 10 by 12 of air.
  expect(asPrinted(part, table)).toMatchObject({ height: expect.closeTo(14, 4), foot: expect.closeTo(200, 3) })
  expect(asPrinted(part, table).support / (20 * 10 * 12)).toBeCloseTo(1, 1)
  const [best] = await directions(part, table)
  expect(onWhat(best!.down)).toMatch(/^its (top|front|back)$/)
  expect(best!.support).toBe(0)
  expect([isBetter(best!, asPrinted(part, table)), isBetter(best!, best!)]).toEqual([true, false])
  // A bed that is too small for it lying down has it stand.
  const small = { ...table, printer: { ...table.printer, bed: [12, 30, 60] as [number, number, number] } }
  const [standing] = await directions(part, small)
  expect(standing).toMatchObject({ fits: true, height: expect.closeTo(40, 3) as never })
})

test('a face that is to stay clean is told where it leans out, and ways to lie count what they would scar', async () => {
  const table = portal(20)
  const { part, line } = await proved(table)
  expect(line('scars')).toMatchObject({ verdict: 'fine', says: 'None is asked for.' })
  const roof = facing(part, [0, 0, -1], -12)
  const asked = keepClean(part.id, roof)(table)
  const told = (await proved(asked)).line('scars')
  expect(told).toMatchObject({ verdict: 'look', says: expect.stringMatching(/^200 mm² of them lean out/) })
  expect(told.places[0]!.at[2]).toBeCloseTo(12, 4)
  expect(asPrinted(part, asked).scars).toBeCloseTo(200, 3)
  const ways = await directions(part, asked)
  expect(ways[0]!.scars).toBe(0)
  const turned = setPart('solid1', { ...asked.parts['solid1'], lies: [0, 0, 1] })(asked)
  expect((await proved(turned)).line('scars')).toMatchObject({ verdict: 'fine', says: 'It prints without supports.' })
  expect(keepClean(part.id, undefined)(asked).parts[part.id]!.clean).toBeUndefined()
})

test('a part lies as the maker says: its layers, its line in the list and what is exported follow', async () => {
  const table = portal(30)
  expect(bad((await proved(table)).proof.lines)).toEqual(['bridges'])
  const turned = await proved(setPart('solid1', { lies: [0, 0, 1] })(table))
  expect(bad(turned.proof.lines)).toEqual([])
  expect(turned.proof.layers[0]!.area).toBeCloseTo(500, 3)
  expect(turned.proof.lies.size[2]).toBeCloseTo(14, 5)
  const slanted = await proved(setPart('solid1', { lies: [0, -Math.SQRT1_2, -Math.SQRT1_2] })(table))
  expect(onWhat(slanted.part.print ? [0, -Math.SQRT1_2, -Math.SQRT1_2] : [0, 0, 1])).toBe('its bottom, turned 45° to its front') // prettier-ignore
  expect(slanted.line('standing').verdict).toBe('look')
})

test('figures are in the unit and the lines of the project', async () => {
  const inches: Project = { ...setPrinter({ line: 0.6 })(sheetOf(box([20, 0.7, 10]))), unit: 'in' }
  const { line } = await proved(inches)
  expect(line('thickness').says).toBe('The thinnest is 0.0276 in, 1.2 lines of 0.0236 in.')
})
