import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { setField } from '../../document/edits'
import { keepFace, pointable, seen } from '../../faces/resolve'
import { pilotHole, SCREWS, sizesIn, throughHole } from '../../fit/screws'

const PLATE = ['solid', { width: '60', depth: '40', height: '8' }, 'plate'] as const
const TOP = { base: 'ground', off: '8' }
const WHOLE = 60 * 40 * 8
const one = [at('0', '0')]
const holes = (fields: Fields, before: readonly StepOf[] = [PLATE], part = 'plate') =>
  sheetOf(...before, ['holes', { on: TOP, at: one, parts: [part], ...fields }, 'holes'])

/** What is taken, mm3. */
async function taken(fields: Fields) {
  const { volumes, problems } = await built(holes(fields))
  expect(problems).toEqual([])
  return WHOLE - volumes['plate']!
}
/** A circle of chords within 0.002 mm has up to so much less area. */
const near = (value: number, wanted: number, share = 2e-3) => expect(Math.abs(value / wanted - 1)).toBeLessThan(share)
const disc = (across: number) => (Math.PI * across * across) / 4

test('a plain hole is a cylinder: through, to a depth, so many in a ring and in a grid', async () => {
  near(await taken({ across: '6' }), disc(6) * 8)
  near(await taken({ across: '6', reach: 'deep', deep: '3' }), disc(6) * 3)
  near(await taken({ across: '3', where: 'ring', count: '7', round: '28' }), 7 * disc(3) * 8)
  near(await taken({ across: '3', where: 'grid', columns: '4', rows: '3', along: '12', up: '9' }), 12 * disc(3) * 8)
})

test('holes in a ring and in a grid stand where they are said to, round the middle that is given', async () => {
  const middle = at('5', '-2')
  const bottoms = async (fields: Fields) => {
    const { build } = await built(holes({ across: '2', reach: 'deep', deep: '4', middle, ...fields }))
    const { mesh } = build.parts[0]!
    const found = mesh.surfaces.map((s) =>
      s.role === 'hole' && s.shape.kind === 'cylinder' ? s.shape.point : undefined,
    )
    return found.flatMap((p) => (p ? [[p[0], p[1]]] : []))
  }
  const ring = await bottoms({ where: 'ring', count: '4', round: '20', first: '90' })
  for (const [x, y] of [
    [5, 8],
    [-5, -2],
    [5, -12],
    [15, -2],
  ] as const)
    // prettier-ignore
    expect(ring.some((p) => Math.hypot(p[0]! - x, p[1]! - y) < 1e-3)).toBe(true)
  const grid = await bottoms({ where: 'grid', columns: '2', rows: '1', along: '14' })
  expect(grid.map((p) => Math.round(p[0]! * 1e3) / 1e3).sort((a, b) => a - b)).toEqual([-2, 12])
})

test('a screw’s hole is as the standard has it, fine to coarse; a pilot hole grips; an insert’s is its own', async () => {
  for (const [series, across] of [
    ['fine', 3.2],
    ['medium', 3.4],
    ['coarse', 3.6],
  ] as const)
    // prettier-ignore
    near(await taken({ for: 'clear', screw: 'M3', series }), disc(across) * 8)
  near(await taken({ for: 'pilot', screw: 'M4', reach: 'deep', deep: '7' }), disc(3.28) * 7)
  near(await taken({ for: 'insert', screw: 'M3', reach: 'deep', deep: '6' }), disc(4.1) * 6)
  const none = await built(holes({ for: 'insert', screw: 'M6' }))
  expect(none.problems[0]).toMatchObject({ field: 'screw', message: expect.stringContaining('there are for M2, M2.5, M3, M4, M5') }) // prettier-ignore
})

test('mouths: a counterbore, a countersink flush or sunk, a nut’s pocket, each with its gap', async () => {
  const clear = { for: 'clear', screw: 'M4', series: 'medium' }
  const gap = { room: '0.25' }
  const bore = disc(7.5) * 4 + disc(4.5) * 4
  near(await taken({ ...clear, head: 'bore', ...gap }), bore)
  near(await taken({ ...clear, head: 'bore', ...gap, sink: '1' }), bore + (disc(7.5) - disc(4.5)) * 1)
  const [R, r] = [9.46 / 2, 4.5 / 2]
  const cone = (Math.PI * (R - r) * (R * R + R * r + r * r)) / 3
  near(await taken({ ...clear, head: 'sunk', ...gap }), cone + disc(4.5) * (8 - (R - r)))
  near(
    await taken({ ...clear, head: 'sunk', ...gap, sink: '1.5' }),
    cone + disc(9.46) * 1.5 + disc(4.5) * (8 - 1.5 - (R - r)),
  )
  const flats = 7.5
  const hexagon = (Math.sqrt(3) / 2) * flats * flats
  near(await taken({ ...clear, head: 'nut', ...gap }), hexagon * 3.2 + disc(4.5) * 4.8)
  const wide = await built(holes({ across: '9', head: 'bore' }))
  expect(wide.problems[0]).toMatchObject({ field: 'head', message: expect.stringContaining('wider than its mouth') })
  const shallow = await built(holes({ ...clear, head: 'bore', reach: 'deep', deep: '3' }))
  expect(shallow.problems[0]).toMatchObject({ field: 'deep', message: expect.stringContaining('4.00 mm deep') })
})

