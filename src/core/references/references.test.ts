import { noTools } from '../../../tests/support/tools'
import fc from 'fast-check'
import { binaryStl } from '../../../tests/support/files'
import { boxSoup, drilledPlate } from '../../../tests/support/soups'
import { emptyProject, type ProjectReference, referenceSchema } from '../document/schema'
import { readFile } from '../formats/read-file'
import { roundFeatures } from '../recognise/holes'
import type { ImportedModel } from './model'
import { Kernel } from '../kernel/kernel'
import { ResolvedReferences } from './resolved-references'
import { resolveReference } from './resolve'
import { checkScale, cleanFactor } from './scale-check'
import { guessUnit, sizeIn } from '../units/guess-unit'

const model = async (bytes: Uint8Array): Promise<ImportedModel> => {
  const read = await readFile(bytes, 'hinge.stl', noTools)
  if (!read.ok || read.value.holds !== 'solids') throw new Error(JSON.stringify(read))
  return read.value.model
}
const settings = (scale: number) => ({
  id: 'hinge',
  name: 'Hinge',
  file: 'f',
  scale,
  placing: 'as-in-file' as const,
  turns: [],
  states: {},
})

const inProject = (change: Partial<ProjectReference>) =>
  referenceSchema.parse({ ...settings(1), kind: 'stl', fileName: 'hinge.stl', ...change })

test('a reference in inches is put right by one factor: sizes, volume, area, holes', async () => {
  const inches = await model(binaryStl(drilledPlate([5, 2, 0.25], [{ at: [1, 1], radius: 0.125, segments: 32 }])))
  const { items, report } = resolveReference(inches, settings(25.4))
  expect(report).toMatchObject({ format: 'stl', unit: { name: 'mm', certain: false } })
  expect(items[0]!.bounds.max).toEqual([127, 50.8, 6.35].map((v) => expect.closeTo(v, 3)))
  const hole = 16 * 0.125 ** 2 * Math.sin((2 * Math.PI) / 32)
  expect(items[0]!.volume / ((10 - hole) * 0.25 * 25.4 ** 3)).toBeCloseTo(1, 4)
  const { shapes } = inches
  const small = roundFeatures(shapes[0]!.positions, shapes[0]!.indices, shapes[0]!.faceStarts, shapes[0]!.faces!)
  expect(small[0]!.diameter).toBeCloseTo(0.25, 3)
})

test('references are placed once for as long as nothing about them changes', async () => {
  const file = 'a'.repeat(64)
  const models = new Map([[file, await model(binaryStl(boxSoup([30, 20, 10])))]])
  const kept = new ResolvedReferences()
  const kernel = await Kernel.load()
  const all = (change: Partial<ProjectReference>) =>
    kept.all({ ...emptyProject('Shed'), references: [inProject({ file, ...change })] }, models, kernel)
  const [first] = all({})
  expect(all({})[0]).toBe(first)
  expect(all({ scale: 2 })[0]!.items[0]!.bounds.max[0]).toBeCloseTo(60, 4)
  expect(all({ file: 'b'.repeat(64) })).toEqual([])
})

test('familiar mistakes are called by their name, and put right exactly', () => {
  expect(checkScale(2.44, 62, 0.1)).toMatchObject({ agrees: false, mistake: expect.stringContaining('in inches') })
  expect(cleanFactor(62 / 2.44)).toBe(25.4)
  expect(checkScale(1574.8, 62, 0.1).mistake).toContain('read as inches')
  expect(checkScale(62.05, 62, 0.1)).toMatchObject({ agrees: true, off: expect.closeTo(0.05) })
  expect(checkScale(62.05, 62, 0.1).mistake).toBeUndefined()
  expect(cleanFactor(1.031)).toBe(1.031)
})

test('a factor that no mistake explains is put in question, either way', () => {
  const odd = (measured: number, reading: number) => checkScale(measured, reading, 0.15).odd
  expect([odd(1, 73), odd(73, 1), odd(40, 60), odd(60, 62), odd(62, 60), odd(2.44, 62), odd(31, 62)]).toEqual([true, true, true, false, false, false, false]) // prettier-ignore
})

test('scaled by its factor, a length agrees with its reading', () => {
  const length = fc.double({ min: 0.1, max: 2000, noNaN: true })
  fc.assert(
    fc.property(length, length, (measured, reading) => {
      const { factor } = checkScale(measured, reading, 0.01)
      expect(checkScale(measured * factor, reading, 0.01).agrees).toBe(true)
    }),
  )
})

test('a unit is guessed by size, and says why', () => {
  expect([guessUnit([62, 18, 9]), guessUnit([1.5, 0.4, 0.2]), guessUnit([0.06, 0.02, 0.01])].map((u) => u.name)).toEqual(['mm', 'in', 'm']) // prettier-ignore
  // What is held in a hand is likelier than what can hardly be seen, or than a bench.
  expect([2.5, 5, 0.6, 120, 0.001].map((side) => guessUnit([side, side / 2, side / 4]).name)).toEqual(['in', 'mm', 'in', 'mm', 'm']) // prettier-ignore
  expect(sizeIn([62, 18, 9], 'in')).toBe('1575 × 457.2 × 228.6 mm')
})
