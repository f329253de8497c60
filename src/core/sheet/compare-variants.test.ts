import fc from 'fast-check'
import { at, built, shape, sheetOf } from '../../../tests/support/drawn'
import { removeNumber, removeStep, setNumber } from '../document/edits'
import type { Project } from '../document/schema'
import { addVariant, allVariants, dropVariant, inHand, inVariant, setFormula, setNumberIn, setOffIn, switchStep } from '../document/variants' // prettier-ignore
import { Kernel } from '../kernel/kernel'
import { Builder } from './builder'
import { compareVariants } from './compare-variants'
import { renameNumber, usesOf } from './names-in-use'

/** A bracket of 40 by 30, as thick as a number says, with a lug of 10 by 10 by 5 that can be left away. */
const bracket = (): Project =>
  [
    setNumber('n', 'thick', '6'),
    addVariant('thin', 'Thin'),
    setNumberIn('thin', 'n', '4'),
    addVariant('bare', 'Bare'),
    setOffIn('bare', 'lug', true),
    inHand(undefined),
  ].reduce(
    (p, edit) => edit(p),
    sheetOf(
      ['drawing', { shapes: [shape('rectangle', { width: '40', height: '30', at: at(0, 0) }, 'r')] }, 'd'],
      ['extrude', { drawing: 'd', by: 'thick' }, 'plate'],
      ['solid', { width: '10', depth: '10', height: '5', lift: 'thick', how: 'add', parts: ['plate'] }, 'lug'],
    ),
  )

async function compared(project: Project) {
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const out = await compareVariants(kernel, builder, project, new Map(), 'export')
  builder.dispose()
  return out
}

test('each variant is built with its own numbers and steps, and what differs is its material', async () => {
  const [drawn, thin, bare] = await compared(bracket())
  expect([drawn, thin, bare].map((v) => [v!.name, v!.total.volume])).toEqual([
    ['as drawn', expect.closeTo(40 * 30 * 6 + 500, 3)],
    ['Thin', expect.closeTo(40 * 30 * 4 + 500, 3)],
    ['Bare', expect.closeTo(40 * 30 * 6, 3)],
  ])
  expect(drawn!.total.mass).toBeCloseTo(((40 * 30 * 6 + 500) / 1000) * 1.24, 6)
  expect(drawn!.differs).toBeUndefined()
  // The thinner one lacks two layers of 1 mm, but for what the lug now fills of them.
  expect(thin!.differs!.taken!.volume).toBeCloseTo(40 * 30 * 2 + 500 - 10 * 10 * 5, 3)
  expect(bare!.differs!.taken!.volume).toBeCloseTo(500, 3)
  expect(bare!.differs!.added).toBeUndefined()
})

test('switching there and back gives the same bits', async () => {
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const bits = async (project: Project) => {
    const { parts } = await builder.build(project, new Map(), 'export')
    return parts.map((p) => [p.key, [...p.mesh.positions], [...p.mesh.indices]])
  }
  const start = bracket()
  const first = await bits(start)
  for (const id of ['thin', 'bare', 'thin', undefined]) {
    const now = await bits(inHand(id)(start))
    if (id === undefined) expect(now).toEqual(first)
    else expect(now).not.toEqual(first)
  }
  builder.dispose()
})

test('what differs in a variant is changed there, what does not is changed everywhere', () => {
  const thin = inHand('thin')(bracket())
  const changed = setFormula('n', '3')(thin)
  expect([changed.numbers[0]!.formula, changed.variants[0]!.numbers]).toEqual(['6', { n: '3' }])
  const bare = setFormula('n', '7')(inHand('bare')(bracket()))
  expect([bare.numbers[0]!.formula, inVariant(inHand('thin')(bare)).numbers[0]!.formula]).toEqual(['7', '4'])
  const on = switchStep('lug', false)(inHand('bare')(bracket()))
  expect([on.steps[2]!.off, on.variants[1]!.off]).toEqual([false, { lug: false }])
  expect(switchStep('lug', true)(thin).steps[2]!.off).toBe(true)
})

test('a variant goes with its number, its step and itself, and keeps up with a name', () => {
  const start = bracket()
  expect(removeNumber('n')(start).variants[0]!.numbers).toEqual({})
  expect(removeStep('lug')(start).variants[1]!.off).toEqual({})
  expect(dropVariant('thin')(inHand('thin')(start)).variant).toBeUndefined()
  const second = setNumberIn('thin', 'n', 'other/2')(setNumber('m', 'other', '8')(start))
  expect(renameNumber('m', 'whole')(second).variants[0]!.numbers).toEqual({ n: 'whole/2' })
  expect(addVariant('copy', 'Copy', 'thin')(start).variants[2]!.numbers).toEqual({ n: '4' })
})

test('any run of switches leaves the project what it was once all is as before', () => {
  const start = bracket()
  const some = fc.array(fc.constantFrom(...allVariants(start).map((v) => v.id)), { maxLength: 8 })
  fc.assert(
    fc.property(some, (ids) => {
      const there = ids.reduce((p, id) => inHand(id || undefined)(p), start)
      expect(inHand(undefined)(there)).toEqual(start)
    }),
  )
})

test('a number knows the steps and numbers that use it', async () => {
  const start = setNumber('m', 'half', 'thick/2')(bracket())
  expect(usesOf(start, 'thick')).toEqual({ numbers: ['half'], steps: ['plate', 'lug'], elsewhere: false })
  expect(usesOf(start, 'half')).toEqual({ numbers: [], steps: [], elsewhere: false })
  expect((await built(start)).problems).toEqual([])
})
