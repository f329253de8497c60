import { at, built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { findFace, keepFace, pointable, type Pointable, seen } from '../faces/resolve'
import { expectOk } from '../result'
import { faceAt, grown } from './grown'
import { shapeOf } from './new-faces'

const BOX: StepOf = ['solid', { width: '60', depth: '30', height: '8' }, 'box']
const rib = (x: number, high: number, id: string): StepOf =>
  ['solid', { width: '4', depth: '20', height: `${high + 4}`, lift: '4', at: at(`${x}`, '0'), how: 'add', parts: ['box'] }, id] // prettier-ignore
const bore = (x: number, across: number, id: string): StepOf =>
  ['solid', { shape: 'cylinder', across: `${across}`, height: '30', lift: '-5', at: at(`${x}`, '-13'), how: 'take', parts: ['box'] }, id] // prettier-ignore

const partOf = async (...steps: StepOf[]) => pointable((await built(sheetOf(BOX, ...steps))).build.parts[0]!.mesh)
const facesOf = (on: Pointable, step: string, kind = 'plane') =>
  on.topology.surfaceOf.flatMap((s, r) => (on.mesh.surfaces[s]!.step === step && shapeOf(on, r).kind === kind ? [r] : [])) // prettier-ignore
const topOf = (on: Pointable, step: string) => facesOf(on, step).find((r) => { const s = shapeOf(on, r); return s.kind === 'plane' && s.normal[2] > 0.9 })! // prettier-ignore

test('the top of a rib grows to the tops of all ribs as large, whichever way those are high', async () => {
  const on = await partOf(rib(-20, 6, 'a'), rib(0, 9, 'b'), rib(20, 6, 'c'), ['solid', { width: '4', depth: '8', height: '9', lift: '4', at: at('10', '0'), how: 'add', parts: ['box'] }, 'short']) // prettier-ignore
  const found = grown(on, [topOf(on, 'a')], 'alike')
  expect(found).toEqual([topOf(on, 'a'), ...['b', 'c'].map((s) => topOf(on, s))])
  expect(faceAt(on, found[0]!).size).toEqual([4, 20, 0].map((v) => expect.closeTo(v, 3) as unknown))
})

test('a bore grows to the bores of its size, a face of a rib to the rib', async () => {
  const on = await partOf(rib(0, 9, 'b'), bore(-20, 4, 'p'), bore(0, 5, 'q'), bore(20, 4, 'r'))
  const [p, r] = ['p', 'r'].map((s) => facesOf(on, s, 'cylinder')[0]!)
  expect(grown(on, [p!], 'alike')).toEqual([p, r])
  expect(grown(on, [topOf(on, 'b')], 'feature').sort()).toEqual(facesOf(on, 'b').sort())
})

test('a round grows along its chain, and a face over smooth edges', async () => {
  const on = await partOf(['edges', { part: 'box', which: 'outer', radius: '2' }, 'soft'])
  const rounds = facesOf(on, 'soft', 'cylinder')
  expect(grown(on, [rounds[0]!], 'chain').sort()).toEqual([...rounds, ...facesOf(on, 'soft', 'sphere')].sort())
  expect(grown(on, [topOf(on, 'box')], 'chain').length).toBe(on.topology.surfaceOf.length)
})

test('each face is told by a place inside of it, so that it is found again beside others of its name', async () => {
  const slot: StepOf = ['solid', { width: '10', depth: '40', height: '20', lift: '2', how: 'take', parts: ['box'] }, 'slot'] // prettier-ignore
  const cut: StepOf = ['solid', { width: '80', depth: '6', height: '20', lift: '5', how: 'take', parts: ['box'] }, 'cut'] // prettier-ignore
  const on = await partOf(slot, cut)
  const tops = facesOf(on, 'box').filter((r) => Math.abs(faceAt(on, r).point[2] - 8) < 1e-6)
  expect(tops).toHaveLength(4)
  for (const r of on.topology.surfaceOf.keys())
    expect(expectOk(findFace(on, keepFace(seen(on), r, faceAt(on, r).point)))).toBe(r)
})
