import { step, sheet, registerTestKinds } from '../../../tests/support/kinds'
import { Kernel } from '../kernel/kernel'
import type { TaggedMesh } from '../kernel/surface'
import { circle, rectangle } from '../profile/shapes'
import { Builder } from '../sheet/builder'
import { thinSpots } from './thin-spots'

registerTestKinds()
let kernel: Kernel
beforeAll(async () => {
  kernel = await Kernel.load()
})

const slab = async (...cuts: Record<string, unknown>[]): Promise<TaggedMesh> => {
  const steps = cuts.map((fields, i) => step(`c${i}`, 'cut', { part: 'bed.slab', ...fields }))
  const build = await new Builder(kernel).build(sheet(step('bed', 'slab', { width: '60', height: '5' }), ...steps), new Map(), 'view') // prettier-ignore
  return build.parts[0]!.mesh
}
const roles = (mesh: TaggedMesh, limit: number) =>
  thinSpots(mesh, limit).map((s) => [s.surfaces.map((i) => mesh.surfaces[i]!.role).sort().join(), Math.round(s.apart * 1e3) / 1e3]) // prettier-ignore

test('a floor under a trench is as thick as is left of it; nothing else is thin', async () => {
  const mesh = await slab({ what: 'trench', deep: '4.5', size: '6', at: '20' })
  expect(roles(mesh, 0.8)).toEqual([['floor,under', 0.5]])
  expect(roles(mesh, 0.4)).toEqual([])
})

test('a small thin spot in the middle of two large flat faces is found', async () => {
  // A blind hole of 1.5 mm in a plate of two triangles a side: no triangle's middle is anywhere near it.
  const plate = kernel.extrude(rectangle(0, 0, 200, 120), 0, 5, { tolerance: 0.01, names: { step: 'p', top: 'top', bottom: 'under', side: 'side' } }) // prettier-ignore
  const pin = kernel.extrude(circle([31, 17], 0.75), 0.35, 9, { tolerance: 0.01, names: { step: 'd', top: 'end', bottom: 'floor', side: 'wall' } }) // prettier-ignore
  const drilled = kernel.subtract(plate, [pin])
  const [spot] = thinSpots(kernel.read(drilled), 0.8)
  expect(spot!.apart).toBeCloseTo(0.35, 5)
  expect(Math.hypot(spot!.place[0] - 31, spot!.place[1] - 17)).toBeLessThan(0.8)
  for (const s of [plate, pin, drilled]) s.dispose()
})

test('a web between two holes is thinnest where they come nearest', async () => {
  const mesh = await slab({ count: '2', size: '4', at: '20' }, { size: '3.4', at: '24.2' })
  const walls = roles(mesh, 1)
  // Middles 4.2 and 3.8 apart, radii 2 and 1.7.
  expect(walls.map(([, t]) => Number(t)).sort((a, b) => a - b)).toEqual([
    expect.closeTo(0.1, 2),
    expect.closeTo(0.5, 2),
  ])
})

test('the sides of a corner and of a slit are no wall: there is air between them, or an edge', async () => {
  const slit = await slab({ what: 'trench', deep: '3', size: '0.3', at: '20' })
  expect(roles(slit, 0.8)).toEqual([])
  const wedge = kernel.extrude({ loops: [[[0, 0], [20, 0], [0, 20]].map((a, i, all) => ({ kind: 'line' as const, a: a as never, b: all[(i + 1) % 3] as never }))] }, 0, 3, { tolerance: 0.1, names: { step: 'w', top: 't', bottom: 'u', side: 's' } }) // prettier-ignore
  expect(thinSpots(kernel.read(wedge), 0.8)).toEqual([])
  wedge.dispose()
})
