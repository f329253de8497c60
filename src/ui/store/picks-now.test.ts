import type { Pick } from '@/core/fit/picks'
import type { SurfaceTag } from '@/core/kernel/surface'
import type { BuildView } from '@/worker/views'
import { picksNow } from './picks-now'

const flat = (role: string, z: number): SurfaceTag => ({ step: 's', role, shape: { kind: 'plane', normal: [0, 0, 1], point: [0, 0, z] } }) // prettier-ignore
const buildOf = (...surfaces: SurfaceTag[]) => ({ parts: [{ id: 'p', body: { surfaces, surfaceOf: surfaces.map((_, i) => i) } }] }) as unknown as BuildView // prettier-ignore
const top: Pick = { kind: 'surface', owner: 'p', ownerName: 'P', name: { step: 's', role: 'top' }, region: 1, shape: flat('top', 5).shape, point: [0, 0, 5], size: [1, 1, 0] } // prettier-ignore

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
