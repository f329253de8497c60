import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'

const top = [{ name: { step: 'plate', role: 'far' }, near: [0, 0, 4], of: 1 }]
const onPlate = (fields: Fields, more: readonly StepOf[] = []) =>
  built(
    sheetOf(['solid', { width: '60', depth: '40', height: '4' }, 'plate'], ...more, [
      'ribs',
      { part: 'plate', on: top, high: '3', web: '1', apart: '10', ...fields },
      'webs',
    ]),
  )
const plain = 60 * 40 * 4

test('ribs run from edge to edge, as many as there is room for, one way or both', async () => {
  // Every 10 mm about the middle: 4 along the 60 mm, and 6 along the 40 mm.
  const [along, up, both] = [await onPlate({ run: 'along' }), await onPlate({ run: 'up' }), await onPlate({ run: 'both' })] // prettier-ignore
  expect(along.volumes.plate! - plain).toBeCloseTo(4 * 60 * 3, 3)
  expect(up.volumes.plate! - plain).toBeCloseTo(6 * 40 * 3, 3)
  expect(both.volumes.plate! - plain).toBeCloseTo((4 * 60 + 6 * 40 - 4 * 6) * 3, 3)
  expect(along.notes.join()).toContain('4 ribs: 2.38 lines, where whole ones print best')
})

test('they keep off the edges where asked, and stop at a hole and at what stands on the face', async () => {
  const kept = await onPlate({ run: 'along', margin: '2' })
  expect(kept.volumes.plate! - plain).toBeCloseTo(4 * 56 * 3, 3)
  const boss = ['solid', { shape: 'box', width: '12', depth: '11', height: '8', how: 'add', parts: ['plate'] }, 'boss'] as const // prettier-ignore
  const stopped = await onPlate({ run: 'along' }, [boss])
  // The two inner ribs, at 5 mm from the middle, run into it: their outer halves pass.
  const bossVolume = 12 * 11 * 4
  const inner = 2 * (60 - 12) * 3
  expect(stopped.volumes.plate! - plain - bossVolume).toBeCloseTo(2 * 60 * 3 + inner, 3)
  const hole = ['solid', { shape: 'cylinder', across: '14', height: '8', how: 'take', parts: ['plate'] }, 'bore'] as const // prettier-ignore
  const round = await onPlate({ run: 'along' }, [hole])
  const bore = Math.PI * 49 * 4
  const chord = (y: number) => 2 * Math.sqrt(49 - y * y)
  const lost = 2 * ((chord(4.5) + chord(5.5)) / 2) * 3
  expect(round.volumes.plate!).toBeCloseTo(plain - bore + 4 * 60 * 3 - lost, -0.5)
})

test('a round face carries ribs to its rim; no room and no gap are refused with what would do', async () => {
  const disc = await built(
    sheetOf(
      ['solid', { shape: 'cylinder', across: '40', height: '4' }, 'plate'],
      ['ribs', { part: 'plate', on: top, high: '3', web: '1', apart: '10', run: 'along' }, 'webs'],
    ),
  )
  const rib = (y: number) => Math.sqrt(400 - (y - 0.5) ** 2) + Math.sqrt(400 - (y + 0.5) ** 2)
  expect(disc.volumes.plate! - Math.PI * 400 * 4).toBeCloseTo(3 * 2 * (rib(5) + rib(15)), -1)
  expect((await onPlate({ apart: '1' })).problems[0]).toMatchObject({ kind: 'apart' })
  expect((await onPlate({ margin: '40' })).problems[0]).toMatchObject({ kind: 'no-room' })
})
