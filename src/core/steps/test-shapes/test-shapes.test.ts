import { Kernel } from '../../kernel/kernel'
import { prove } from '../../prove/prove'
import { stepKindNamed } from '../registry'
import { built, sheetOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'

const test1 = async (fields: object, printer = {}) => {
  const sheet = sheetOf(['test-shapes', fields as never, 't'])
  const project = { ...sheet, printer: { ...sheet.printer, ...printer } }
  const made = await built(project)
  expect(made.problems).toEqual([])
  const { lines } = await prove(await Kernel.load(), project, made.build.parts[0]!)
  return { ...made, part: made.build.parts[0]!, line: (id: string) => lines.find((l) => l.id === id)! }
}

/** The area that is told first, mm2. */
const told = (says: string) => {
  const [, figure, unit] = says.match(/^([\d.,]+) (mm²|cm²)/)!
  return Number(figure!.replace(',', '')) * (unit === 'cm²' ? 100 : 1)
}

test('overhangs lean as their figures say, are told from 45 degrees on, or from where the printer has shown', async () => {
  const { part, line } = await test1({ of: 'overhangs' })
  for (const lean of [35, 45, 60, 70]) {
    const a = (lean * Math.PI) / 180
    expect(facing(part, [Math.cos(a), 0, -Math.sin(a)]).name.role).toBe('tried')
  }
  // Of 50, 55, 60, 65 and 70 degrees, 8 high and 5 deep, the slanted undersides.
  const area = (from: number) => [35, 40, 45, 50, 55, 60, 65, 70].filter((v) => v > from).reduce((s, v) => s + (5 * 8) / Math.cos((v * Math.PI) / 180), 0) // prettier-ignore
  expect(told(line('leaning').says)).toBeCloseTo(area(45), -1)
  const shown = await test1({ of: 'overhangs' }, { lean: 60 })
  expect(told(shown.line('leaning').says)).toBeCloseTo(area(60), -1)
  expect(shown.line('leaning').says).toContain('more than 60°')
})

test('bridges span what their figures say; walls are as many lines', async () => {
  const { line } = await test1({ of: 'bridges' })
  expect(line('bridges').says).toMatch(/longest bridge is (40|39\.9\d?) mm, clean are 10 mm/)
  const learnt = await test1({ of: 'bridges' }, { bridge: 40 })
  expect(learnt.line('bridges')).toMatchObject({ verdict: 'fine', says: expect.not.stringContaining('clean') })
  const { line: walls } = await test1({ of: 'walls' })
  expect(walls('thickness').says).toContain('0.42 mm, 1.0 lines')
  expect(walls('thickness').verdict).toBe('look')
  expect((await test1({ of: 'walls' }, { wall: 0.4 })).line('thickness').verdict).toBe('fine')
})

test('what was seen teaches the printer that alone, and nothing as long as nothing was', async () => {
  const { learns } = stepKindNamed('test-shapes')!
  const lesson = async (fields: object) => learns!.from((await test1(fields)).build.steps[0]!.values)?.printer
  expect(await lesson({ of: 'overhangs', leans: '55', spans: '20' })).toEqual({ lean: 55 })
  expect(await lesson({ of: 'bridges', leans: '55', spans: '20' })).toEqual({ bridge: 20 })
  expect(await lesson({ of: 'walls', thin: '2 * line' })).toEqual({ wall: 0.84 })
  expect(await lesson({ of: 'walls' })).toBeUndefined()
})
