import fc from 'fast-check'
import { isClosed, meshFacts, sizes } from './facts'
import { OPEN, openLoops, oppositeSides, TANGLED } from './half-edges'
import { mend, mendingNotes } from './mend'
import { weldIndex } from './weld'
import { boxSoup, cylinderSoup } from '../../../tests/support/soups'

const without = (indices: Uint32Array, ...facets: number[]) =>
  indices.filter((_, i) => !facets.includes(Math.floor(i / 3)))
const flip = (indices: Uint32Array, ...facets: number[]) => {
  const out = indices.slice()
  for (const t of facets) [out[3 * t], out[3 * t + 1]] = [out[3 * t + 1]!, out[3 * t]!]
  return out
}

test('every vertex is welded to the first at its place, and to no other', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 3, maxLength: 300 }), (list) => {
      const positions = list.slice(0, list.length - (list.length % 3)).map((v) => v / 8)
      const first = weldIndex(positions)
      const key = (i: number) => positions.slice(3 * i, 3 * i + 3).join()
      for (let i = 0; i < first.length; i++) {
        expect(key(first[i]!)).toBe(key(i))
        expect([...first.keys()].findIndex((j) => key(j) === key(i))).toBe(first[i])
      }
    }),
  )
})

test('a sound mesh comes back with nothing mended', () => {
  for (const soup of [boxSoup([30, 20, 5]), cylinderSoup(4, 12, 40)]) {
    const { mesh, mending } = mend(soup.positions, soup.indices)
    expect(mendingNotes(mending)).toEqual([])
    expect(sizes(mesh.positions, mesh.indices).volume).toBeCloseTo(sizes(soup.positions, soup.indices).volume, 6)
  }
})

test('whatever facets are turned, the volume comes out right and positive', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 11 }), { maxLength: 12 }), (facets) => {
      const { positions, indices } = boxSoup([30, 20, 5])
      const { mesh, mending } = mend(positions, flip(indices, ...facets))
      expect(meshFacts(mesh.positions, mesh.indices)).toMatchObject({ closed: true, volume: expect.closeTo(3000, 6) })
      if (facets.length < 6) expect(mending.flipped).toBe(facets.length)
    }),
  )
})

test('one missing facet is put back, a doubled one taken out, and both are told', () => {
  const { positions, indices } = boxSoup([30, 20, 5])
  const broken = Uint32Array.from([...without(indices, 7), ...indices.subarray(0, 3)])
  const { mesh, mending } = mend(positions, broken)
  expect(meshFacts(mesh.positions, mesh.indices)).toMatchObject({ closed: true, volume: expect.closeTo(3000, 6) })
  expect(mendingNotes(mending)).toEqual(['Mended: 1 doubled facet left out, 1 small hole closed with 1 facet.'])
})

test('a small round hole is closed, a missing side is not', () => {
  const { positions, indices } = cylinderSoup(1, 60, 24)
  const capFacets = [...Array(24).keys()].map((i) => 4 * i)
  const closed = mend(positions, without(indices, ...capFacets))
  expect(closed.mending).toMatchObject({ filledHoles: 1, open: 0 })
  expect(meshFacts(closed.mesh.positions, closed.mesh.indices).volume).toBeCloseTo(sizes(positions, indices).volume, 6)
  const wide = cylinderSoup(30, 5, 24)
  const open = mend(wide.positions, without(wide.indices, ...capFacets))
  expect(open.mending).toMatchObject({ filledHoles: 0, open: 24 })
  expect(mendingNotes(open.mending)[0]).toContain('24 open edges remain')
})

test('a loose facet or two are no solid: their rim is not a hole', () => {
  const square = [0, 0, 0, 20, 0, 0, 20, 15, 0, 0, 15, 4]
  for (const indices of [
    [0, 1, 2],
    [0, 1, 2, 0, 2, 3],
  ]) {
    const { mesh, mending } = mend(square, indices)
    expect(mending).toMatchObject({ filledHoles: 0, open: indices.length === 3 ? 3 : 4 })
    expect(meshFacts(mesh.positions, mesh.indices).closed).toBe(false)
  }
  // Three sides of a pyramid on three corners still have a hole below them.
  const pyramid = mend([0, 0, 0, 6, 0, 0, 0, 6, 0, 0, 0, 6], [0, 1, 3, 1, 2, 3, 2, 0, 3])
  expect(pyramid.mending).toMatchObject({ filledHoles: 1, filledFacets: 1, open: 0 })
  expect(meshFacts(pyramid.mesh.positions, pyramid.mesh.indices)).toMatchObject({ closed: true, volume: expect.closeTo(36, 9) }) // prettier-ignore
})

test('corners that lie a hair apart are joined', () => {
  const { positions, indices } = boxSoup([30, 20, 5])
  const shaken = positions.map((v, i) => v + (i % 7) * 1e-4)
  expect(isClosed(shaken, indices)).toBe(false)
  const { mesh, mending } = mend(shaken, indices)
  expect(isClosed(mesh.positions, mesh.indices)).toBe(true)
  expect(mending.joined).toBeGreaterThan(0)
})

test('three facets on one edge are called tangled', () => {
  const opposite = oppositeSides([0, 1, 2, 1, 0, 3, 0, 1, 4])
  expect([opposite[0], opposite[3], opposite[6]]).toEqual([TANGLED, TANGLED, TANGLED])
  expect(opposite.filter((s) => s === OPEN)).toHaveLength(6)
})

test('the open sides of a lidless box are one loop of four', () => {
  const { positions, indices } = boxSoup([3, 2, 1])
  const mesh = mend(positions, indices).mesh
  const lidless = mesh.indices.slice(6)
  const loops = openLoops(lidless, oppositeSides(lidless))
  expect(loops.map((l) => l.length)).toEqual([4])
})
