import fc from 'fast-check'
import { bracket } from '../../../demo/make/bracket'
import { noTools } from '../../../tests/support/tools'
import { nested } from '../outlines/drawing'
import { areaOf, boundsOf, perimeterOf } from '../profile/measure'
import { circle, polygonProfile } from '../profile/shapes'
import { type Profile, reversedLoop } from '../profile/segment'
import type { Vec2 } from '../geometry/vec'
import { writeDxf } from './dxf/write-dxf'
import { readFile } from './read-file'
import { writeSvg } from './svg/write-svg'

async function reread(bytes: Uint8Array, name: string): Promise<Profile> {
  const result = await readFile(bytes, name, noTools)
  if (!result.ok || result.value.holds !== 'outlines') throw new Error(JSON.stringify(result))
  expect(result.value.outline.unit).toMatchObject({ name: 'mm', certain: true })
  return nested(result.value.outline.layers.flatMap((l) => l.profile.loops))
}

const size = ([x0, y0, x1, y1]: readonly number[]) => [x1! - x0!, y1! - y0!]

test('the bracket goes out as DXF and SVG and comes back the same', async () => {
  for (const [bytes, name] of [[writeDxf(bracket), 'bracket.dxf'], [writeSvg(bracket), 'bracket.svg']] as const) {
    const back = await reread(bytes, name)
    expect(back.loops).toHaveLength(bracket.loops.length)
    expect(areaOf(back)).toBeCloseTo(areaOf(bracket), 2)
    expect(perimeterOf(back)).toBeCloseTo(perimeterOf(bracket), 2)
    for (const [i, v] of size(boundsOf(back)).entries()) expect(v).toBeCloseTo(size(boundsOf(bracket))[i]!, 3)
  }
}) // prettier-ignore

test('any plate with a round hole does', async () => {
  const plates = fc
    .tuple(
      fc.array(fc.double({ min: 12, max: 40, noNaN: true }), { minLength: 3, maxLength: 8 }),
      fc.double({ min: 0.5, max: 5, noNaN: true }),
    )
    .map(([radii, hole]): Profile => ({
      loops: [
        ...polygonProfile(radii.map((r, i): Vec2 => [r * Math.cos((2 * Math.PI * i) / radii.length), r * Math.sin((2 * Math.PI * i) / radii.length)])).loops, // prettier-ignore
        reversedLoop(circle([0.3, -0.2], hole).loops[0]!),
      ],
    }))
  await fc.assert(
    fc.asyncProperty(plates, async (plate) => {
      expect(areaOf(await reread(writeDxf(plate), 'plate.dxf'))).toBeCloseTo(areaOf(plate), 2)
      expect(areaOf(await reread(writeSvg(plate), 'plate.svg'))).toBeCloseTo(areaOf(plate), 2)
    }),
    { numRuns: 30 },
  )
})
