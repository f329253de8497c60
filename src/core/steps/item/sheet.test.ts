import type { Fields } from '../../../../tests/support/drawn'
import { type Facet, takenOver } from '../../../../tests/support/text-stl'
import { smallestGap, TriangleTree } from '../../fit/gap'
import { isClosed } from '../../mesh/facts'
import { unpacked } from '../../mesh/unpack'
import type { TaggedMesh } from '../../kernel/surface'
import type { Vec3 } from '../../geometry/vec'

/** Facets of a net of places, each cell two of them. */
const net = (columns: number, rows: number, at: (i: number, j: number) => Vec3): Facet[] =>
  Array.from({ length: columns * rows }, (_, k) => {
    const [i, j] = [k % columns, Math.floor(k / columns)]
    const [a, b, c, d] = [at(i, j), at(i + 1, j), at(i + 1, j + 1), at(i, j + 1)]
    return [[a, b, c], [a, c, d]] as Facet[] // prettier-ignore
  }).flat()

const sheet = (fields: Fields = {}) => ({ what: 'sheet', thick: '2', ...fields })

/** How near what lies in front comes to what lies behind. */
function leastWall(mesh: TaggedMesh): number {
  const of = (role: string) => Array.from(mesh.triangleSurface.keys()).filter((t) => mesh.surfaces[mesh.triangleSurface[t]!]!.role === role) // prettier-ignore
  const [front, back] = ['front', 'back'].map((r) => new TriangleTree(unpacked(mesh.positions, mesh.indices, of(r))))
  return smallestGap(front!, back!)!.distance
}

/** Two rectangles at a right angle, seen from within: 20 along, 15 up, 10 deep. */
const ANGLE: Facet[] = [...net(1, 1, (i, j) => [20 * i, 10 * j, 0]), ...net(1, 1, (i, j) => [0, 10 * j, 15 - 15 * i])]

test('an angle of two flat sheets is mitred: as thick everywhere, and by the corner more or less to its outside or inside', async () => {
  const both = await takenOver(ANGLE, sheet())
  expect(both.problems).toEqual([])
  expect(both.volume).toBeCloseTo(2 * 10 * (20 + 15), 3)
  expect(isClosed(both.part!.mesh.positions, both.part!.mesh.indices)).toBe(true)
  expect(leastWall(both.part!.mesh)).toBeCloseTo(2, 5)
  expect((await takenOver(ANGLE, sheet({ way: 'front' }))).volume).toBeCloseTo(2 * 10 * (20 + 15 - 2), 3)
  expect((await takenOver(ANGLE, sheet({ way: 'back' }))).volume).toBeCloseTo(2 * 10 * (20 + 15 + 2), 3)
})

test('a wavy sheet keeps its wall within half a percent, and holds what its area says', async () => {
  const height = (x: number, y: number) => 2 * Math.sin(x / 6) * Math.cos(y / 7)
  const wavy = net(40, 30, (i, j) => [i, j, height(i, j)])
  const { part, problems, volume } = await takenOver(wavy, sheet({ thick: '1.6' }))
  expect(problems).toEqual([])
  const area = wavy.reduce((sum, [a, b, c]) => sum + Math.hypot((b[1] - a[1]) * (c[2] - a[2]) - (b[2] - a[2]) * (c[1] - a[1]), (b[2] - a[2]) * (c[0] - a[0]) - (b[0] - a[0]) * (c[2] - a[2]), (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) / 2, 0) // prettier-ignore
  expect(volume! / (1.6 * area)).toBeCloseTo(1, 2)
  expect(leastWall(part!.mesh)).toBeGreaterThan(1.6 * 0.995)
})

test('what folds over is refused with where, a solid is no sheet, and a sheet as a solid is told what would do', async () => {
  const gutter = net(24, 1, (i, j) => [3 * Math.cos((Math.PI * i) / 24), 20 * j, 3 * Math.sin((Math.PI * i) / 24)])
  expect((await takenOver(gutter, sheet({ thick: '2' }))).problems).toEqual([])
  expect((await takenOver(gutter, sheet({ thick: '8' }))).problems).toEqual([expect.objectContaining({ kind: 'thick', field: 'thick', message: expect.stringContaining('fold over') })]) // prettier-ignore
  expect((await takenOver(gutter, {})).problems[0]).toMatchObject({ kind: 'not-closed', field: 'what', would: { value: 'sheet' } }) // prettier-ignore
  const [o, x, y, z]: Vec3[] = [[0, 0, 0], [9, 0, 0], [0, 9, 0], [0, 0, 9]] // prettier-ignore
  const solid: Facet[] = [[o!, y!, x!], [o!, x!, z!], [o!, z!, y!], [x!, y!, z!]] // prettier-ignore
  expect((await takenOver(solid, sheet())).problems[0]).toMatchObject({ kind: 'closed', field: 'what' })
})
