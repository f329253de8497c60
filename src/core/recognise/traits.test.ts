import { drilledPlate, shaken, type Soup } from '../../../tests/support/soups'
import { bracket } from '../../../demo/make/bracket'
import { frameHinge } from '../../../demo/make/hinge'
import { extrude } from '../mesh/extrude'
import { readStl } from '../formats/stl/read-stl'
import { meshFacts } from '../mesh/facts'
import { mend } from '../mesh/mend'
import { toPolygon } from '../profile/polygon'
import { areaOf } from '../profile/measure'
import { expectOk } from '../result'
import { facesOfMesh } from './mesh-faces'
import { traitsOf } from './traits'

function traits({ positions, indices }: Soup) {
  const faced = facesOfMesh(mend(positions, indices).mesh)
  const { middle, volume } = meshFacts(faced.positions, faced.indices)
  const faceOfTriangle = new Uint32Array(faced.indices.length / 3)
  for (let f = 0; f + 1 < faced.faceStarts.length; f++)
    faceOfTriangle.fill(f, faced.faceStarts[f]!, faced.faceStarts[f + 1]!)
  return traitsOf({ ...faced, faceOfTriangle, middle, volume })
}
const four = [[8, 6], [52, 6], [8, 24], [52, 24]].map((at) => ({ at: at as [number, number], radius: 2, segments: 32 })) // prettier-ignore

test('a plate with four holes: drawn out of an outline, the same on both sides of three planes', () => {
  const found = traits(drilledPlate([60, 30, 4], four))
  expect(found.coverage).toBeCloseTo(1, 6)
  expect(found.symmetry).toHaveLength(3)
  for (const { point } of found.symmetry) expect([...point]).toEqual([30, 15, 2].map((v) => expect.closeTo(v, 2)))
  const hole = 16 * 4 * Math.sin((2 * Math.PI) / 32)
  expect(found.extruded).toMatchObject({ height: expect.closeTo(4, 4), area: expect.closeTo(1800 - 4 * hole, 1) })
  expect(found.underside).toMatchObject({ area: expect.closeTo(1800 - 4 * hole, 1) })
  expect(found.underside!.normal[2]).toBeCloseTo(-1, 6)
})

test('a hole out of place takes the symmetry away, a blind one the outline', () => {
  expect(traits(drilledPlate([60, 30, 4], [{ ...four[0]!, at: [11, 6] }, ...four.slice(1)])).symmetry).toHaveLength(1)
  const blind = traits(drilledPlate([60, 30, 4], [{ at: [30, 15], radius: 4, segments: 40, depth: 2 }]))
  expect(blind.extruded).toBeUndefined()
  expect(blind.symmetry).toHaveLength(2)
})

test('the noise of a file shows as the error of the fit, and changes nothing else', () => {
  const found = traits(shaken(drilledPlate([60, 30, 4], four), 0.002, 9))
  expect(found.fitError).toBeGreaterThan(0.0005)
  expect(found.fitError).toBeLessThan(0.01)
  expect(found.symmetry).toHaveLength(3)
})

test('the bracket is an outline drawn out; its rounded corners are found by their radius', () => {
  const [outer, ...holes] = bracket.loops.map((l) => toPolygon(l, 0.004).points)
  const found = traits(extrude(outer!, holes, 0, 3.15))
  expect(found.extruded).toMatchObject({ height: expect.closeTo(3.15, 4) })
  expect(Math.abs(found.extruded!.area / areaOf(bracket) - 1)).toBeLessThan(0.001)
  expect(found.rounded).toContainEqual({ radius: 8, count: 2, inside: true })
})

test('the hinge of the demo lies on its broad side', async () => {
  const [raw] = expectOk(readStl((await frameHinge()).bytes)).shapes
  const found = traits(raw!)
  expect(found.underside!.normal[2]).toBeCloseTo(-1, 6)
  expect(found.coverage).toBeGreaterThan(0.99)
  expect(found.symmetry).toHaveLength(1)
})
