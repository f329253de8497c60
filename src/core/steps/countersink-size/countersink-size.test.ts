import { built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { kept } from '../../../../tests/support/facing'
import { pointable } from '../../faces/resolve'

const STEPS: StepOf[] = [
  ['solid', { width: '40', depth: '30', height: '8' }, 'box'],
  ['holes', { parts: ['box'], where: 'grid', on: { base: 'ground', off: '8' }, for: 'clear', screw: 'M3', head: 'sunk', columns: '2', rows: '1', along: '16' }, 'screws'], // prettier-ignore
]
const cones = async () => {
  const { build, problems } = await built(sheetOf(...STEPS))
  expect(problems).toEqual([])
  const part = build.parts[0]!
  const on = pointable(part.mesh)
  return { part, faces: on.topology.surfaceOf.flatMap((s, r) => (part.mesh.surfaces[s]!.shape.kind === 'cone' ? [kept(part, on, r)] : [])) } // prettier-ignore
}
const sized = (fields: Fields) => built(sheetOf(...STEPS, ['countersink-size', { part: 'box', ...fields }, 's']))
/** What a countersink takes besides its bore, mm3. */
const sunk = (wide: number, bore: number, angle: number) => {
  const [R, r] = [wide / 2, bore / 2]
  const high = (R - r) / Math.tan((angle * Math.PI) / 360)
  return (Math.PI * high * (R * R + R * r + r * r)) / 3 - Math.PI * r * r * high
}

test('a countersink opens wider and at another angle; all alike together', async () => {
  const { part, faces } = await cones()
  const one = await sized({ faces: [faces[0]!], across: '9', angle: '90' })
  const was = /It was ([\d.]+) mm at ([\d.]+)°/.exec(one.notes.join(' '))!
  const [mouth, angle] = [Number(was[1]), Number(was[2])]
  expect(angle).toBe(90)
  expect(one.problems).toEqual([])
  const gone = sunk(9, 3.4, 90) - sunk(mouth, 3.4, 90)
  expect((part.volume - one.volumes['box']!) / gone).toBeCloseTo(1, 2)
  const all = await sized({ faces: [faces[0]!], also: 'alike', across: String(mouth), angle: '60' })
  const deeper = faces.length * (sunk(mouth, 3.4, 60) - sunk(mouth, 3.4, 90))
  expect([all.problems, (part.volume - all.volumes['box']!) / deeper]).toEqual([[], expect.closeTo(1, 2)])
  expect(all.notes.join()).toContain(`${faces.length} are like it.`)
})

test('one that would go through the plate is refused with how far it can', async () => {
  const { faces } = await cones()
  const { problems } = await sized({ faces: [faces[0]!], across: '8', angle: '20' })
  expect(problems[0]).toMatchObject({ field: 'across', message: expect.stringContaining('as far as it can go') })
})
