import { at, built, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { facing } from '../../../../tests/support/facing'
import type { BuiltPart } from '../../built/built'
import { Kernel } from '../../kernel/kernel'
import { offersAt, takeOffer } from '../offers'

const rod = (across: string, lift: string, along = '0'): StepOf => ['solid', { shape: 'cylinder', across, height: '10', on: { base: 'ground', off: lift }, at: at(along, '0') }, `rod${lift}`] // prettier-ignore

const pick = (part: BuiltPart, way: readonly number[]) => {
  const kept = facing(part, way)
  return { kind: 'surface', owner: part.id, name: kept.name, kept, shape: { kind: 'plane', normal: way, point: kept.near }, point: kept.near, size: [10, 10, 0] } // prettier-ignore
}

/** Takes up the blend from the top of the first part to the bottom of the second. */
async function blended(...steps: StepOf[]) {
  const project = sheetOf(...steps)
  const { build } = await built(project)
  const [low, high] = build.parts
  let count = 0
  const situation = { document: project, references: [], parts: build.parts, left: build.left, picks: [pick(low!, [0, 0, 1]), pick(high!, [0, 0, -1])], newId: () => `new${(count += 1)}` } // prettier-ignore
  const offer = offersAt(situation as never).find((o) => o.words === 'blend one into the other')!
  return built(takeOffer(offer)(project))
}

test('two round ends are blended into one part, whose skin leaves both squarely', async () => {
  const { build, problems, volumes } = await blended(rod('20', '0'), rod('12', '30'))
  expect(problems).toEqual([])
  expect(build.parts.map((p) => p.id)).toEqual(['rod0'])
  // A radius that goes from r to s as 3 t^2 - 2 t^3 does: s^2 + (r - s)^2 13/35 + 2 s (r - s) / 2 is the mean of its square.
  const [r, s] = [10, 6]
  const mean = s * s + (13 / 35) * (r - s) ** 2 + s * (r - s)
  const wanted = Math.PI * (10 * r * r + 10 * s * s + 20 * mean)
  expect(volumes['rod0']! / wanted).toBeCloseTo(1, 2)
  const kernel = await Kernel.load()
  const { mesh } = build.parts[0]!
  const solid = kernel.fromTriangles(mesh.positions, mesh.indices, { step: '', role: '', shape: { kind: 'free' } })
  expect(solid.ok && kernel.bodies(solid.value)).toHaveLength(1)
})

test('ends that stand aside of each other, and one of another shape, are blended too', async () => {
  const box: StepOf = ['solid', { width: '14', depth: '9', height: '6', on: { base: 'ground', off: '28' }, at: at('9', '4') }, 'box'] // prettier-ignore
  const { problems, build, notes } = await blended(rod('20', '0'), box)
  expect(problems).toEqual([])
  expect(build.parts).toHaveLength(1)
  expect(notes.join()).not.toContain('pieces')
})
