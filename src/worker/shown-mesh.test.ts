import { built, sheetOf, type StepOf } from '../../tests/support/drawn'
import { pointable, shapesOf } from '../core/faces/resolve'
import { boxSoup, cylinderSoup } from '../../tests/support/soups'
import { mend } from '../core/mesh/mend'
import { facesOfMesh } from '../core/recognise/mesh-faces'
import { buffersOf, shownMesh } from './shown-mesh'

function show(soup: ReturnType<typeof boxSoup>) {
  const faced = facesOfMesh(mend(soup.positions, soup.indices).mesh)
  const surfaces = new Uint32Array(faced.indices.length / 3)
  for (let f = 0; f + 1 < faced.faceStarts.length; f++) surfaces.fill(f, faced.faceStarts[f], faced.faceStarts[f + 1])
  return { shown: shownMesh(faced.positions, faced.indices, surfaces), faces: faced.faces }
}

test('a box shows its twelve edges, flat sides, and a box for every side', () => {
  const { shown, faces } = show(boxSoup([30, 20, 10]))
  expect(shown.edges).toHaveLength(12 * 2 * 3)
  expect(shown.positions).toHaveLength(12 * 9)
  for (const [f, face] of faces.entries()) {
    const box = shown.regionBoxes.subarray(6 * f, 6 * f + 6)
    const size = [0, 1, 2].map((c) => box[c + 3]! - box[c]!)
    const across = [0, 1, 2].findIndex((c) => face.kind === 'plane' && Math.abs(face.normal[c]!) > 0.9)
    expect(size).toEqual([30, 20, 10].map((v, c) => (c === across ? 0 : v)))
  }
})

test('the wall of a cylinder is shaded round, its rims are crisp, its seams are not', () => {
  const { shown } = show(cylinderSoup(5, 8, 40))
  expect(shown.edges).toHaveLength(2 * 40 * 2 * 3)
  for (let i = 0; i < shown.positions.length; i += 3) {
    const [x, y, nx, ny, nz] = [shown.positions[i]!, shown.positions[i + 1]!, shown.normals[i]!, shown.normals[i + 1]!, shown.normals[i + 2]!] // prettier-ignore
    expect(Math.hypot(nx, ny, nz)).toBeCloseTo(1, 4)
    if (Math.abs(nz) < 0.5) expect((x * nx + y * ny) / 5).toBeGreaterThan(0.99)
  }
})

test('everything that changes hands is a memory of its own', () => {
  const { shown } = show(boxSoup([3, 2, 1]))
  const buffers = buffersOf(shown)
  expect(new Set(buffers).size).toBe(buffers.length)
  const bytes = buffers.reduce((sum, b) => sum + b.byteLength, 0)
  expect(bytes).toBeGreaterThanOrEqual(shown.positions.byteLength + shown.normals.byteLength)
  const copy = structuredClone(shown, { transfer: buffers })
  expect(copy.positions).toHaveLength(108)
  expect(shown.positions).toHaveLength(0)
})

test('what is rounded shows no edges where it runs into its neighbours, and all that are left', async () => {
  const plate: StepOf = ['solid', { width: '40', depth: '24', height: '10' }, 'plate']
  const round: StepOf = ['edges', { part: 'plate', which: 'upright', radius: '4' }, 'e']
  const pieces = async (...steps: StepOf[]) => {
    const on = pointable((await built(sheetOf(...steps), 'view')).build.parts[0]!.mesh)
    const { edges, borderOf } = shownMesh(on.mesh.positions, on.mesh.indices, on.topology.regionOf, on.topology.borderOf, shapesOf(on)) // prettier-ignore
    let long = 0
    for (let i = 0; i < edges.length; i += 6) long += Math.hypot(edges[i]! - edges[i + 3]!, edges[i + 1]! - edges[i + 4]!, edges[i + 2]! - edges[i + 5]!) // prettier-ignore
    return { long, borders: new Set(borderOf).size }
  }
  expect(await pieces(plate)).toEqual({ long: expect.closeTo(4 * (40 + 24 + 10), 4), borders: 12 })
  const rim = 2 * (32 + 16) + 8 * Math.PI
  const rounded = await pieces(plate, round)
  expect(rounded.borders).toBe(16)
  expect(Math.abs(rounded.long / (2 * rim) - 1)).toBeLessThan(2e-3)
})
