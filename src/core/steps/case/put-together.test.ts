import { cased } from '../../../../tests/support/cased'
import { at } from '../../../../tests/support/shapes'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { setField } from '../../document/edits'
import { setPrinter } from '../../document/print-edits'

const coil = { name: 'coil', place: at(5.5, 2, -1.2), solid: { kind: 'box', size: [3, 3, 1.2] } } as const
const board = simpleBoard(PLAIN)
const under = await cased({ name: 'shed', children: ['children' in board ? board.children[0]! : board, coil] })

test('a post under an item is found with the step’s own way out, and cut back it leaves the item its room', async () => {
  // As it is begun beside an item it is cut back.
  expect(under.project.steps.find((s) => s.kind === 'posts')!.fields).toMatchObject({ around: 'back' })
  const whole = await under.build(setField(under.step('posts'), 'around', 'whole')(under.project))
  const touch = whole.findings().find((f) => f.check === 'post-touches')!
  expect(touch).toMatchObject({ title: 'coil has 0.00 mm beside a post.', mend: { of: under.step('posts'), field: 'around', value: 'back' } }) // prettier-ignore
  expect(whole.findings().filter((f) => f.check === 'put-together').map((f) => f.title)).toEqual(['Carrier does not go into the base.']) // prettier-ignore
  const back = await under.build(setField(under.step('posts'), 'around', 'back')(under.project))
  expect(back.problems).toEqual([])
  expect(back.row('coil beside the posts')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.35, 1.7) })
  expect(back.findings().filter((f) => f.weight === 'stop' || f.check === 'post-touches')).toEqual([])
})

test('a lip that is meant to be pressed in is not accused of touching', async () => {
  const pressed = setPrinter({ gaps: { press: -0.03, snug: 0.1, sliding: 0.2, loose: 0.35 } })(setField(under.step('case'), 'fit', 'press')(under.project)) // prettier-ignore
  const { row } = await under.build(pressed)
  expect(row('Lid going onto the base')).toBeUndefined()
  expect(row('Lid going over Carrier')).toMatchObject({ verdict: 'holds' })
})

test('what goes in is measured to the hair: pins in their holes leave just their gap', async () => {
  const plain = await cased(simpleBoard(PLAIN))
  const { row, findings } = await plain.build(setField(plain.step('posts'), 'gap', '0.03')(plain.project))
  expect(row('Carrier going into the base')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.03, 1.9) })
  expect(findings().filter((f) => f.check === 'put-together')).toEqual([])
})
