import { built, sheetOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import type { KeptFace } from '../document/pick-schema'
import { pointable } from '../faces/resolve'
import { keptAt } from './kept-at'

test('a kept face of a part that was divided is found on the piece that has it now, with its size', async () => {
  const block = ['solid', { width: '60', depth: '40', height: '20' }, 'part'] as const
  const whole = (await built(sheetOf(block))).build.parts[0]!
  const kept = facing(whole, [1, 0, 0]) as KeptFace
  const { build } = await built(sheetOf(block, ['divide', { part: 'part', at: { base: 'side', off: '4' } }, 'd']))
  const parts = build.parts.map((p) => [p.id, pointable(p.mesh)] as const)
  const found = keptAt(parts, kept)!
  expect(found.part).toBe('d.2')
  expect(found.size).toEqual([0, 40, 20].map((v) => expect.closeTo(v, 3) as unknown))
  expect(found.point[0]).toBeCloseTo(30, 3)
  expect(keptAt(parts, { ...kept, name: { step: 'part', role: 'never' } })).toBeUndefined()
})
