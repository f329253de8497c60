import { built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { suckedBetween } from './suction'

/** A pin of Ø 8 that ends 4 mm over the bottom of a blind hole in a block, with a gap; perhaps a hole into that. */
const pinIn = (gap: number, vent?: number): StepOf[] => [
  ['solid', { width: '20', depth: '20', height: '20' }, 'block'],
  ['solid', { shape: 'cylinder', across: String(8 + 2 * gap), height: '20', on: { base: 'ground', off: '3' }, how: 'take', parts: ['block'] }, 'hole'], // prettier-ignore
  ...(vent === undefined ? [] : [['solid', { shape: 'cylinder', across: String(vent), height: '10', on: { base: 'ground', off: '-2' }, how: 'take', parts: ['block'] }, 'vent'] as StepOf]), // prettier-ignore
  ['solid', { shape: 'cylinder', across: '8', height: '20', on: { base: 'ground', off: '7' } }, 'pin'],
]
const between = async (steps: StepOf[]) => {
  const { build } = await built(sheetOf(...steps))
  return suckedBetween(build.parts[0]!, build.parts[1]!)
}

test('a pin that fits a blind hole closely closes up the air under it: its room is told, with its place', async () => {
  const found = await between(pinIn(0.05))
  expect(Math.abs(found!.volume / (Math.PI * 4.05 ** 2 * 4) - 1)).toBeLessThan(0.1)
  expect(Math.hypot(found!.at[0], found!.at[1])).toBeLessThan(4.1)
  expect(found!.at[2]).toBeGreaterThan(3)
  expect(found!.at[2]).toBeLessThan(7)
})

test('air that has a way is none: a wide gap, a hole into the room, a hole right through', async () => {
  expect(await between(pinIn(0.5))).toBeUndefined()
  expect(await between(pinIn(0.05, 1.5))).toBeUndefined()
  expect(await between(pinIn(0.05, 8))).toBeUndefined()
})

test('a large room under a low rim is hardly felt, a closed room of one part alone is no suction', async () => {
  const box = (lid: string): StepOf[] => [
    ['solid', { width: '40', depth: '40', height: '30' }, 'base'],
    ['solid', { width: '36', depth: '36', height: '40', on: { base: 'ground', off: '2' }, how: 'take', parts: ['base'] }, 'room'], // prettier-ignore
    ['solid', { width: '40', depth: '40', height: '2', on: { base: 'ground', off: '30' } }, 'lid'],
    ['solid', { width: '35.9', depth: '35.9', height: lid, on: { base: 'ground', off: '30' }, way: 'in', how: 'add', parts: ['lid'] }, 'rim'], // prettier-ignore
  ]
  expect(await between(box('3'))).toBeUndefined()
  expect(Math.abs((await between(box('16')))!.volume / (36 * 36 * 12) - 1)).toBeLessThan(0.1)
})

test('it is found wherever the parts stand, turned as well', async () => {
  const turned = (steps: StepOf[]): StepOf[] => [...steps, ['put', { parts: ['block', 'pin'], how: 'turn', by: '37', at: { base: 'side', off: '0' } }, 'put'] as StepOf] // prettier-ignore
  expect(Math.abs((await between(turned(pinIn(0.05))))!.volume / (Math.PI * 4.05 ** 2 * 4) - 1)).toBeLessThan(0.1)
  expect(await between(turned(pinIn(0.05, 2)))).toBeUndefined()
})
