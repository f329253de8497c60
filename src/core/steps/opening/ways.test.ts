import { at, type Node } from '../../../../tests/support/shapes'
import { cased } from '../../../../tests/support/cased'
import { smallestGap, TriangleTree } from '../../fit/gap'
import { unpacked } from '../../mesh/unpack'

const on = await cased(undefined, { posts: false })
const opening = (fields: Record<string, unknown>, set = {}) => on.build(on.withSteps([], { ...set, opening: fields }))

test('an item over the edge goes in only tilted through a shut opening; open towards the parting it goes straight, and the finding says so', async () => {
  const shut = await opening({ way: 'shut' })
  expect(shut.row('Carrier going into the base')).toMatchObject({ verdict: 'holds', tilted: { side: [expect.closeTo(0), -1, expect.closeTo(0)] } }) // prettier-ignore
  const finding = shut.findings().find((f) => f.check === 'put-together')!
  expect(finding).toMatchObject({ weight: 'look', mend: { of: on.step('opening'), field: 'way', value: 'open' } })
  expect(finding.text).toContain('socket is in the way')
  const open = await opening({ way: 'open' })
  for (const between of ['Carrier going into the base', 'Lid going onto the base', 'Lid going over Carrier'])
    expect(open.row(between)).toMatchObject({ verdict: 'holds' })
  expect(open.findings().filter((f) => f.check === 'put-together')).toEqual([])
  expect(open.row('socket in its opening')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.35, 1.7) })
})

test('a plug’s body has its gap all round, and what would be left behind it thinner than a wall is opened', async () => {
  const { row, problems, built } = await opening({ plug: 'body', plugWide: '11', plugHigh: '6.5', gap: '0.4', bevel: '0' }, { case: { clearAbove: '3' } }) // prettier-ignore
  expect(problems).toEqual([])
  for (const part of ['base', 'lid']) expect(row(`Plug of socket past the ${part}`)).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.4, 1.7) }) // prettier-ignore
  expect(built.parts.every((p) => p.mesh.surfaces.some((s) => s.role === 'recess'))).toBe(true)
})

test('wires have a hole each, of their diameter and the gap', async () => {
  const [wired, none] = [await opening({ plug: 'wires', wires: '2', wireAcross: '2', gap: '0.3', bevel: '0', way: 'shut', wireUp: '-4' }), await on.build({ ...on.project, steps: on.project.steps.filter((s) => s.kind !== 'opening') })] // prettier-ignore
  expect(wired.problems).toEqual([])
  expect((none.volume('Base') - wired.volume('Base')) / (2 * Math.PI * 1.3 ** 2 * 1.68)).toBeCloseTo(1, 1)
  const many = await opening({ plug: 'wires', wires: '6', wireAcross: '2' })
  expect(many.problems[0]).toMatchObject({ field: 'wires', message: expect.stringMatching(/\d do\./) })
})

/** A board with a display of 20 by 12 whose face lies a way under the roof. */
const shown: Node = {
  name: 'shed',
  children: [
    { name: 'carrier', solid: { kind: 'box', size: [50, 30, 1.6] } },
    { name: 'display', place: at(15, 9, 1.6), solid: { kind: 'box', size: [20, 12, 3] } },
    { name: 'tower', place: at(2, 2, 1.6), solid: { kind: 'box', size: [4, 4, 6] } },
  ],
}
const display = await cased(shown, { posts: false })

test('a window over a display covers its edge and is seen into from aslant: wide by its depth at each height', async () => {
  const fields = { item: 'display', side: 'top', ledge: '1', view: '45', bevel: '0', gap: '0.3' }
  const [window, none] = [await display.add('opening', fields), await display.build(display.project)]
  expect(window.problems).toEqual([])
  // The face lies 4 under the roof (the tower is 3 higher, with 1 over it), which is 1.8 thick: 18 x 10 grown by 4 to 5.8.
  const area = (d: number) => (18 + 2 * d) * (10 + 2 * d)
  const expected = (1.8 / 6) * (area(4) + 4 * area(4.9) + area(5.8))
  expect((none.volume('Lid') - window.volume('Lid')) / expected).toBeCloseTo(1, 3)
  const straight = await display.add('opening', { ...fields, view: '0', ledge: '0', gap: '0.5' })
  expect((none.volume('Lid') - straight.volume('Lid')) / (1.8 * (20 * 12 + 2 * 0.5 * 32 + Math.PI * 0.25))).toBeCloseTo(
    1,
    2,
  )
  expect((await display.add('opening', { ...fields, ledge: '7' })).problems[0]).toMatchObject({ field: 'ledge' })
})

test('a plunger slides in its guide with its gap, keeps its play, and cannot fall out', async () => {
  const made = await display.add('plunger', { item: 'display', across: '6', gap: '0.25', play: '0.3', proud: '1.5' })
  expect(made.problems).toEqual([])
  expect(made.row('Plunger of display in its guide')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.25, 1.7) }) // prettier-ignore
  expect(made.row('Plunger over display')).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.3, 1.7) })
  const [lid, plunger] = ['Lid', 'Plunger'].map((name) => made.built.parts.find((p) => p.name === name)!)
  const tops = [lid!, plunger!].map((p) => Math.max(...p.mesh.positions.filter((_, i) => i % 3 === 2)))
  expect(tops[1]! - tops[0]!).toBeCloseTo(1.5, 4)
  // Drawn out by half a millimetre its flange meets the guide.
  const up = unpacked(
    plunger!.mesh.positions.map((v, i) => (i % 3 === 2 ? v + 0.5 : v)),
    plunger!.mesh.indices,
  )
  expect(smallestGap(new TriangleTree(up), new TriangleTree(unpacked(lid!.mesh.positions, lid!.mesh.indices)))!.distance).toBe(0) // prettier-ignore
  expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
  const low = await display.add('plunger', { item: 'tower' })
  expect(low.problems[0]).toMatchObject({ field: 'thick', message: expect.stringMatching(/more clearance above/) })
})

test('a plunger asks for its item', async () => {
  expect((await display.add('plunger', { item: '' })).problems[0]).toMatchObject({ field: 'item' })
})
