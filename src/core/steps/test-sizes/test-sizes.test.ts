import { built, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import type { Printer } from '../../document/schema'
import type { BuiltPart } from '../../built/built'
import { asRead } from '../../print/simulated/calipers'
import { SimulatedPrinter } from '../../print/simulated/simulated-printer'
import { sizesLearnt } from '../../print/sizes-learnt'
import { stepKindNamed } from '../registry'

const withPrinter = (printer: Partial<Printer>, ...steps: StepOf[]) => {
  const sheet = sheetOf(...steps)
  return built({ ...sheet, printer: { ...sheet.printer, ...printer } })
}
const sizes = (fields: object = {}) => withPrinter({}, ['test-sizes', fields as never, 't'])
const lesson = async (fields: object) => stepKindNamed('test-sizes')!.learns!.from((await sizes(fields)).build.steps[0]!.values) // prettier-ignore

test('its holes and posts are as large as is written in front of them', async () => {
  const { build, problems } = await sizes()
  expect(problems).toEqual([])
  const rounds = build.parts[0]!.mesh.surfaces.flatMap(({ role, shape, copy }) => (shape.kind === 'cylinder' && role !== 'figure' ? [[copy?.[0], 2 * shape.radius, shape.hole]] : [])) // prettier-ignore
  expect(rounds.sort((a, b) => Number(a[1]) - Number(b[1]))).toEqual([
    ['4', 4, true], ['6', 6, expect.anything()], ['6', 6, expect.anything()], ['8', 8, true], ['10', 10, false], ['12', 12, true],
  ]) // prettier-ignore
})

test('readings teach the printer how much smaller its holes and larger its outsides come out, within what, each for itself', async () => {
  const fields = { hole4: '3.78', hole6: '5.8', hole8: '7.82', post10: '10.12' }
  expect((await lesson(fields))!.printer).toEqual({ holes: 0.2, outsides: 0.12 })
  expect((await sizes(fields)).notes).toEqual([
    'Holes come out 0.20 mm smaller across than drawn, within 0.02.',
    'Outsides come out 0.12 mm larger across than drawn, within 0.00.',
  ])
  expect((await lesson({ post6: '5.9' }))!.printer).toEqual({ outsides: -0.1 })
  expect(await lesson({})).toBeUndefined()
  // A reading of another hole is left out, and told.
  const slip = { hole4: '3.8', hole8: '5.8' }
  expect((await lesson(slip))!.printer).toEqual({ holes: 0.2 })
  expect((await sizes(slip)).notes).toContain('A reading of 5.8 at what was drawn as 8 is a slip, and left out.')
})

test('holes are drawn so much larger as they come out smaller, and say so; what is made of formulas can allow for it', async () => {
  const plate: StepOf = ['solid', { width: '40', depth: '30', height: '8' }, 'plate']
  const hole = (fields: object): StepOf => ['holes', { on: { base: 'ground', off: '8' }, where: 'places', at: [{ along: '0', up: '0', from: '' }], parts: ['plate'], ...fields }, 'h'] // prettier-ignore
  const cut = async (printer: Partial<Printer>, fields: object) => {
    const { volumes, notes } = await withPrinter(printer, plate, hole(fields))
    return { across: Math.sqrt((4 * (40 * 30 * 8 - volumes['plate']!)) / 8 / Math.PI), notes }
  }
  const plain = await cut({}, { across: '5' })
  expect(plain.across).toBeCloseTo(5, 2)
  expect(plain.notes).toContain('One hole of Ø 5.00 mm.')
  const allowed = await cut({ holes: 0.2 }, { across: '5' })
  expect(allowed.across).toBeCloseTo(5.2, 2)
  expect(allowed.notes).toContain('One hole of Ø 5.00 mm, drawn as 5.20: those of this printer come out 0.20 smaller.')
  expect((await cut({ holes: 0.2 }, { for: 'clear', screw: 'M3' })).across).toBeCloseTo(3.6, 2)
  const { volumes } = await withPrinter({ outsides: 0.3 }, ['solid', { width: '10 - allow.outside', depth: '10', height: '1' }, 'peg']) // prettier-ignore
  expect(volumes['peg']).toBeCloseTo(97, 3)
})

/** How wide what is round of a role and copy came out across, mm. */
function across({ mesh }: BuiltPart, printed: ArrayLike<number>, role: string, copy: string): number {
  const own = mesh.surfaces.findIndex((f) => f.role === role && (f.copy?.[0] ?? copy) === copy)
  const xs = Array.from(mesh.triangleSurface).flatMap((f, t) => (f === own ? [0, 1, 2].map((k) => printed[3 * mesh.indices[3 * t + k]!]!) : [])) // prettier-ignore
  return Math.max(...xs) - Math.min(...xs)
}

test('what a simulated printer hides of its holes is found by its own test, for twenty of them: holes come out as asked then', async () => {
  const test1 = (await sizes()).build.parts[0]!
  const plate: StepOf = ['solid', { width: '40', depth: '30', height: '8' }, 'plate']
  const hole: StepOf = ['holes', { on: { base: 'ground', off: '8' }, where: 'places', at: [{ along: '0', up: '0', from: '' }], parts: ['plate'], across: '5' }, 'h'] // prettier-ignore
  for (let seed = 1; seed <= 20; seed++) {
    const printer = SimulatedPrinter.of(seed)
    const printed = printer.prints(test1.mesh.positions, test1.mesh.indices, 0.2, true).positions
    const read = (role: string, n: number) => ({ drawn: n, read: asRead(across(test1, printed, role, `${n}`)) })
    const learnt = sizesLearnt([4, 6, 8, 12].map((n) => read('hole', n)), [6, 10].map((n) => read('post', n)))! // prettier-ignore
    const part = (await withPrinter({ holes: learnt.holes!.by }, plate, hole)).build.parts[0]!
    const again = printer.prints(part.mesh.positions, part.mesh.indices, 0.2, true).positions
    const role = part.mesh.surfaces.find((f) => f.shape.kind === 'cylinder')!
    expect(Math.abs(across(part, again, role.role, role.copy?.[0] ?? '') - 5)).toBeLessThan(0.03)
    // Its walls come out by half of what gaps lose.
    const hidden = -printer.printed(0)
    expect(Math.abs(learnt.outsides!.by - hidden)).toBeLessThan(0.03)
  }
})
