import { at, built, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { isClosed } from '../../mesh/facts'

const PLATE: StepOf = ['solid', { width: '50', depth: '30', height: '4' }, 'box']
const rib = (fields: object = {}): StepOf => ['solid', { width: '40', depth: '3', height: '10', lift: '4', how: 'add', parts: ['box'], ...fields }, 'rib'] // prettier-ignore

/** What is taken off by one round in place of the face that looks upwards at a height. */
async function replaced(steps: readonly StepOf[], height: number, quality: 'view' | 'export' = 'export') {
  const before = (await built(sheetOf(...steps), quality)).build.parts[0]!
  const of = [{ part: 'box', face: facing(before, [0, 0, 1], height) }]
  const { build, problems, notes } = await built(sheetOf(...steps, ['edges', { part: 'box', which: 'picked', how: 'one', of }, 'e']), quality) // prettier-ignore
  const after = build.parts[0]!
  expect(isClosed(after.mesh.positions, after.mesh.indices)).toBe(true)
  return { off: before.volume - after.volume, problems, notes, after }
}

test('the top of a rib becomes half a round, as wide as the rib', async () => {
  const { off, problems, notes, after } = await replaced([PLATE, rib()], 14)
  expect(problems).toEqual([])
  expect(notes).toContain('A face 3.00 mm wide becomes a round of a radius of 1.50 mm.')
  expect(Math.abs(off / (40 * (2 - Math.PI / 2) * 1.5 ** 2) - 1)).toBeLessThan(2e-3)
  // Nothing is left of the face that one could see.
  const top = after.mesh.surfaces.findIndex((s) => s.shape.kind === 'plane' && s.shape.normal[2] > 0.99 && Math.abs(s.shape.point[2] - 14) < 1e-6) // prettier-ignore
  const left = [...after.mesh.triangleSurface].filter((s) => s === top).length
  expect(left).toBeLessThan(20)
})

test('the rim of a tube becomes half a ring', async () => {
  const tube: StepOf = ['solid', { shape: 'tube', across: '40', wall: '4', height: '20' }, 'box']
  const { off, problems } = await replaced([tube], 20)
  expect(problems).toEqual([])
  // Pappus: of each corner what a quarter round leaves, its middle 0.2234 of the radius off the corner.
  const corner = (1 - Math.PI / 4) * 4
  const wanted = 2 * Math.PI * corner * (20 - 0.2234 * 2 + 16 + 0.2234 * 2)
  expect(Math.abs(off / wanted - 1)).toBeLessThan(2e-3)
})

test('a rim with corners, and a rib that leans in on both sides', async () => {
  const cup: StepOf[] = [['solid', { width: '40', depth: '30', height: '20' }, 'box'], ['solid', { width: '34', depth: '24', height: '20', lift: '3', how: 'take', parts: ['box'] }, 'room']] // prettier-ignore
  const square = await replaced(cup, 20)
  expect(square.problems).toEqual([])
  const corner = (1 - Math.PI / 4) * 1.5 ** 2
  // Mitres: outside the cut of two edges counts once, inside it is wanting.
  expect(Math.abs(square.off / (corner * (2 * (40 + 30) + 2 * (34 + 24))) - 1)).toBeLessThan(0.02)
  const leaning: StepOf[] = [
    ['drawing', { on: { base: 'ground', off: '0' }, shapes: [shape('rectangle', { width: '40', height: '6', at: at('0', '0') }, 'r')] }, 'd'], // prettier-ignore
    ['extrude', { drawing: 'd', by: '12', draft: '8' }, 'box'],
  ]
  const lean = (8 * Math.PI) / 180
  const wide = 6 - 2 * 12 * Math.tan(lean)
  const { problems, notes } = await replaced(leaning, 12)
  expect(problems).toEqual([])
  const radius = wide / 2 / Math.tan((Math.PI / 2 - lean) / 2)
  expect(notes.join()).toContain(`${wide.toFixed(2)} mm wide becomes a round of a radius of ${radius.toFixed(2)} mm.`)
})

test('what is not of one width, or lies between no two edges, is refused and stays', async () => {
  const taper: StepOf[] = [
    ['drawing', { shapes: [shape('run', { through: [at('-20', '-2'), at('20', '-1'), at('20', '1'), at('-20', '2')] }, 'r')] }, 'd'], // prettier-ignore
    ['extrude', { drawing: 'd', by: '8' }, 'box'],
  ]
  const tapered = await replaced(taper, 8)
  expect(tapered.problems).toMatchObject([{ kind: 'uneven', field: 'of' }])
  expect(tapered.off).toBe(0)
  const disc: StepOf = ['solid', { shape: 'cylinder', across: '20', height: '8' }, 'box']
  expect((await replaced([disc], 8)).problems).toMatchObject([{ kind: 'no-strip', field: 'of' }])
  const foot = await replaced([PLATE, rib()], 4)
  expect(foot.problems[0]!.kind).toBe('inner')
})

test('picked by its edges alone it is told to pick the face; a rib that gets thicker has its round follow', async () => {
  const steps = (depth: string) => [PLATE, rib({ depth })]
  const before = (await built(sheetOf(...steps('3')))).build.parts[0]!
  const face = facing(before, [0, 0, 1], 14)
  const round: StepOf = ['edges', { part: 'box', which: 'picked', how: 'one', of: [{ part: 'box', face }] }, 'e']
  const thicker = await built(sheetOf(...steps('4.4'), round))
  expect(thicker.notes).toContain('A face 4.40 mm wide becomes a round of a radius of 2.20 mm.')
  const none = await built(sheetOf(...steps('3'), ['edges', { part: 'box', which: 'upright', how: 'one' }, 'e']))
  expect(none.problems).toMatchObject([{ kind: 'no-face', field: 'of' }])
})