describe('in the wall of a tube', () => {
  const tube = ['solid', { shape: 'tube', across: '30', wall: '3', height: '40' }, 'tube'] as const
  const lying = { on: { base: 'front', off: '20' }, at: [at('0', '20')], across: '6' }
  const whole = async () => (await built(sheetOf(tube))).volumes['tube']!
  /** What a cylinder of radius r square through the axis of a tube takes of both its walls (E. Steinmetz's solids, by quadrature). */
  const through = (r: number, outer: number, inner: number) => {
    const steps = 20_000
    let sum = 0
    for (let k = 0; k < steps; k++) {
      const x = -r + ((k + 0.5) * 2 * r) / steps
      sum += 2 * Math.sqrt(r * r - x * x) * 2 * (Math.sqrt(outer * outer - x * x) - Math.sqrt(inner * inner - x * x))
    }
    return (sum * 2 * r) / steps
  }

  test('a hole goes through both walls, or through the first only, which is half of it and never marks the second', async () => {
    const before = await whole()
    const cut = async (reach: string) => built(holes({ ...lying, reach }, [tube], 'tube'))
    const both = before - (await cut('through')).volumes['tube']!
    near(both, through(3, 15, 12))
    const first = await cut('wall')
    expect(first.problems).toEqual([])
    near(before - first.volumes['tube']!, both / 2, 1e-4)
    const behind = first.build.parts[0]!.mesh
    const touched = behind.surfaces.findIndex((s) => s.step === 'holes')
    const ys = [...behind.triangleSurface].flatMap((s, t) => (s === touched ? [0, 1, 2].map((k) => behind.positions[3 * behind.indices[3 * t + k]! + 1]!) : [])) // prettier-ignore
    expect(Math.max(...ys)).toBeLessThan(-11)
  })

  /** The plane that touches the tube's outside at an angle. */
  async function touching(degrees: number) {
    const { build } = await built(sheetOf(tube))
    const on = pointable(build.parts[0]!.mesh)
    const region = on.topology.surfaceOf.findIndex((s) => {
      const { shape: is } = on.mesh.surfaces[s]!
      return is.kind === 'cylinder' && !is.hole
    })
    return { part: 'tube', face: keepFace(seen(on), region, [15, 0, 20]), at: 'middle', touch: `${degrees}`, off: '0' }
  }
  /** What lies over a depth below the touching plane within a mouth, by quadrature over its disc. */
  const mouth = (wide: number, hole: number, below: (rho: number) => number) => {
    const steps = 1200
    const side = wide / steps
    let sum = 0
    for (let i = 0; i < steps; i++)
      for (let j = 0; j < steps; j++) {
        const [x, y] = [-wide / 2 + (i + 0.5) * side, -wide / 2 + (j + 0.5) * side]
        const rho = Math.hypot(x, y)
        if (rho > wide / 2 || rho < hole / 2) continue
        sum += Math.max(0, Math.sqrt(15 * 15 - x * x) - Math.max(12, 15 - below(rho)))
      }
    return sum * side * side
  }

  test('holes on the round itself begin where it touches, at any angle: plain, counterbored and countersunk', async () => {
    const before = await whole()
    const cut = async (degrees: number, fields: Fields) => {
      const { volumes, problems, notes } = await built(
        holes({ on: await touching(degrees), ...fields }, [tube], 'tube'),
      )
      expect(problems).toEqual([])
      return { taken: before - volumes['tube']!, notes }
    }
    for (const degrees of [0, 37, 90, 201.5, -90]) {
      near((await cut(degrees, { across: '5', reach: 'wall' })).taken, through(2.5, 15, 12) / 2)
      near((await cut(degrees, { across: '5' })).taken, through(2.5, 15, 12))
    }
    const bored = await cut(63, { for: 'clear', screw: 'M2', head: 'bore', room: '0.1', reach: 'wall' })
    near(bored.taken, through(1.2, 15, 12) / 2 + mouth(4, 2.4, () => 2))
    const sunk = await cut(63, { for: 'clear', screw: 'M3', head: 'sunk', room: '0', reach: 'wall' })
    near(sunk.taken, through(1.7, 15, 12) / 2 + mouth(6.72, 3.4, (rho) => 3.36 - rho))
    // 15 less the root of 15 squared less 3.36 squared.
    expect(sunk.notes[0]).toContain('stands 0.38 mm out')
  })

  test('an inside is not touched, and says what can be had', async () => {
    const on = await touching(0)
    const { build } = await built(sheetOf(tube))
    const there = pointable(build.parts[0]!.mesh)
    const inner = there.topology.surfaceOf.findIndex((s) => {
      const { shape: is } = there.mesh.surfaces[s]!
      return is.kind === 'cylinder' && is.hole === true
    })
    const face = keepFace(seen(there), inner, [12, 0, 20])
    const { problems } = await built(holes({ on: { ...on, face } }, [tube], 'tube'))
    expect(problems[0]).toMatchObject({
      field: 'on',
      message: expect.stringContaining('Only the outside of a cylinder'),
    })
  })

  test('with a tip it stands open upwards by its tangents at 45 degrees; upright holes have no tip', async () => {
    const block = ['solid', { width: '30', depth: '10', height: '30' }, 'block'] as const
    const lie = { on: { base: 'front', off: '5' }, at: [at('0', '15')], across: '8', tip: 'tear' }
    const { volumes, build, problems } = await built(holes(lie, [block], 'block'))
    expect(problems).toEqual([])
    near(30 * 10 * 30 - volumes['block']!, 10 * (16 * Math.PI * 0.75 + 16))
    const tops = build.parts[0]!.mesh.positions.filter((_, i) => i % 3 === 2)
    expect(tops.some((z) => Math.abs(z - (15 + 4 * Math.SQRT2)) < 1e-3)).toBe(true)
    const upright = await built(holes({ tip: 'tear' }))
    expect(upright.problems[0]).toMatchObject({ field: 'tip', message: expect.stringContaining('holes that lie') })
  })
})

