import { sheetOf, type StepOf } from '../../../tests/support/drawn'
import { binaryStl } from '../../../tests/support/files'
import { lumpy } from '../../../tests/support/lumpy'
import { noTools } from '../../../tests/support/tools'
import { makeReference, type Project } from '../document/schema'
import { addStep } from '../document/edits'
import { type Imported, readFile } from '../formats/read-file'
import { Kernel } from '../kernel/kernel'
import { lyingSize } from '../print/on-bed'
import { expectOk } from '../result'
import { Builder } from '../sheet/builder'
import { fitToBed } from './fit-to-bed'
import type { Joint } from './proposing'

const kernel = Kernel.load()
let ids = 0

async function proposed(
  steps: readonly StepOf[],
  joint: Joint,
  bed: [number, number, number] = [220, 220, 250],
  part = 'bar',
) {
  const plain = sheetOf(...steps)
  const project: Project = { ...plain, printer: { ...plain.printer, bed } }
  const builder = new Builder(await kernel)
  const found = await fitToBed(builder, await kernel, { project, models: new Map(), part, joint, newId: () => `n${(ids += 1)}` }) // prettier-ignore
  const document = found.steps.reduce((d, s) => addStep(s)(d), project)
  const build = await builder.build(document, new Map(), 'view')
  builder.dispose()
  return { ...found, build }
}

test('a statue of 110,000 triangles is cut on a coarser copy of it; built on itself it fits as was told, without problems', async () => {
  const file = 'a'.repeat(64)
  const read = expectOk(await readFile(binaryStl(lumpy(235, 235)), 'statue.stl', noTools))
  const models = new Map([[file, (read as Extract<Imported, { holds: 'solids' }>).model]])
  const reference = makeReference({ id: 'statue', name: 'Statue', kind: 'stl', file, fileName: 'statue.stl', placing: 'as-in-file' }) // prettier-ignore
  const plain = sheetOf(['item', { reference: 'statue', item: models.get(file)!.items[0]!.id }, 'bar'])
  const project: Project = { ...plain, printer: { ...plain.printer, bed: [140, 140, 170] }, references: [reference] }
  const builder = new Builder(await kernel)
  const found = await fitToBed(builder, await kernel, { project, models, part: 'bar', joint: 'dowels', newId: () => `n${(ids += 1)}` }) // prettier-ignore
  expect(found.notes.at(-1)).toMatch(/^Found on a copy of .* within 0.05 mm of it/)
  expect(found.pieces.every((p) => p.fits)).toBe(true)
  const before = await builder.build(project, models, 'view')
  const build = await builder.build(found.steps.reduce((d, s) => addStep(s)(d), project), models, 'view') // prettier-ignore
  builder.dispose()
  expect(build.steps.flatMap((s) => s.problems)).toEqual([])
  expect(build.parts).toHaveLength(found.pieces.length)
  for (const p of build.parts) lyingSize(p).forEach((v, k) => expect(Math.abs(v - found.pieces.find((f) => f.id === p.id)!.size[k]!)).toBeLessThan(0.11)) // prettier-ignore
  // Cuts of 0.1 mm, with pins on one side and sockets on the other, take less than a hundredth.
  const sum = build.parts.reduce((all, p) => all + p.volume, 0)
  expect(sum / before.parts[0]!.volume).toBeGreaterThan(0.99)
})

test('what fits is left as it is', async () => {
  expect(await proposed([['solid', { width: '200', depth: '100', height: '20' }, 'bar']], 'tongue')).toMatchObject({ steps: [], notes: [], pieces: [{ fits: true }] }) // prettier-ignore
})

test('a long bar with tongues: as few pieces as its length asks for, all on the bed, and no problem', async () => {
  const { pieces, notes, steps, build } = await proposed([['solid', { width: '520', depth: '60', height: '20' }, 'bar']], 'tongue') // prettier-ignore
  expect(notes).toEqual([])
  expect(pieces).toHaveLength(3)
  expect(pieces.every((p) => p.fits)).toBe(true)
  expect(steps.map((s) => s.kind)).toEqual(['divide', 'tongue', 'divide', 'tongue'])
  expect(build.steps.flatMap((s) => s.problems)).toEqual([])
})

test('a large plate is cut both ways, and a hole in its middle is kept clear of', async () => {
  const plate: StepOf[] = [
    ['solid', { width: '300', depth: '300', height: '12' }, 'bar'],
    ['solid', { shape: 'cylinder', across: '24', height: '40', lift: '-5', how: 'take', parts: ['bar'] }, 'hole'],
  ]
  const { pieces, steps, build } = await proposed(plate, 'none')
  expect(pieces).toHaveLength(4)
  expect(pieces.every((p) => p.fits)).toBe(true)
  const first = steps[0]!.fields['at'] as { off: string }
  expect(Math.abs(Number(first.off))).toBeGreaterThan(12)
  expect(build.parts).toHaveLength(4)
})

test('walls too thin for a tongue get thicker at the cut, and it says so', async () => {
  const sheet: StepOf = ['solid', { width: '400', depth: '100', height: '1.6' }, 'bar']
  const { pieces, notes, build } = await proposed([sheet], 'tongue')
  expect(pieces).toHaveLength(2)
  expect(notes[0]).toMatch(/thicker at the cut/)
  expect(build.steps.flatMap((s) => s.problems)).toEqual([])
})
