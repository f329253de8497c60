import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import { Random } from '../../../../tests/fuzz/random'
import { suction } from '../../checks/suction'
import { setField } from '../../document/edits'
import { measureLedger } from '../../fit/ledger'
import type { Pick } from '../../fit/picks'
import { boxOfPositions } from '../../geometry/vec'
import { Kernel } from '../../kernel/kernel'
import { Builder } from '../../sheet/builder'
import { offersAt } from '../offers'

/** A pin that ends at 20, its outline drawn on the ground. */
const pin = (outline: object): StepOf[] => [
  ['drawing', { shapes: [outline] }, 'd'],
  ['extrude', { drawing: 'd', by: '20' }, 'pin'],
]
const PLATE = ['solid', { width: '60', depth: '60', height: '5', lift: '8' }, 'plate'] as const
const DISC = shape('circle', { across: '8' }, 'disc')

const endOf = async (steps: readonly StepOf[], part: string, way = [0, 0, 1]) => {
  const { build } = await built(sheetOf(...steps))
  return {
    part,
    face: facing(
      build.parts.find((p) => p.id === part)!,
      way,
    ),
  }
}
const around = async (outline: object, fields: Fields = {}) => {
  const steps = [...pin(outline), PLATE]
  const of = [await endOf(steps, 'pin')]
  return sheetOf(...steps, ['fit', { of, parts: ['plate'], ...fields }, 'fit'])
}
async function measured(project: ReturnType<typeof sheetOf>) {
  const { build, problems, volumes } = await built(project)
  const rows = measureLedger(build)
  return { row: rows.find((r) => r.id === 'fit:fit'), problems, volumes, build }
}

test('room round a pin is larger by the gap on every side, and grows with the pin', async () => {
  const project = await around(DISC, { gap: '0.3' })
  const { row, volumes, problems } = await measured(project)
  expect(problems).toEqual([])
  expect(row).toMatchObject({
    between: 'Part in Part 2',
    wanted: 0.3,
    verdict: 'holds',
    measured: expect.closeTo(0.3, 2),
  })
  expect((60 * 60 * 5 - volumes['plate']!) / (5 * Math.PI * 4.3 ** 2)).toBeCloseTo(1, 2)
  const thicker = await measured(setField('disc', 'across', '12')(project))
  expect(thicker.row).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.3, 2) })
  expect((60 * 60 * 5 - thicker.volumes['plate']!) / (5 * Math.PI * 6.3 ** 2)).toBeCloseTo(1, 2)
})

test('a part that is given another name is called so in the row, and a copy after it', async () => {
  const project = await around(DISC)
  const twin = { ...project, steps: [...project.steps, ...sheetOf(['copies', { part: 'pin', at: { base: 'side', off: '40' } }, 'c']).steps] } // prettier-ignore
  const builder = new Builder(await Kernel.load())
  const named = async (name: string) => {
    const build = await builder.build({ ...twin, parts: { pin: { name } } }, new Map(), 'drag')
    return [build.rows.map((r) => r.between), build.parts.map((p) => p.name)]
  }
  expect(await named('Peg')).toEqual([['Peg in Part'], ['Peg', 'Part', 'Peg, mirrored']])
  expect(await named('Stud')).toEqual([['Stud in Part'], ['Stud', 'Part', 'Stud, mirrored']])
  builder.dispose()
})

test('a gap by fit class follows the printer; one to its end leaves room under that and no hole behind it', async () => {
  const project = await around(DISC, { gap: 'fit.loose' })
  const loose = { ...project, printer: { ...project.printer, gaps: { ...project.printer.gaps, loose: 0.5 } } }
  expect((await measured(loose)).row).toMatchObject({ wanted: 0.5, verdict: 'holds' })
  const block = ['solid', { width: '60', depth: '60', height: '30', lift: '12' }, 'plate'] as const
  const steps = [...pin(DISC), block]
  const of = [await endOf(steps, 'pin')]
  const { volumes, problems } = await measured(sheetOf(...steps, ['fit', { of, parts: ['plate'], gap: '0.2', reach: 'end', below: '0.7' }, 'fit'])) // prettier-ignore
  expect(problems).toEqual([])
  // The pin stands 8 mm in the block.
  expect((60 * 60 * 30 - volumes['plate']!) / (8.7 * Math.PI * 4.2 ** 2)).toBeCloseTo(1, 2)
})