test('at the middles of a drawing they go where its circles go, copies and guides too', async () => {
  const drawing = ['drawing', { on: TOP, shapes: [shape('circle', { across: '3', at: at('12', '0'), is: 'guide' }, 'c'), shape('ring', { of: ['c'], count: '5' }, 'r')] }, 'd'] as const // prettier-ignore
  const project = holes({ where: 'drawing', across: '4' }, [PLATE, drawing])
  const { volumes, problems } = await built(project)
  expect(problems).toEqual([])
  near(WHOLE - volumes['plate']!, 5 * disc(4) * 8)
  near(WHOLE - (await built(setField('r', 'count', '8')(project))).volumes['plate']!, 8 * disc(4) * 8)
  const none = await built(holes({ where: 'drawing' }))
  expect(none.problems[0]).toMatchObject({ field: 'drawing', message: expect.stringContaining('circles or points') })
})

test('what cannot be had is said at its field: no place, no part, too many', async () => {
  const told = async (fields: Fields) => (await built(holes(fields))).problems[0]
  expect(await told({ at: [] })).toMatchObject({ field: 'at' })
  expect(await told({ parts: [] })).toMatchObject({ field: 'parts' })
  expect(await told({ where: 'grid', columns: '500', rows: '500' })).toMatchObject({ field: 'columns', message: expect.stringContaining('up to 1000') }) // prettier-ignore
  expect((await built(holes({ at: [at('200', '0')] }))).notes.join()).toContain('It does not reach')
})

test('the tables hang together: every screw fits its holes, a pilot hole is narrower and a through hole wider than it', () => {
  for (const screw of SCREWS) {
    const size = Number(screw.slice(1))
    const [fine, medium, coarse] = (['fine', 'medium', 'coarse'] as const).map((s) => throughHole(screw, s))
    expect([size < fine!, fine! < medium!, medium! < coarse!, pilotHole(screw) < size]).toEqual([
      true,
      true,
      true,
      true,
    ])
  }
  expect(sizesIn('sunk')).toEqual(['M3', 'M4', 'M5'])
})

test('a pocket for a nut inside the part has room for it and a way in from the side, as wide as its flats', async () => {
  const [flats, high] = [5.5 + 0.4, 2.4 + 0.4]
  const half = ((Math.sqrt(3) / 2) * flats * flats) / 2
  const fields = { for: 'clear', screw: 'M3', head: 'side', below: '2.6', wayLong: '30' }
  near(await taken(fields), disc(3.4) * (8 - high) + (half + 30 * flats) * high)
  // Turned to the back it is 20 to the edge.
  near(await taken({ ...fields, toward: '90', wayLong: '20' }), disc(3.4) * (8 - high) + (half + 20 * flats) * high)
  const { problems } = await built(holes({ ...fields, reach: 'deep', deep: '5' }))
  expect(problems[0]).toMatchObject({ field: 'deep', message: expect.stringContaining('5.40 mm deep') })
})
