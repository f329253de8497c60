import { binaryStl } from '../../../tests/support/files'
import { drilledPlate } from '../../../tests/support/soups'
import { noTools } from '../../../tests/support/tools'
import { boxOfPositions } from '../geometry/vec'
import type { EarlyMesh } from './early-mesh'
import { readFile } from './read-file'

test('a mesh is there to be looked at before its faces are found: whole, in place, lit from outside', async () => {
  const plate = drilledPlate([40, 20, 6], [{ at: [12, 9], radius: 3, segments: 24 }])
  const order: string[] = []
  let early: EarlyMesh | undefined
  const onMesh = (mesh: EarlyMesh) => {
    early = mesh
    order.push('mesh')
  }
  await readFile(binaryStl(plate), 'plate.stl', { ...noTools, onMesh }, ({ stage }) => order.push(stage))
  expect(order.indexOf('mesh')).toBeLessThan(order.lastIndexOf('Finding faces'))
  const { positions, normals } = early!
  expect(positions).toHaveLength(plate.positions.length)
  const box = boxOfPositions(positions)
  expect([...box.min, ...box.max]).toEqual([0, 0, 0, 40, 20, 6].map((v) => expect.closeTo(v, 4)))
  // The divergence theorem: positions over outward facet normals add up to three times the volume.
  let threefold = 0
  for (let t = 0; t < positions.length; t += 9) {
    const [u, v] = [3, 6].map((o) => [0, 1, 2].map((k) => positions[t + o + k]! - positions[t + k]!))
    const twice = Math.hypot(u![1]! * v![2]! - u![2]! * v![1]!, u![2]! * v![0]! - u![0]! * v![2]!, u![0]! * v![1]! - u![1]! * v![0]!) // prettier-ignore
    threefold += (twice / 2) * [0, 1, 2].reduce((s, k) => s + positions[t + k]! * normals[t + k]!, 0)
  }
  const hole = 6 * 12 * 9 * Math.sin((2 * Math.PI) / 24)
  expect(threefold / 3).toBeCloseTo(40 * 20 * 6 - hole, 1)
})
