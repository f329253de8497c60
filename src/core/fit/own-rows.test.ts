import { at, built, shape, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import { Random } from '../../../tests/fuzz/random'
import { newRow, setField, setNumber, setRow } from '../document/edits'
import type { MeasureEnd } from '../document/measure-schema'
import { emptyProject, type Project } from '../document/schema'
import { keepFace, pointable, seen } from '../faces/resolve'
import type { BuiltPart } from '../built/built'
import { foundPairs } from './found-pairs'
import { measureLedger } from './ledger'

/** A pin of 8 that stands in a plate with a bore, both drawn on the ground. */
const pinInPlate = (bore: string, pin = '8'): Project =>
  sheetOf(
    ['drawing', { shapes: [shape('circle', { across: pin, at: at(0, 0) }, 'disc')] }, 'd1'],
    ['extrude', { drawing: 'd1', by: '20' }, 'pin'],
    ['drawing', { shapes: [shape('rectangle', { width: '40', height: '40', at: at(0, 0) }, 'r'), shape('circle', { across: bore, at: at(0, 0), is: 'hole' }, 'bore')] }, 'd2'], // prettier-ignore
    ['extrude', { drawing: 'd2', by: '6' }, 'plate'],
  )

function round(part: BuiltPart): MeasureEnd {
  const on = pointable(part.mesh)
  const region = on.topology.surfaceOf.findIndex((s) => part.mesh.surfaces[s]!.shape.kind === 'cylinder')
  const shape = part.mesh.surfaces[on.topology.surfaceOf[region]!]!.shape
  if (shape.kind !== 'cylinder') throw new Error('not round')
  const point = [shape.point[0] + shape.radius, shape.point[1], 3] as const
  return { owner: part.id, as: 'face', point: [...point], on: keepFace(seen(on), region, point) }
}

const { printer } = emptyProject('Pins')
const ledgerOf = async (project: Project) => measureLedger((await built(project)).build)
const endsOf = async (project: Project): Promise<[MeasureEnd, MeasureEnd]> => {
  const { build } = await built(project)
  const part = (id: string) => build.parts.find((p) => p.id === id)!
  return [round(part('pin')), round(part('plate'))]
}

test('two faces that the maker picked have a row that follows them, and says what is wrong with it', async () => {
  const start = pinInPlate('8.4')
  const row = newRow('own', await endsOf(start), 0.2, printer)
  const watched = setRow(row)(start)
  const [first] = await ledgerOf(watched)
  expect(first).toMatchObject({ id: 'own', verdict: 'holds', wanted: 0.2, measured: expect.closeTo(0.2, 2) })
  expect(first!.between).toBe('Part, round outside, Ø 8 to Part 2, round inside, Ø 8.4')
  expect((await ledgerOf(setField('bore', 'across', '8.2')(watched)))[0]).toMatchObject({ verdict: 'tight', measured: expect.closeTo(0.1, 2) }) // prettier-ignore
  expect((await ledgerOf(setField('bore', 'across', '9')(watched)))[0]).toMatchObject({ verdict: 'wide' })
  const least = setRow({ ...row, rule: 'at-least', name: 'pin in its bore' })(watched)
  expect((await ledgerOf(setField('bore', 'across', '9')(least)))[0]).toMatchObject({ verdict: 'holds', between: 'pin in its bore' }) // prettier-ignore
  const named = setNumber('n', 'play', '0.25')(setRow({ ...row, wanted: 'play', tolerance: '0.01' })(watched))
  expect((await ledgerOf(named))[0]).toMatchObject({ wanted: 0.25, verdict: 'tight' })
  const [unknown] = await ledgerOf(setRow({ ...row, wanted: 'slack' })(watched))
  expect(unknown).toMatchObject({ verdict: 'lost', problem: { message: expect.stringContaining('slack') } })
  expect((await ledgerOf(setRow({ ...row, wanted: '-0.1' })(watched)))[0]!.problem!.message).toContain('0 or more')
  const gone = { ...watched, steps: watched.steps.filter((s) => s.id !== 'pin') }
  expect((await ledgerOf(gone))[0]).toMatchObject({ verdict: 'lost', problem: { kind: 'gone' } })
})

test('faces that should touch do so only where there is nothing between them', async () => {
  const stacked = (lift: string): Project =>
    sheetOf(['solid', { width: '30', depth: '30', height: '5' }, 'low'], ['solid', { width: '20', depth: '20', height: '5', lift }, 'high']) // prettier-ignore
  const { build } = await built(stacked('5'))
  const face = (k: 0 | 1, way: [number, number, number]): MeasureEnd => ({ owner: build.parts[k]!.id, as: 'face', point: [0, 0, 5], on: facing(build.parts[k]!, way) }) // prettier-ignore
  const row = newRow('t', [face(0, [0, 0, 1]), face(1, [0, 0, -1])], 0, printer)
  expect(row.rule).toBe('touch')
  const verdict = async (lift: string) => (await ledgerOf(setRow(row)(stacked(lift))))[0]!.verdict
  expect(await verdict('5')).toBe('holds')
  expect(await verdict('5.002')).toBe('wide')
})

test('axes and whole parts can be given rows too', async () => {
  const start = pinInPlate('9')
  const [pin, plate] = await endsOf(start)
  const axes = setRow({
    ...newRow(
      'a',
      [
        { ...pin, as: 'axis' },
        { ...plate, as: 'axis' },
      ],
      0,
      printer,
    ),
  })(start)
  expect((await ledgerOf(axes))[0]).toMatchObject({ measured: expect.closeTo(0, 3), verdict: 'holds' })
  const aside = setField('bore', 'at', { along: '0.3', up: '0', from: '' })(axes)
  expect((await ledgerOf(aside))[0]).toMatchObject({ measured: expect.closeTo(0.3, 3), verdict: 'wide' })
  const parts = setRow(newRow('p', [{ owner: 'pin', as: 'item', point: [0, 0, 0] }, { owner: 'plate', as: 'item', point: [0, 0, 0] }], 0.5, printer))(start) // prettier-ignore
  expect((await ledgerOf(parts))[0]).toMatchObject({ between: 'Part to Part 2', measured: expect.closeTo(0.5, 2) })
})

test('what lies beside each other without a row is found, with its gap, and is not found again once it is watched', async () => {
  const random = new Random(7)
  for (let i = 0; i < 12; i++) {
    const gap = 0.05 + 0.9 * random.next()
    const pin = 4 + 20 * random.next()
    const start = pinInPlate(`${pin + 2 * gap}`, `${pin}`)
    const { build } = await built(start)
    const [pair, ...others] = foundPairs(build)
    expect(others).toEqual([])
    expect(pair!.names).toEqual(['Part', 'Part 2'])
    expect(Math.abs(pair!.gap - gap)).toBeLessThan(0.005)
    const watched = setRow(newRow('w', pair!.ends, pair!.gap, printer))(start)
    const again = await built(watched)
    expect(foundPairs(again.build)).toEqual([])
    expect(measureLedger(again.build)[0]).toMatchObject({ verdict: 'holds' })
  }
})

test('parts further apart than a millimetre, or beside each other for less than three, are no pair', async () => {
  const two = (...more: StepOf[]): Project =>
    sheetOf(['solid', { width: '10', depth: '10', height: '10' }, 'a'], ...more)
  const pairs = async (project: Project) => foundPairs((await built(project)).build).length
  const beside = (along: string, up = '0') => two(['solid', { width: '10', depth: '10', height: '10', at: { along, up } }, 'b']) // prettier-ignore
  expect(await pairs(beside('10.5'))).toBe(1)
  expect(await pairs(beside('11.5'))).toBe(0)
  expect(await pairs(beside('10', '10.5'))).toBe(1)
  expect(await pairs(beside('10.9', '10.9'))).toBe(0)
})

test('a row that is begun wants what is there: a fit class by its name, where the gap is one', async () => {
  const ends = await endsOf(pinInPlate('8.4'))
  const wanted = (gap: number) => newRow('r', ends, gap, printer).wanted
  expect([0.05, 0.1, 0.199, 0.3501].map(wanted)).toEqual(['fit.press', 'fit.snug', 'fit.sliding', 'fit.loose'])
  expect(wanted(0.2713)).toBe('0.27')
})

describe('on the whole way of what moves', () => {
  // A block of 10 that slides 40 to the right, past a post whose side stands 3 behind its own.
  const sliding = (more: readonly StepOf[] = []): Project =>
    sheetOf(
      ['solid', { width: '10', depth: '10', height: '10', at: at('-20', '0') }, 'block'],
      ['solid', { width: '6', depth: '6', height: '20', at: at('0', '11') }, 'post'],
      ['motion', { part: 'block', at: { base: 'side', off: '0' }, from: '0', to: '40' }, 'm'],
      ...more,
    )
  const rowOf = async (project: Project, on: 'stands' | 'way', ids: readonly [string, string]) => {
    const { build } = await built(project)
    const end = (id: string, way: number[]): MeasureEnd => ({ owner: id, as: 'face', point: [0, 0, 0], on: facing(build.parts.find((p) => p.id === id)!, way) }) // prettier-ignore
    const own = newRow('own', [end(ids[0], [0, 1, 0]), end(ids[1], [0, -1, 0])], 3, printer)
    return (await ledgerOf(setRow({ ...own, on })(project))).find((r) => r.id === 'own')!
  }

  test('has the least gap that there is anywhere on it, whichever of the two moves', async () => {
    const standing = await rowOf(sliding(), 'stands', ['block', 'post'])
    expect(standing).toMatchObject({ measured: expect.closeTo(Math.hypot(12, 3), 3), verdict: 'wide' })
    expect(await rowOf(sliding(), 'way', ['block', 'post'])).toMatchObject({ measured: expect.closeTo(3, 4), verdict: 'holds' }) // prettier-ignore
    const back = await rowOf(sliding(), 'way', ['post', 'block'])
    expect(back.measured).toBeCloseTo(19, 4)
    const near = await rowOf(setField('post', 'at', at('0', '9'))(sliding()), 'way', ['block', 'post'])
    expect(near).toMatchObject({ measured: expect.closeTo(1, 4), verdict: 'tight' })
  })

  test('what is coupled is measured on both ways; what nothing moves, or two ways of their own, are said', async () => {
    const second = (train: string): StepOf => ['motion', { part: 'post', at: { base: 'side', off: '0' }, from: '0', to: '40', ...(train ? { with: train, goes: 'coupled' } : {}) }, 'm2'] // prettier-ignore
    const coupled = await rowOf(sliding([second('m')]), 'way', ['block', 'post'])
    expect(coupled).toMatchObject({ measured: expect.closeTo(Math.hypot(12, 3), 3) })
    const apart = await rowOf(sliding([second('')]), 'way', ['block', 'post'])
    expect(apart).toMatchObject({ verdict: 'lost', problem: { kind: 'no-way' } })
    const still = sliding()
    const none = await rowOf({ ...still, steps: still.steps.slice(0, 2) }, 'way', ['block', 'post'])
    expect(none).toMatchObject({ verdict: 'lost', problem: { kind: 'no-way' } })
  })
})
