import { cased } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { read, situation, stepBytes } from '../../../../tests/support/boards'
import { at } from '../../../../tests/support/shapes'
import { emptyProject, makeReference } from '../../document/schema'
import { smallestGap, TriangleTree } from '../../fit/gap'
import { poseAt } from '../../geometry/travel'
import { placePositions } from '../../geometry/placement'
import { unpacked } from '../../mesh/unpack'
import { resolveReference } from '../../references/resolve'
import { propose } from '../offers'

const on = await cased(simpleBoard({ ...PLAIN, width: 60, depth: 40, hole: 0 }), { posts: false })
const ROOMY = { case: { clearAbove: '6', clearBelow: '4', fit: 'loose', wall: '2.4', outline: 'rectangle' } }

test.each(['back', 'front', 'left', 'right'])(
  'a hinge at the %s: the pin has its gaps, and the lid opens past base and board',
  async (side) => {
    const made = await on.add('hinge', { side, wide: '24', count: '3', pin: '2', gap: '0.2', hold: '0.05' }, ROOMY)
    expect(made.problems).toEqual([])
    expect(Math.abs(made.row('Pin of the hinge in the lid')!.measured! - 0.2)).toBeLessThan(0.02)
    expect(Math.abs(made.row('Pin of the hinge in the base')!.measured! - 0.05)).toBeLessThan(0.02)
    for (const between of ['Lid opening on its hinge', 'Lid opening over what is inside']) expect(made.row(between)).toMatchObject({ verdict: 'holds' }) // prettier-ignore
    expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
    // An independent look: half open, the far side of the lid is far above the base, and nothing touches.
    const { way } = made.built.rows.find((r) => r.between === 'Lid opening on its hinge')!.travel!
    const [base, lid] = made.built.parts
    const open = placePositions(poseAt(way, 0.75), lid!.mesh.positions)
    const highest = (p: ArrayLike<number>) => Math.max(...Array.from(p).filter((_, i) => i % 3 === 2))
    expect(highest(open)).toBeGreaterThan(highest(lid!.mesh.positions) + 20)
    const gap = smallestGap(new TriangleTree(unpacked(Float32Array.from(open), lid!.mesh.indices)), new TriangleTree(unpacked(base!.mesh.positions, base!.mesh.indices))) // prettier-ignore
    expect(gap!.distance).toBeGreaterThan(0.1)
    // It is one part still, and knuckles stand by turns on both.
    expect(made.notes.join()).toContain('A pin of Ø 2.0 mm, 24.0 mm long.')
    const count = (part: number) => new Set(made.built.parts[part]!.mesh.surfaces.filter((s) => s.role === 'knuckle').map((s) => s.copy?.[0])).size // prettier-ignore
    expect([count(0), count(1)]).toEqual([2, 1])
  },
)

test('a hinge alone holds nothing: with a snap arm at the other side the lid is held, on its arc as well', async () => {
  const alone = await on.add('hinge', { wide: '24', count: '3' }, ROOMY)
  expect(alone.findings().map((f) => f.check)).toContain('lid-held')
  const both = await on.build(on.withSteps([{ kind: 'hinge', fields: { wide: '24', count: '3' } }, { kind: 'snaps', fields: { sides: 'front', long: '11', overlap: '0.4' } }], ROOMY)) // prettier-ignore
  expect(both.problems).toEqual([])
  expect(both.row('Lid opening on its hinge')).toMatchObject({ verdict: 'holds' })
  expect(both.findings().map((f) => f.check)).not.toContain('lid-held')
})

test.each([
  [{}, { fit: 'press', lip: '4' }, 'side', /a looser lip, or one up to [\d.]+ mm high, would do/],
  [{ count: '15', wide: '30' }, {}, 'count', /a hinge from [\d.]+ mm on, would do/],
  [{ pin: '16' }, {}, 'round', /a thinner pin or wall would do/],
])('%j is refused', async (fields, set, field, message) => {
  const { problems } = await on.add('hinge', fields, { case: { ...ROOMY.case, ...set } })
  expect(problems[0]).toMatchObject({ field, message: expect.stringMatching(message) })
})

