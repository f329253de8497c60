import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { keepFace, pointable, seen } from '../../faces/resolve'

const TUBE: StepOf = ['solid', { shape: 'tube', across: '30', height: '40', wall: '3' }, 't']

/** The inside or the outside of the tube, as it would be picked. */
async function round(hole: boolean) {
  const { build } = await built(sheetOf(TUBE))
  const on = pointable(build.parts[0]!.mesh)
  const region = on.topology.surfaceOf.findIndex((s) => {
    const { shape } = on.mesh.surfaces[s]!
    return shape.kind === 'cylinder' && shape.hole === hole
  })
  return [keepFace(seen(on), region, [hole ? 12 : 15, 0, 20])]
}
async function ringed(hole: boolean, fields: Fields) {
  const { volumes, problems, build } = await built(sheetOf(TUBE, ['ring', { part: 't', on: await round(hole), ...fields }, 'r'])) // prettier-ignore
  const plain = (await built(sheetOf(TUBE))).volumes['t']!
  return { more: volumes['t']! - plain, problems, mesh: build.parts[0]!.mesh }
}
const band = (from: number, to: number, wide: number) => Math.PI * Math.abs(to * to - from * from) * wide

test('a stop inside and a bead outside have the volume of their bands; a groove takes its own away', async () => {
  const stop = await ringed(true, { at: '12', wide: '2', high: '1.5' })
  expect(stop.problems).toEqual([])
  expect(stop.more / band(12, 10.5, 2)).toBeCloseTo(1, 2)
  expect((await ringed(false, { at: '5', wide: '3', high: '1' })).more / band(15, 16, 3)).toBeCloseTo(1, 2)
  expect((await ringed(false, { at: '5', wide: '3', high: '1', what: 'groove' })).more / -band(14, 15, 3)).toBeCloseTo(1, 2) // prettier-ignore
})

test('it lies where it is measured from, and slants out where it should', async () => {
  const { mesh, more } = await ringed(true, { at: '10', wide: '4', high: '1.5', form: 'both', from: 'low' })
  const heights: number[] = []
  for (let i = 0; i < mesh.positions.length; i += 3)
    if (Math.hypot(mesh.positions[i]!, mesh.positions[i + 1]!) < 10.6) heights.push(mesh.positions[i + 2]!)
  expect([Math.min(...heights), Math.max(...heights)]).toEqual([expect.closeTo(11.5, 3), expect.closeTo(12.5, 3)])
  // Pappus: a trapezoid, 4 wide at the face and 1 at its tip.
  const middle = 12 - (1.5 * (4 + 2 * 1)) / (3 * (4 + 1))
  expect(more / (1.5 * 2.5 * 2 * Math.PI * middle)).toBeCloseTo(1, 2)
})

test('what has no room is refused with what has', async () => {
  const told = async (hole: boolean, fields: Fields) => (await ringed(hole, fields)).problems[0]
  expect(await told(true, { at: '39', wide: '2' })).toMatchObject({ field: 'at', message: expect.stringContaining('40.00 mm long') }) // prettier-ignore
  expect(await told(true, { high: '13' })).toMatchObject({ field: 'high', message: expect.stringContaining('11.95') })
  expect(await told(true, { form: 'both', wide: '2' })).toMatchObject({ field: 'wide' })
})
