import { cased } from '../../../../tests/support/cased'

const on = await cased()
const wrap = on.step('case')
const face = (role: string, near: number[]) => ({ part: `${wrap}.lid`, face: { name: { step: wrap, role }, near, of: 1 }, datum: 'middle', off: '0' }) // prettier-ignore
const top = face('roof:top', [0, 0, 8.4])
const label = (fields: Record<string, unknown>) => on.add('label', { part: `${wrap}.lid`, on: top, at: { along: 0, up: -3, from: '' }, ...fields } as never) // prettier-ignore
const bare = await on.build(on.project)
const heights = (b: typeof bare) => b.built.parts[1]!.mesh.positions.filter((_, i) => i % 3 === 2)

test('letters stand out by whole layers; their upright strokes are whole lines wide', async () => {
  const made = await label({ text: 'I' })
  expect(made.problems).toEqual([])
  expect(Math.max(...heights(made)) - Math.max(...heights(bare))).toBeCloseTo(0.4, 4)
  expect(made.notes).toContain('Upright strokes are 1.26 mm, 3 lines.')
  // An I of 6 mm, 3 lines wide, grown or shrunk by as much at its ends; 2 layers high.
  const added = (made.volume('Lid') - bare.volume('Lid')) / 0.4
  const own = (6 * 116) / 654
  expect(added / (1.26 * (6 + 1.26 - own))).toBeCloseTo(1, 2)
})

test('letters that are let in take as much as raised ones add, and are read from outside on every side', async () => {
  const [raised, sunk] = [await label({ text: 'Rt' }), await label({ text: 'Rt', how: 'sunk' })]
  expect((raised.volume('Lid') - bare.volume('Lid')) / (bare.volume('Lid') - sunk.volume('Lid'))).toBeCloseTo(1, 2)
  // R has its bowl in its upper part and reaches farther right at its foot: turned about, not mirrored, seen from below.
  const under = { ...face('roof:top', [0, 0, 8.4]), part: `${wrap}.base`, face: { name: { step: wrap, role: 'floor:under' }, near: [0, 0, -4.3], of: 1 } } // prettier-ignore
  const below = await on.add('label', { part: `${wrap}.base`, on: under, text: 'L', at: { along: 0, up: -3, from: '' } } as never) // prettier-ignore
  expect(below.problems).toEqual([])
  const { mesh } = below.built.parts[0]!
  const low = Math.min(...mesh.positions.filter((_, i) => i % 3 === 2))
  const points = Array.from({ length: mesh.positions.length / 3 }, (_, i) => [0, 1, 2].map((c) => mesh.positions[3 * i + c]!)).filter((p) => Math.abs(p[2]! - low) < 1e-4) // prettier-ignore
  const [x0, x1] = [Math.min(...points.map((p) => p[0]!)), Math.max(...points.map((p) => p[0]!))]
  // Of an L the upright stroke, which alone reaches up, is to its left as it is read; seen from below left is left.
  const tall = points.filter((p) => p[1]! < Math.min(...points.map((q) => q[1]!)) + 0.5).map((p) => p[0]!)
  expect(Math.max(...tall) - x0).toBeLessThan((x1 - x0) / 2)
})

test.each([
  [{ text: '' }, 'text', /no letter/],
  [{ text: '中' }, 'text', /no outlines for 中/],
])('%j is refused', async (fields, field, message) => {
  expect((await label(fields)).problems[0]).toMatchObject({ field, message: expect.stringMatching(message) })
})

test('a depth between layers is said', async () => {
  expect((await label({ deep: '0.5' })).notes.join()).toMatch(/2\.5 layers; whole ones print as they are drawn/)
})