test('a plug for an opening is smaller by the gap on every side, and as long as it is said to be', async () => {
  const steps: StepOf[] = [
    PLATE,
    ['drawing', { shapes: [shape('rectangle', { width: '20', height: '12' }, 'slot')] }, 's'],
    ['extrude', { drawing: 's', reach: 'through', how: 'take', parts: ['plate'] }, 'cut'],
  ]
  const face = await endOf(steps, 'plate')
  const { build } = await built(sheetOf(...steps))
  const edge = build.parts[0]!.mesh
  const corner = [...edge.positions.keys()].find((i) => i % 3 === 0 && Math.abs(edge.positions[i]! - 10) < 1e-3 && Math.abs(edge.positions[i + 1]! - 6) < 1e-3 && Math.abs(edge.positions[i + 2]! - 13) < 1e-3)! // prettier-ignore
  const near = [edge.positions[corner]!, edge.positions[corner + 1]!, edge.positions[corner + 2]!]
  const round = {
    between: [face.face.name, { step: 'cut', role: 'side', segment: 'slot.right' }],
    near,
    of: 1,
    run: 'piece',
  }
  const found = edge.surfaces.find(
    (s) => s.step === 'cut' && s.shape.kind === 'plane' && Math.abs(s.shape.normal[0]) > 0.9,
  )!
  const of = [{ ...face, round: { ...round, between: [face.face.name, { step: found.step, role: found.role, segment: found.segment }] } }] // prettier-ignore
  const plug = sheetOf(...steps, ['fit', { way: 'inside', of, gap: '0.25', long: '4' }, 'fit'])
  const { row, volumes, problems, build: all } = await measured(plug)
  expect(problems).toEqual([])
  expect(volumes['fit']).toBeCloseTo(19.5 * 11.5 * 4, 3)
  expect(row).toMatchObject({ between: 'Plug in Part', verdict: 'holds', measured: expect.closeTo(0.25, 3) })
  const heights = all.parts.find((p) => p.id === 'fit')!.mesh.positions.filter((_, i) => i % 3 === 2)
  expect([Math.min(...heights), Math.max(...heights)]).toEqual([expect.closeTo(9, 4), expect.closeTo(13, 4)])
  const none = await measured(setField('fit', 'gap', '7')(plug))
  expect(none.problems[0]).toMatchObject({ field: 'gap', message: expect.stringContaining('nothing is left to go in') })
})

test('over random pins and gaps the measured gap is the wanted one within a hundredth, and the hole always grows', async () => {
  const random = new Random(5)
  const size = (least: number, most: number) => least + (most - least) * random.next()
  for (let i = 0; i < 300; i++) {
    const outline = random.from([
      () => shape('circle', { across: `${size(2, 20)}` }),
      () => shape('rectangle', { width: `${size(2, 20)}`, height: `${size(2, 20)}`, turn: `${size(0, 90)}` }),
      () => shape('polygon', { sides: `${Math.floor(size(3, 9))}`, across: `${size(4, 20)}` }),
      () => shape('slot', { from: at('0', '0'), to: at(`${size(1, 12)}`, `${size(-5, 5)}`), across: `${size(2, 8)}` }),
    ])()
    const gap = size(0.05, 0.8)
    const { row, problems, volumes } = await measured(await around(outline, { gap: `${gap}` }))
    expect([outline.kind, problems]).toEqual([outline.kind, []])
    expect(Math.abs(row!.measured! - gap)).toBeLessThan(0.01)
    // What the hole takes is more than the pin's own section.
    expect((60 * 60 * 5 - volumes['plate']!) / 5).toBeGreaterThan(volumes['pin']! / 20)
  }
}, 120_000)

test('room for what is drawn, and a plug for it, follow the drawing and have a row', async () => {
  const shapes = [shape('rectangle', { width: '20', height: '12' }, 'r')]
  const drawn = (fields: Fields) => sheetOf(['drawing', { shapes }, 'd'], PLATE, ['fit', { by: 'drawing', gap: '0.4', ...fields }, 'fit']) // prettier-ignore
  const room = await measured(drawn({ parts: ['plate'] }))
  expect(room.problems).toEqual([])
  expect(room.row).toMatchObject({ between: 'What is drawn in Part', verdict: 'holds', measured: expect.closeTo(0.4, 2) }) // prettier-ignore
  // The corners of the hole are round, with the gap for a radius.
  const hole = (w: number, h: number) => (w + 0.8) * (h + 0.8) - (4 - Math.PI) * 0.4 ** 2
  expect(60 * 60 * 5 - room.volumes['plate']!).toBeCloseTo(hole(20, 12) * 5, 1)
  const wider = await measured(setField('r', 'width', '26')(drawn({ parts: ['plate'] })))
  expect(60 * 60 * 5 - wider.volumes['plate']!).toBeCloseTo(hole(26, 12) * 5, 1)
  const plug = await measured(drawn({ way: 'inside', long: '3' }))
  expect(plug.row).toMatchObject({ between: 'Plug in what is drawn', measured: expect.closeTo(0.4, 4) })
  expect(plug.volumes['fit']).toBeCloseTo(19.2 * 11.2 * 3, 4)
  const told = async (project: ReturnType<typeof drawn>) => (await measured(project)).problems[0]
  expect(await told(sheetOf(PLATE, ['fit', { by: 'drawing', parts: ['plate'] }, 'fit']))).toMatchObject({ kind: 'no-step', field: 'drawing' }) // prettier-ignore
  expect(await told(setField('d', 'shapes', [])(drawn({ parts: ['plate'] })))).toMatchObject({ kind: 'no-region', field: 'drawing' }) // prettier-ignore
})