test('where the wall goes round an item at a corner beside the hinge its lip is looked at too: what would let it out lets it out', async () => {
  const plain = simpleBoard({ ...PLAIN, width: 60, depth: 40, hole: 0 })
  const plug = { name: 'plug', place: at(56, 33, 1.6), solid: { kind: 'box' as const, size: [7, 9, 3] as [number, number, number] } } // prettier-ignore
  const corner = await cased({ name: 'shed', children: ['children' in plain ? plain.children[0]! : plain, plug] }, { posts: false, openings: false }) // prettier-ignore
  const hinge = (lip: string) => corner.add('hinge', { side: 'back', wide: '24', count: '3' }, { case: { ...ROOMY.case, fit: 'snug', outline: 'followed', parting: 'board.top + 4', lip } }) // prettier-ignore
  const { problems } = await hinge('3')
  expect(problems[0]).toMatchObject({ field: 'side', kind: 'lip' })
  const high = /one up to ([\d.]+) mm high/.exec(problems[0]!.message)![1]!
  expect(Number(high)).toBeLessThan(2)
  const lower = await hinge(String(Number(high) - 0.05))
  expect(lower.problems).toEqual([])
  expect(lower.row('Lid opening on its hinge')).toMatchObject({ verdict: 'holds' })
})

test('an item through the wall at the end of the hinge is met on the arc: how much room it needs is told, and one click gives it', async () => {
  const plain = simpleBoard({ ...PLAIN, width: 60, depth: 40, hole: 0 })
  const plug = { name: 'plug', place: at(56, 12, 1.6), solid: { kind: 'box' as const, size: [8, 10, 9] as [number, number, number] } } // prettier-ignore
  const beside = await cased({ name: 'shed', children: ['children' in plain ? plain.children[0]! : plain, plug] }, { posts: false }) // prettier-ignore
  const hinged = (set: object = {}) => beside.add('hinge', { side: 'back', wide: '24', count: '3' }, { case: ROOMY.case, opening: { way: 'open', ...set } }) // prettier-ignore
  const { problems, findings } = await hinged()
  expect(problems).toEqual([])
  const found = findings().find((f) => f.check === 'put-together' && f.title.startsWith('Lid opening'))!
  expect(found.text).toMatch(/plug is in the way .* On its arc the lid needs [\d.]+ mm round it\./)
  expect(found.mend).toMatchObject({ field: 'gap', words: 'widen its opening' })
  const wider = await hinged({ gap: String(found.mend!.value) })
  expect(wider.problems).toEqual([])
  expect(wider.findings().filter((f) => f.weight === 'stop').map((f) => f.title)).toEqual([]) // prettier-ignore
})

test('it is begun where the snap arm across from it has room beside what reaches out of the walls', async () => {
  const plain = simpleBoard({ ...PLAIN, width: 35, depth: 33, hole: 0 })
  const plug = { name: 'plug', place: at(14, 29, 1.6), solid: { kind: 'box' as const, size: [11, 7, 5] as [number, number, number] } } // prettier-ignore
  const model = await read(await stepBytes({ name: 'shed', children: ['children' in plain ? plain.children[0]! : plain, plug] })) // prettier-ignore
  const settings = makeReference({ id: 'board', name: 'Carrier', kind: 'step', file: 'a'.repeat(64), fileName: 'c.step' }) // prettier-ignore
  const empty = { ...emptyProject('Shed'), references: [settings] }
  const { steps } = propose(situation(empty, [resolveReference(model, settings)]), ['wrap', 'let out', 'hinge'])
  expect(steps.find((s) => s.kind === 'hinge')!.fields).toMatchObject({ side: 'left' })
  expect(steps.find((s) => s.kind === 'snaps')!.fields).toMatchObject({ sides: 'right' })
})
