import { at, built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { Random } from '../../../../tests/fuzz/random'
import { setField } from '../../document/edits'
import { keepFace, pointable, seen } from '../../faces/resolve'
import { boxOfPositions } from '../../geometry/vec'

const LOW: StepOf = ['solid', { width: '40', depth: '30', height: '6' }, 'low']
const TALL: StepOf = ['solid', { width: '10', depth: '8', height: '24', at: at(50, 0) }, 'tall']

const boxes = async (...steps: StepOf[]) => {
  const { build, problems } = await built(sheetOf(...steps))
  expect(problems).toEqual([])
  return Object.fromEntries(build.parts.map((p) => [p.id, boxOfPositions(p.mesh.positions)]))
}
const put = (fields: Fields): StepOf => ['put', { parts: ['tall'], ...fields }, 'put']
const close = (values: readonly number[]) => values.map((v) => expect.closeTo(v, 4))

test('parts are moved and turned by what is typed, several together', async () => {
  const { low, tall } = await boxes(LOW, TALL, put({ parts: ['low', 'tall'], right: '3', back: '-4', up: '1.5' }))
  expect([low!.min, tall!.min]).toEqual([close([-17, -19, 1.5]), close([48, -8, 1.5])])
  // About the upright axis through the origin: what was to the right is at the back.
  const turned = await boxes(LOW, TALL, put({ how: 'turn', at: { base: 'ground', off: '0' }, by: '90' }))
  expect([turned['tall']!.min, turned['tall']!.max]).toEqual([close([-4, 45, 0]), close([4, 55, 24])])
  expect(turned['low']!.min).toEqual(close([-20, -15, 0]))
})

test('a face comes against a face, at a distance, and follows it', async () => {
  const { build } = await built(sheetOf(LOW, TALL))
  const face = (k: 0 | 1, way: number[]) => ({ part: build.parts[k]!.id, face: facing(build.parts[k]!, way), datum: 'middle', off: '0' }) // prettier-ignore
  const steps = [
    LOW,
    TALL,
    put({ how: 'against', mine: face(1, [0, 0, -1]), to: face(0, [0, 0, 1]), gap: '0.2' }),
  ] as const
  const { tall } = await boxes(...steps)
  expect([tall!.min, tall!.max]).toEqual([close([-5, -4, 6.2]), close([5, 4, 30.2])])
  const higher = await built(setField('low', 'height', '11')(sheetOf(...steps)))
  expect(boxOfPositions(higher.build.parts[1]!.mesh.positions).min[2]).toBeCloseTo(11.2, 4)
  // Lying on its side: its right face looks down.
  const lying = await boxes(LOW, TALL, put({ how: 'against', mine: face(1, [1, 0, 0]), to: face(0, [0, 0, 1]) }))
  expect(lying['tall']!.max[2]! - lying['tall']!.min[2]!).toBeCloseTo(10, 4)
  expect(lying['tall']!.min[2]).toBeCloseTo(6, 4)
})

test('an axis comes in line with another, wherever both are', async () => {
  const random = new Random(3)
  for (let i = 0; i < 8; i++) {
    const place = () => at(`${-40 + 80 * random.next()}`, `${-40 + 80 * random.next()}`)
    const rod: StepOf = ['solid', { shape: 'cylinder', across: '6', height: '30', at: place() }, 'rod']
    const hole: StepOf = ['solid', { shape: 'tube', across: '20', wall: '6', height: '12', at: place(), lift: '4' }, 'ring'] // prettier-ignore
    const { build } = await built(sheetOf(rod, hole))
    const round = (k: 0 | 1, inside: boolean) => {
      const on = pointable(build.parts[k]!.mesh)
      const region = on.topology.surfaceOf.findIndex((s) => {
        const { shape } = on.mesh.surfaces[s]!
        return shape.kind === 'cylinder' && (shape.hole ?? false) === inside
      })
      return { part: build.parts[k]!.id, face: keepFace(seen(on), region, [0, 0, 6]), at: 'middle', datum: 'middle', off: '0' } // prettier-ignore
    }
    const { rod: there, ring } = await boxes(rod, hole, ['put', { parts: ['rod'], how: 'inline', mine: round(0, false), to: round(1, true) }, 'put']) // prettier-ignore
    for (const k of [0, 1, 2]) expect(there!.min[k]! + there!.max[k]!).toBeCloseTo(ring!.min[k]! + ring!.max[k]!, 3)
  }
})

test('what cannot be is told at the field', async () => {
  const { build } = await built(sheetOf(LOW, TALL))
  const own = { part: 'tall', face: facing(build.parts[1]!, [0, 0, 1]), datum: 'middle', off: '0' }
  const problem = async (fields: Fields) => (await built(sheetOf(LOW, TALL, put(fields)))).problems[0]
  expect(await problem({ parts: [] })).toMatchObject({ field: 'parts' })
  expect(await problem({ how: 'against' })).toMatchObject({ field: 'mine' })
  expect(await problem({ how: 'against', mine: own, to: own })).toMatchObject({ field: 'to' })
})
