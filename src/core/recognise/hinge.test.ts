import { frameHinge, HINGE_HOLES } from '../../../demo/make/hinge'
import { binaryStl } from '../../../tests/support/files'
import { shaken } from '../../../tests/support/soups'
import { noTools } from '../../../tests/support/tools'
import { readFile } from '../formats/read-file'
import { readStl } from '../formats/stl/read-stl'
import { dot, length, sub } from '../geometry/vec'
import { shapeFacts, shapeRounds } from '../references/shape-facts'
import { expectOk } from '../result'

test.each([0, 0.002])(
  'every hole of the frame hinge is found, with %s mm of noise, and none besides',
  async (noise) => {
    const { bytes, volume } = await frameHinge()
    const [raw] = expectOk(readStl(bytes)).shapes
    const read = await readFile(noise > 0 ? binaryStl(shaken(raw!, noise, 4)) : bytes, 'frame-hinge.stl', noTools)
    if (!read.ok || read.value.holds !== 'solids') throw new Error('no solid')
    const shape = read.value.model.shapes[0]!
    const holes = shapeRounds(shape).filter((f) => f.kind === 'hole')
    expect(holes).toHaveLength(HINGE_HOLES.length)
    for (const { diameter, at, axis } of HINGE_HOLES) {
      const found = holes.find((h) => {
        const from = sub(at, h.centre)
        const off = length(sub(from, [0, 1, 2].map((k) => dot(from, axis) * axis[k]!) as unknown as typeof from))
        return (
          Math.abs(dot(h.axis, axis)) > Math.cos((0.2 * Math.PI) / 180) && off < 0.02 && Math.abs(dot(from, axis)) < 8
        )
      })
      expect(Math.abs(found!.diameter / diameter - 1)).toBeLessThan(0.005)
      expect(found!.through).toBe(true)
    }
    const facts = shapeFacts(shape)
    expect(facts.closed).toBe(true)
    expect(Math.abs(facts.volume / volume - 1)).toBeLessThan(0.001)
  },
)
