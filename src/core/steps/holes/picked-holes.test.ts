import fc from 'fast-check'
import { at, built, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { boreAt } from '../../../../tests/support/facing'
import { setField } from '../../document/edits'
import { named } from '../../fields/spots'

const PLATE: StepOf = ['solid', { width: '100', depth: '70', height: '5' }, 'plate']
const holes = (fields: object): StepOf => ['holes', { on: { base: 'ground', off: '5' }, for: 'plain', across: '4', parts: ['plate'], ...fields }, 'bore'] // prettier-ignore
/** A pin on the axis of a hole that was picked. */
const pinAt = async (x: number, y: number, ...steps: StepOf[]) => {
  const plate = (await built(sheetOf(...steps))).build.parts[0]!
  const pin: StepOf = ['solid', { shape: 'cylinder', across: '2', height: '30', on: { part: 'plate', face: boreAt(plate, x, y), datum: 'middle', at: 'middle', off: '0' } }, 'pin'] // prettier-ignore
  return sheetOf(...steps, pin)
}
/** Where the pin stands, or why it does not. */
async function pinOf(project: Awaited<ReturnType<typeof pinAt>>) {
  const { build, problems } = await built(project)
  const side = build.parts.find((p) => p.id === 'pin')?.mesh.surfaces.find((s) => s.shape.kind === 'cylinder')?.shape
  if (problems.length > 0) return problems[0]!.kind
  return side?.kind === 'cylinder' ? [Math.round(side.point[0] * 1e4) / 1e4, Math.round(side.point[1] * 1e4) / 1e4] : undefined // prettier-ignore
}

test('of a ring and a grid, one hole that is picked stays that one when figures change, and is gone when it is', async () => {
  const ring = await pinAt(0, 20, PLATE, holes({ where: 'ring', count: '4', round: '40' }))
  expect(await pinOf(ring)).toEqual([0, 20])
  expect(await pinOf(setField('bore', 'across', '7')(ring))).toEqual([0, 20])
  expect(await pinOf(setField('bore', 'first', '45')(ring))).toEqual([-14.1421, 14.1421])
  expect(await pinOf(setField('bore', 'count', '1')(ring))).toBe('gone')
  const grid = await pinAt(-10, 10, PLATE, holes({ where: 'grid' }))
  expect(await pinOf(setField('bore', 'along', '60')(grid))).toEqual([-30, 10])
})

test('at a drawing’s circles it stays with its circle, whichever others come and go', async () => {
  const circles = [['left', -20], ['right', 20]].map(([id, x]) => shape('circle', { at: at(`${x}`, '0'), across: '3', is: 'guide' }, `${id}`)) // prettier-ignore
  const sheet = await pinAt(20, 0, PLATE, ['drawing', { on: { base: 'ground', off: '5' }, shapes: circles }, 'd'], holes({ where: 'drawing', drawing: 'd' })) // prettier-ignore
  expect(await pinOf(sheet)).toEqual([20, 0])
  expect(await pinOf(setField('d', 'shapes', circles.slice(1) as never)(sheet))).toEqual([20, 0])
  expect(await pinOf(setField('d', 'shapes', circles.slice(0, 1) as never)(sheet))).toBe('gone')
})

test('over random changes of a list of places, the hole that was picked is found where it then is, or is gone', async () => {
  const spots = [[-40, -25], [-20, 10], [-12, 10], [15, -5], [40, 25]] // prettier-ignore
  const list = named(spots.map(([x, y]) => at(`${x}`, `${y}`)))
  const sheets = await Promise.all(spots.map(([x, y]) => pinAt(x!, y!, PLATE, holes({ at: list }))))
  const change = fc.record({
    which: fc.nat(4),
    out: fc.subarray([0, 1, 2, 3, 4], { maxLength: 4 }),
    to: fc.record({ of: fc.nat(4), x: fc.integer({ min: -45, max: 45 }), y: fc.integer({ min: 30, max: 32 }) }),
    across: fc.integer({ min: 2, max: 7 }),
    more: fc.boolean(),
  })
  await fc.assert(
    fc.asyncProperty(change, async ({ which, out, to, across, more }) => {
      const moved = list.map((spot, k) => (k === to.of ? { ...spot, along: `${to.x}`, up: `${to.y}` } : spot))
      const left = moved.filter((_, k) => !out.includes(k))
      const now = more ? [{ ...at('0', '-30'), id: 'new' }, ...left] : left
      const project = setField('bore', 'across', `${across}`)(setField('bore', 'at', now as never)(sheets[which]!))
      const found = await pinOf(project)
      if (out.includes(which)) expect(['gone', 'few', 'no-part']).toContain(found)
      else expect(found).toEqual(which === to.of ? [to.x, to.y] : spots[which])
    }),
    { numRuns: 60 },
  )
})
