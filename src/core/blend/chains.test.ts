import { built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { pointable } from '../faces/resolve'
import { distance } from '../geometry/vec'
import { bordersLike } from './alike'
import { chainsOf, sagitta } from './chains'
import { probesOf } from './fits'
import { sectionAt } from './section'

const partOf = async (...steps: StepOf[]) => pointable((await built(sheetOf(...steps))).build.parts[0]!.mesh)
const BOX: StepOf = ['solid', { width: '40', depth: '30', height: '10' }, 'part']
const drawn = (shape: object, by = '8'): StepOf[] => [['drawing', { shapes: [shape] }, 'd'], ['extrude', { drawing: 'd', by }, 'part']] // prettier-ignore
const ROUNDED = { id: 'o', kind: 'run', fields: { through: [[-20, -15], [20, -15], [20, 15], [-20, 15]].map(([along, up]) => ({ along, up, from: '' })), round: '6' } } // prettier-ignore

test('the edges of a box are chains by themselves; by kind there are four of each, as long as they are', async () => {
  const on = await partOf(BOX)
  const long = (alike: Parameters<typeof bordersLike>[1]) => chainsOf(on, bordersLike(on, alike)).map((c) => Math.round(c.long * 1e3) / 1e3).sort((a, b) => a - b) // prettier-ignore
  expect(long('upright')).toEqual([10, 10, 10, 10])
  expect(long('top')).toEqual([30, 30, 40, 40])
  expect(long('outer')).toHaveLength(12)
  expect(bordersLike(on, 'inner')).toEqual([])
  expect(chainsOf(on, bordersLike(on, 'outer')).every((c) => c.convex && !c.closed && c.ends)).toBe(true)
})

test('round a rounded plate the top runs on as one closed chain, its length by formula', async () => {
  const on = await partOf(...drawn(ROUNDED))
  const [chain, ...more] = chainsOf(on, bordersLike(on, 'top'))
  expect(more).toEqual([])
  expect(chain!.closed).toBe(true)
  expect(chain!.long).toBeCloseTo(2 * (28 + 18) + 2 * Math.PI * 6, 1)
  expect(sagitta(chain!)).toBeLessThan(0.003)
})

test('places that stand close beside each other are one, and the new face runs on over them', async () => {
  // A corner cut by a chord of 0.02, as meshes of walls have them.
  const at = (along: number, up: number) => ({ along, up, from: '' })
  const dented = { id: 'o', kind: 'run', fields: { through: [at(-20, -15), at(0, -15), at(0.02, -14.9995), at(20, -15), at(20, 15), at(-20, 15)] } } // prettier-ignore
  const on = await partOf(...drawn(dented))
  for (const chain of chainsOf(on, bordersLike(on, 'top'))) {
    const gaps = chain.stations.slice(1).map((s, k) => distance(s.at, chain.stations[k]!.at))
    expect(Math.min(...gaps)).toBeGreaterThan(2e-3)
    expect(probesOf({ chain, form: { kind: 'round', radius: 1 } }, [0, 0], 0.02)).toBeDefined()
  }
})

test('at a square edge a round touches its faces at the radius, a bevel at its sizes, a slanted one by the law of sines', async () => {
  const on = await partOf(BOX)
  const chain = chainsOf(on, bordersLike(on, 'upright'))[0]!
  const station = chain.stations[0]!
  const far = (form: Parameters<typeof sectionAt>[2]) => sectionAt(station, true, form, 0.02, 8)!.contacts.map((p) => distance(p, station.at)) // prettier-ignore
  expect(far({ kind: 'round', radius: 3 })).toEqual([expect.closeTo(3, 8), expect.closeTo(3, 8)])
  expect(far({ kind: 'flat', a: 1, b: 2.5 })).toEqual([expect.closeTo(1, 8), expect.closeTo(2.5, 8)])
  const slanted = far({ kind: 'slanted', a: 2, angle: Math.PI / 6, along: 0 })
  expect(slanted[1]! / slanted[0]!).toBeCloseTo(Math.tan(Math.PI / 6), 8)
  const { across, centre } = sectionAt(station, true, { kind: 'round', radius: 3 }, 0.02, 8)!
  expect(across).toHaveLength(9)
  for (const p of across) expect(distance(p, centre!)).toBeCloseTo(3, 8)
  // The flat would run beside the other face and never meet it.
  expect(sectionAt(station, true, { kind: 'slanted', a: 2, angle: (100 * Math.PI) / 180, along: 0 }, 0.02, 8)).toBeUndefined() // prettier-ignore
})

test('an edge so short that it is one place has no new face where there is no section, and is refused like others', async () => {
  const chain = chainsOf(await partOf(BOX), bordersLike(await partOf(BOX), 'upright'))[0]!
  const short = { ...chain, stations: chain.stations.slice(0, 1) }
  const slanted = { kind: 'slanted', a: 2, angle: (100 * Math.PI) / 180, along: 0 } as const
  expect(probesOf({ chain: short, form: slanted }, [0, 0], 0.02)).toBeUndefined()
  expect(probesOf({ chain: short, form: { kind: 'round', radius: 1 } }, [0, 0], 0.02)).toHaveLength(1)
})
