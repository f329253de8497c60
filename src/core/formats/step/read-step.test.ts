import { readFileSync } from 'node:fs'
import { at, type Solid } from '../../../../demo/make/step-assembly'
import { askew, PLAIN, read, simpleBoard, startQuietly, stepBytes } from '../../../../tests/support/boards'
import { boxOfPositions } from '../../geometry/vec'
import { apply, placePositions } from '../../geometry/placement'
import { shapeFacts } from '../../references/shape-facts'
import { readStep } from './read-step'

const bytesOf = (text: string) => new TextEncoder().encode(text)
const kindOf = async (bytes: Uint8Array) => {
  const result = await readStep(bytes, startQuietly)
  return result.ok ? 'ok' : result.problem.kind
}

describe('the demo board', () => {
  const load = () => read(readFileSync('demo/boards/rl-2-rev-a.step'))
  test('has its items by name, colour and place, each shape once', async () => {
    const model = await load()
    expect(model.unit).toEqual({ name: 'mm', from: 'declared in the file', certain: true })
    expect(model.items).toHaveLength(30)
    expect(new Set(model.items.map((i) => i.id)).size).toBe(30)
    expect(model.shapes).toHaveLength(12)
    const usb = model.items.find((i) => i.name === 'USB socket')!
    expect(usb.color).toBe('#b9bcc0')
    expect(apply(usb.placement, [0, 0, 0])).toEqual([-12, -19.6, 1.6].map((v) => expect.closeTo(v, 9)))
    expect(model.items.find((i) => i.name === 'Knob')!.path).toEqual(['Front connectors'])
    const resistors = model.items.filter((i) => /^R\d$/.test(i.name))
    expect(new Set(resistors.map((r) => r.shape)).size).toBe(1)
  })
  test('knows a cylinder by its true radius, a box by six planes, and both close', async () => {
    const model = await load()
    const facts = (name: string) => shapeFacts(model.shapes[model.items.find((i) => i.name === name)!.shape]!)
    const pin = facts('Pin T1')
    expect(pin.closed).toBe(true)
    expect(pin.faces.filter((f) => f.kind === 'cylinder')).toEqual([
      expect.objectContaining({ radius: expect.closeTo(0.45, 3), hole: false }),
    ])
    expect(pin.volume).toBeCloseTo(Math.PI * 0.45 ** 2 * 2.2, 8)
    expect(pin.area).toBeCloseTo(2 * Math.PI * 0.45 * (0.45 + 2.2), 8)
    expect(facts('Display').faces.map((f) => f.kind)).toEqual(Array(6).fill('plane'))
    expect(facts('Display').volume).toBeCloseTo(27 * 14 * 4.2, 2)
  })
})

test('inches and nested, turned assemblies come out in millimetres, right to 0.001', async () => {
  const plate: Solid = { kind: 'box', size: [25.4, 50.8, 1.6] }
  const place = askew(0.4, 1.1, 300, -200, 50)
  const inner = {
    name: 'inner',
    place: at(1, 2, 3),
    children: [
      {
        name: 'deep',
        place,
        children: [
          { name: 'plate', solid: plate },
          { name: 'again', place: at(60, 0, 0), solid: plate },
        ],
      },
    ],
  }
  const root = { name: 'root', children: [{ name: 'outer', place: askew(-1, 0.3, 5, 5, 5), children: [inner] }] }
  const [inches, metric] = [await read(await stepBytes(root, 'INCH')), await read(await stepBytes(root))]
  expect(inches.unit.name).toBe('in')
  expect(inches.items.map((i) => i.id)).toEqual(['outer/inner/deep/plate', 'outer/inner/deep/again'])
  expect(inches.shapes).toHaveLength(1)
  for (const [i, item] of inches.items.entries()) {
    const box = (m: typeof inches, which = m.items[i]!) =>
      boxOfPositions(placePositions(which.placement, m.shapes[which.shape]!.positions))
    expect(box(inches).min).toEqual(box(metric).min.map((v) => expect.closeTo(v, 3)))
    expect(box(inches).max).toEqual(box(metric).max.map((v) => expect.closeTo(v, 3)))
    expect(shapeFacts(inches.shapes[item.shape]!).volume).toBeCloseTo(25.4 * 50.8 * 1.6, 2)
  }
})

