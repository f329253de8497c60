import { at, built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { boreAt, facing } from '../../../tests/support/facing'
import { pointable } from '../faces/resolve'

const BODY: StepOf[] = [
  ['solid', { width: '50', depth: '30', height: '12' }, 'it'],
  ['edges', { part: 'it', which: 'upright', radius: '3' }, 'soft'],
  ['solid', { shape: 'cylinder', across: '6', height: '30', lift: '-5', at: at('12', '4'), how: 'take', parts: ['it'] }, 'a'], // prettier-ignore
  ['solid', { shape: 'cylinder', across: '6', height: '30', lift: '-5', at: at('-12', '4'), how: 'take', parts: ['it'] }, 'b'], // prettier-ignore
  [
    'solid',
    { width: '8', depth: '6', height: '9', lift: '11.5', at: at('0', '-5'), how: 'add', parts: ['it'] },
    'boss',
  ],
]

test('twenty changes, each undone by its opposite, give the start: the same volume and the same faces', async () => {
  const start = (await built(sheetOf(...BODY))).build.parts[0]!
  const [top, right, boss, bore] = [facing(start, [0, 0, 1], 12), facing(start, [1, 0, 0], 25), facing(start, [0, 0, 1], 20.5), boreAt(start, 12, 4)] // prettier-ignore
  const changes: [string, object, object][] = [
    ['move-faces', { faces: [top], by: '1.37' }, { by: '-1.37' }],
    ['move-faces', { faces: [right], by: '2.9' }, { by: '-2.9' }],
    ['move-faces', { faces: [boss], by: '3.3' }, { by: '-3.3' }],
    ['round-size', { faces: [bore], size: '7.1' }, { size: '6' }],
    ['move-feature', { faces: [bore], right: '2.2', back: '-1.4' }, { right: '-2.2', back: '1.4' }],
    ['move-feature', { faces: [boss], right: '-3', back: '1' }, { right: '3', back: '-1' }],
    ['wall-size', { faces: [right], thick: '47.5' }, { thick: '50' }],
    ['move-faces', { faces: [top, right], by: '-0.6' }, { by: '0.6' }],
    ['resize', { how: 'times', factor: '1.25' }, { factor: '0.8' }],
    ['move-faces', { faces: [top], by: '-2' }, { by: '2' }],
  ]
  const steps = changes.flatMap(([kind, fields, back], i): StepOf[] => [
    [kind, { part: 'it', ...fields }, `there${i}`],
    [kind, { part: 'it', ...fields, ...back }, `back${i}`],
  ])
  const { build, problems, volumes } = await built(sheetOf(...BODY, ...steps))
  expect(problems).toEqual([])
  expect(volumes['it']).toBeCloseTo(start.volume, 2)
  const after = build.parts[0]!
  const names = (part: typeof start) => {
    const { topology } = pointable(part.mesh)
    return topology.surfaceOf.map((s) => [part.mesh.surfaces[s]!.step, part.mesh.surfaces[s]!.role].join()).sort()
  }
  expect(names(after)).toEqual(names(start))
  expect(Math.abs(volumes['it']! - start.volume)).toBeLessThan(2e-3)
})
