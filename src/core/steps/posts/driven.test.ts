import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { at, type Node } from '../../../../tests/support/shapes'

/** A board of 50 by 30 with its holes 4 mm from its edges, and a capacitor so far to the right of the front left one. */
const beside = (far: number): Node => {
  const board = simpleBoard(PLAIN)
  const own = 'children' in board ? board.children[0]! : board
  return { name: 'shed', children: [own, { name: 'capacitor', place: at(PLAIN.inset + far, PLAIN.inset - 1, PLAIN.thickness), solid: { kind: 'box', size: [4, 2, 6] } }] } // prettier-ignore
}
const found = async (far: number, fields: Record<string, string>) => {
  const on = await cased(beside(far), { posts: false })
  const made = await on.add('posts', { across: '7.4', insert: '3', ...fields }, { case: { clearBelow: '6' } })
  expect(made.problems).toEqual([])
  return made.findings().filter((f) => f.check === 'screw-reach')
}

test('a screw whose head something stands under a driver is found, with the hole and the item', async () => {
  const [finding, more] = await found(2.5, { top: 'insert', screw: 'M3' })
  expect(more).toBeUndefined()
  expect(finding).toMatchObject({ title: expect.stringMatching(/^The screw at hole \d cannot be driven: capacitor is in the way\.$/), text: expect.stringContaining('Ø 5.5 mm') }) // prettier-ignore
})

test.each([
  ['farther off than the head and its room', 3.1, { top: 'insert', screw: 'M3' }],
  ['by a smaller screw', 2.5, { top: 'insert', screw: 'M2' }],
  ['where there are pins', 2.5, { top: 'pin' }],
] as const)('none is accused %s', async (_, far, fields) => {
  expect(await found(far, fields)).toEqual([])
})