test('a file that declares no unit is taken for millimetres as a guess, and says so', async () => {
  const text = new TextDecoder().decode(await stepBytes(simpleBoard(PLAIN)))
  const unitless = text.replace(/GLOBAL_UNIT_ASSIGNED_CONTEXT\s*\(\([^)]*\)\)/g, 'GLOBAL_UNIT_ASSIGNED_CONTEXT(())')
  expect(unitless).not.toBe(text)
  const model = await read(bytesOf(unitless))
  expect(model.unit).toEqual({ name: 'mm', from: 'assumed: the file declares no unit', certain: false })
  expect(model.items).toHaveLength((await read(bytesOf(text))).items.length)
})

test('names repeat without being mixed up', async () => {
  const pin: Solid = { kind: 'cylinder', radius: 0.5, height: 3 }
  const model = await read(
    await stepBytes({
      name: 'row',
      children: [0, 1, 2].map((i) => ({ name: 'pin', place: at(i * 2.54, 0, 0), solid: pin })),
    }),
  )
  expect(model.items.map((i) => i.id)).toEqual(['pin', 'pin~2', 'pin~3'])
})

describe('what is no board file gets a plain answer', () => {
  test('empty, other, cut short, without solids', async () => {
    expect(await kindOf(new Uint8Array())).toBe('not-step')
    expect(await kindOf(bytesOf('solid cube\nfacet normal 0 0 0'))).toBe('not-step')
    expect(await kindOf(bytesOf("ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n#1 = PRODUCT('a"))).toBe('damaged')
    expect(await kindOf(bytesOf('ISO-10303-21;\nHEADER;\nENDSEC;\n'))).toBe('damaged')
    expect(
      await kindOf(
        bytesOf(
          "ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n#1=CARTESIAN_POINT('',(0.,0.,0.));\nENDSEC;\nEND-ISO-10303-21;\n",
        ),
      ),
    ).toBe('no-solid')
    const whole = await stepBytes(simpleBoard(PLAIN))
    expect(await kindOf(whole.slice(0, whole.length * 0.6))).toBe('damaged')
  })
  test('numbers turned to nonsense in the middle are no crash', async () => {
    const text = new TextDecoder().decode(await stepBytes(simpleBoard(PLAIN)))
    const broken = text.replace(/CARTESIAN_POINT\('',\([^)]*\)\)/g, "CARTESIAN_POINT('',($,$,$))")
    expect(['ok', 'kernel', 'no-solid', 'damaged']).toContain(await kindOf(bytesOf(broken)))
  })
  test('places and sizes that cannot be are named, and not worked at for ever', async () => {
    const text = new TextDecoder().decode(await stepBytes(simpleBoard({ ...PLAIN, hole: 3 })))
    const said = async (from: RegExp, to: string) => {
      const changed = text.replace(from, to)
      expect(changed).not.toBe(text)
      const result = await readStep(bytesOf(changed), startQuietly)
      return result.ok ? 'ok' : result.problem.message
    }
    expect(await said(/(CYLINDRICAL_SURFACE\('',#\d+,)[^)]*/, '$11.E15')).toMatch(
      /#\d+, a cylindrical surface, says 1.E15, which is no length or place/,
    )
    expect(await said(/(CARTESIAN_POINT\('',\()[^,]*/, '$1NaN')).toMatch(/#\d+, a cartesian point, says NaN/)
    // A name may say what it likes.
    expect(await said(/CARTESIAN_POINT\(''/, "CARTESIAN_POINT('NaN 99999999999'")).toBe('ok')
    const nested = `$&${'('.repeat(200_000)}${')'.repeat(200_000)},`
    expect(await said(/CLOSED_SHELL\('',/, nested)).toMatch(/nests lists more than 64 deep/)
  })
})

test('a solid that lacks a face says so, and is given no volume', async () => {
  const text = new TextDecoder().decode(await stepBytes({ name: 'one', children: [{ name: 'block', solid: { kind: 'box', size: [10, 20, 5] } }] })) // prettier-ignore
  const lacking = text.replace(/(CLOSED_SHELL\('',\(#\d+),#\d+/, '$1')
  expect(lacking).not.toBe(text)
  const model = await read(bytesOf(lacking))
  expect(model.notes).toEqual([expect.stringMatching(/^block does not close: a face is missing/)])
  expect(shapeFacts(model.shapes[0]!).closed).toBe(false)
  expect((await read(bytesOf(text))).notes).toEqual([])
})