test('what cannot be fitted is said: itself, nothing chosen, a run that is not flat or goes past the part', async () => {
  const told = async (fields: Fields) => (await measured(await around(DISC, fields))).problems[0]
  expect(await told({ parts: ['pin'] })).toMatchObject({ field: 'parts', message: expect.stringContaining('the thing itself') }) // prettier-ignore
  expect(await told({ parts: [] })).toMatchObject({ field: 'parts' })
  expect(await told({ of: [] })).toMatchObject({ field: 'of' })
  const high = sheetOf(...pin(DISC), ['solid', { width: '60', depth: '60', height: '5', lift: '40' }, 'plate'])
  const of = [await endOf(pin(DISC), 'pin')]
  const beyond = await measured({ ...high, steps: [...high.steps, ...sheetOf(['fit', { of, parts: ['plate'], reach: 'end' }, 'fit']).steps] }) // prettier-ignore
  expect(beyond.problems[0]).toMatchObject({ field: 'reach', message: expect.stringContaining('does not reach') })
})

test('a pin that closes up the air under it is told, and a groove of its fit lets that by', async () => {
  const steps: StepOf[] = [...pin(DISC), ['solid', { width: '30', depth: '30', height: '30', lift: '14' }, 'block']]
  const of = [await endOf(steps, 'pin')]
  const fit = async (fields: Fields) => {
    const project = sheetOf(...steps, ['fit', { of, parts: ['block'], gap: '0.05', reach: 'end', below: '4', ...fields }, 'fit']) // prettier-ignore
    return { project, ...(await built(project)) }
  }
  const found = ({ build, project }: Awaited<ReturnType<typeof fit>>) => suction({ project, build, ledger: [], kernel: undefined as never, bodies: [] }) // prettier-ignore
  const shut = await fit({})
  expect(found(shut)).toEqual([expect.objectContaining({ check: 'suction', mend: expect.objectContaining({ of: 'fit', field: 'air', value: '1' }) })]) // prettier-ignore
  const open = await fit({ air: '1' })
  expect(open.problems).toEqual([])
  expect(found(open)).toEqual([])
  // Half a circle beyond the hole's own, less the bulge of that into it, over 10 mm of height.
  const lost = shut.volumes.block! - open.volumes.block!
  expect(lost / ((10 * Math.PI * 0.5 ** 2) / 2)).toBeGreaterThan(0.9)
  expect(lost / ((10 * Math.PI * 0.5 ** 2) / 2)).toBeLessThan(1.05)
  const row = measureLedger(open.build).find((r) => r.id === 'fit:fit')!
  expect(row).toMatchObject({ verdict: 'holds', measured: expect.closeTo(0.05, 2) })
  expect((await fit({ air: '30' })).problems[0]).toMatchObject({ field: 'air' })
})

test('room is offered in the part that is nearest to what is picked', async () => {
  const { build } = await built(sheetOf(...pin(DISC), PLATE, ['solid', { width: '60', depth: '60', height: '5', lift: '60' }, 'roof'])) // prettier-ignore
  const end = build.parts.find((p) => p.id === 'pin')!
  const pick: Pick = { kind: 'surface', owner: 'pin', ownerName: 'Pin', region: 0, kept: facing(end, [0, 0, 1]), shape: { kind: 'plane', normal: [0, 0, 1], point: [0, 0, 20] }, point: [0, 0, 20], size: [8, 8, 0] } // prettier-ignore
  const parts = build.parts.map(({ id, name, mesh }) => ({ id, name, bounds: boxOfPositions(mesh.positions) }))
  const offers = offersAt({ document: sheetOf(), references: [], parts, left: [], picks: [pick], newId: () => 'fit' })
  const taken = offers.find((o) => o.words === 'make room for it')!
  expect(taken.steps[0]!.fields['parts']).toEqual(['plate'])
})
