import { IDENTITY } from '../geometry/placement'
import { polygonProfile } from '../profile/shapes'
import { expectOk, ok } from '../result'
import { blockShape } from './block-shape'
import { faceRef, mostAlike } from './face-ref'
import { shapeFacts } from './shape-facts'

test('of several faces of one item that lie in one plane, each is found again as itself', () => {
  // Three blocks of one height beside each other, as one thing.
  const square = (x: number) => polygonProfile([[x, 0], [x + 10, 0], [x + 10, 12], [x, 12]], ['a', 'b', 'c', 'd']).loops[0]! // prettier-ignore
  const profile = { loops: [square(0), square(30), square(62)] }
  const shape = expectOk(blockShape({ kind: 'profile', outline: 'o', height: '8' }, (f) => ok(Number(f)), () => profile)) // prettier-ignore
  const { faces } = shapeFacts(shape)
  const flat = faces.flatMap((s, i) => (s.kind === 'plane' ? [i] : []))
  expect(flat).toHaveLength(18)
  for (const i of flat) expect(mostAlike(faces, faceRef('blocks', faces[i]!, IDENTITY, 1)!, IDENTITY, 1)).toBe(i)
})
