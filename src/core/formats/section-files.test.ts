import { at, built, sheetOf } from '../../../tests/support/drawn'
import { boundsOf } from '../profile/measure'
import { readDxf } from './dxf/read-dxf'
import { readSvg } from './svg/read-svg'
import { sectionFiles } from './section-files'

/** A block of 40 x 30 x 20 with a bore of 12 up through it. */
const bored = sheetOf(
  ['solid', { width: '40', depth: '30', height: '20', at: at(20, 5) }, 'block'],
  ['solid', { shape: 'cylinder', across: '12', height: '30', lift: '-5', at: at(20, 5), how: 'take', parts: ['block'] }, 'bore'], // prettier-ignore
)
const texts = async (axis: 'x' | 'y' | 'z', where: number) => {
  const files = sectionFiles((await built(bored)).build.parts, axis, where, 'Bored block')
  if (!files.ok) throw new Error(files.problem.message)
  const text = (f: { bytes: Uint8Array }) => new TextDecoder().decode(f.bytes)
  return { svg: text(files.value.svg), dxf: text(files.value.dxf), name: files.value.svg.name }
}

test('a cut across a bore is its outside in lines and its bore in arcs, at its size, in SVG and DXF', async () => {
  const { svg, dxf, name } = await texts('z', 7)
  expect(name).toBe('bored-block-z-7-00.svg')
  expect(svg).toContain('width="40mm" height="30mm"')
  const arcs = dxf.split('\n').filter((l) => l === 'ARC').length
  expect(arcs).toBeGreaterThan(0)
  expect(arcs).toBeLessThan(5)
  // Its radius, and that the bore lies on the layer of holes.
  expect(dxf).toMatch(/ARC\n8\nholes\n10\n20\n20\n5\n40\n6(\.00000\d)?\n/)
  expect(dxf).toMatch(/LINE\n8\noutline\n/)
})

test('read back, an outline is as large as the part is there, seen from the front and from the right', async () => {
  for (const [axis, where, size] of [
    ['y', 0, [40, 20]],
    ['x', 10, [30, 20]],
  ] as const) {
    const { svg, dxf } = await texts(axis, where)
    for (const read of [readSvg(new TextEncoder().encode(svg)), readDxf(new TextEncoder().encode(dxf))]) {
      if (!read.ok) throw new Error(read.problem.message)
      const [x0, y0, x1, y1] = boundsOf({ loops: read.value.layers.flatMap((l) => l.profile.loops) })
      expect([x1 - x0, y1 - y0]).toEqual(size.map((v) => expect.closeTo(v, 4)))
    }
    const [, w, h] = svg.match(/width="([\d.]+)mm" height="([\d.]+)mm"/)!.map(Number)
    expect([w, h]).toEqual(size.map((v) => expect.closeTo(v, 4)))
  }
})

test('where nothing is, it is said where there is something', async () => {
  const { build } = await built(bored)
  expect(sectionFiles(build.parts, 'z', 25, 'x')).toMatchObject({ ok: false, problem: { message: expect.stringContaining('between 0.00 and 20.00 mm') } }) // prettier-ignore
})
