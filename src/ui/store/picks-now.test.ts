import type { Pick } from '@/core/fit/picks'
import type { SurfaceTag } from '@/core/kernel/surface'
import type { BuildView } from '@/worker/views'
import { picksNow } from './picks-now'

const flat = (role: string, z: number): SurfaceTag => ({ step: 's', role, shape: { kind: 'plane', normal: [0, 0, 1], point: [0, 0, z] } }) // prettier-ignore
type Box = readonly [number, number, number, number, number, number]
const at = (z: number): Box => [-5, -5, z, 5, 5, z]
const buildWith = (...faces: [SurfaceTag, Box][]) => ({ parts: [{ id: 'p', body: { surfaces: faces.map(([s]) => s), surfaceOf: faces.map((_, i) => i), shown: { regionBoxes: Float32Array.from(faces.flatMap(([, box]) => [...box])) } } }] }) as unknown as BuildView // prettier-ignore
const buildOf = (...surfaces: SurfaceTag[]) => buildWith(...surfaces.map((s): [SurfaceTag, Box] => [s, at((s.shape as unknown as { point: readonly [number, number, number] }).point[2])])) // prettier-ignore
const top: Pick = { kind: 'surface', owner: 'p', ownerName: 'P', name: { step: 's', role: 'top' }, region: 1, shape: flat('top', 5).shape, point: [0, 0, 5], size: [10, 10, 0], thickness: 5 } // prettier-ignore

test('a picked face is found again by its name, where it is now', () => {
  expect(picksNow([top], buildOf(flat('foot', 0), flat('top', 5)))).toEqual([top])
  const [moved] = picksNow([top], buildOf(flat('top', 8), flat('foot', 0)))
  expect(moved).toMatchObject({ region: 0, shape: { point: [0, 0, 8] }, point: [0, 0, 5] })
})

test('one that is gone is not picked any more, others and items stay', () => {
  const item: Pick = { ...top, reference: 'board', owner: 'usb' }
  expect(picksNow([top, item], buildOf(flat('foot', 0)))).toEqual([item])
  expect(picksNow([item], { parts: [] })).toEqual([item])
})

test('where nothing is different the list is the same', () => {
  const picks = [top]
  expect(picksNow(picks, buildOf(flat('foot', 0), flat('top', 5)))).toBe(picks)
})

test('where a face has come apart it is the piece where it was picked, as large as that is', () => {
  const halves = buildWith([flat('top', 5), [-5, -5, 5, 5, -2, 5]], [flat('top', 5), [-5, 2, 5, 5, 5, 5]])
  const [front] = picksNow([{ ...top, point: [1, -4, 5] }], halves)
  expect(front).toMatchObject({ region: 0, size: [10, 3, 0] })
  // What lay behind the whole face says nothing of the piece.
  expect(front!.thickness).toBeUndefined()
  expect(picksNow([{ ...top, point: [1, 4, 5] }], halves)[0]).toMatchObject({ region: 1, size: [10, 3, 0] })
  expect(picksNow([{ ...top, point: [1, 3, 5], region: 0 }], halves)[0]!.region).toBe(1)
})
