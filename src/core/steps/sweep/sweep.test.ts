import fc from 'fast-check'
import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { oppositeSides } from '../../mesh/half-edges'

const section = (outline: object): StepOf => ['drawing', { on: { base: 'front', off: '0' }, shapes: [outline] }, 's']
const path = (...shapes: object[]): StepOf => ['drawing', { on: { base: 'ground', off: '0' }, shapes }, 'p']
const run = (...through: [number, number][]) => shape('run', { through: through.map(([x, y]) => at(x, y)), ends: 'open', is: 'guide' }, 'way') // prettier-ignore
const sweep = (fields: Fields = {}): StepOf => ['sweep', { section: 's', path: 'p', ...fields }, 'b']
const ROUND = shape('circle', { across: '10' })
async function swept(...steps: readonly StepOf[]) {
  const { volumes, problems, notes, build } = await built(sheetOf(...steps), 'view')
  const part = build.parts.find((p) => p.id === 'b')
  if (part) expect(oppositeSides(part.mesh.indices).every((o) => o >= 0)).toBe(true)
  return { volume: volumes['b']!, problems, notes, part }
}

test('along lines it is mitred: what lies inside a bend is what lies outside it', async () => {
  const bar = await swept(section(ROUND), path(run([0, 0], [0, 40], [30, 40])), sweep())
  expect(bar.problems).toEqual([])
  expect(bar.volume / (Math.PI * 25 * 70)).toBeCloseTo(1, 2)
  expect(bar.notes).toContain('70.0 mm along.')
})

test('along an arc and right round it is what turning it says, by the way of its middle', async () => {
  const quarter = shape(
    'arc',
    { from: at('20', '0'), over: at(`${20 * Math.SQRT1_2}`, `${20 * Math.SQRT1_2}`), to: at('0', '20'), is: 'guide' },
    'way',
  )
  const arc = await swept(section(ROUND), path(quarter), sweep())
  expect(arc.problems).toEqual([])
  expect(arc.volume / (Math.PI * 25 * 10 * Math.PI)).toBeCloseTo(1, 2)
  const ring = await swept(section(ROUND), path(shape('circle', { across: '60', is: 'guide' }, 'way')), sweep())
  expect(ring.problems).toEqual([])
  expect(ring.volume / (Math.PI * 25 * 60 * Math.PI)).toBeCloseTo(1, 2)
})

test('a pipe is open at both ends and has its wall all along', async () => {
  const pipe = await swept(section(ROUND), path(run([0, 0], [0, 40], [30, 60])), sweep({ as: 'in', wall: '1.5' }))
  expect(pipe.problems).toEqual([])
  const long = 40 + Math.hypot(30, 20)
  expect(pipe.volume / (Math.PI * (25 - 12.25) * long)).toBeCloseTo(1, 1)
  const { positions, indices } = pipe.part!.mesh
  expect(1 - (positions.length / 3 - indices.length / 6) / 2).toBe(1)
})

test('it can grow and turn on its way: a horn has a third of the sum of its ends and what lies between', async () => {
  const horn = await swept(section(ROUND), path(run([0, 0], [0, 60])), sweep({ scaled: '3' }))
  expect(horn.volume / ((60 * Math.PI * (25 + 75 + 225)) / 3)).toBeCloseTo(1, 2)
  const square = shape('rectangle', { width: '10', height: '10' })
  const twisted = await swept(section(square), path(run([0, 0], [0, 60])), sweep({ turned: '90' }))
  expect(twisted.volume / 6000).toBeCloseTo(1, 1)
})

const says = (id: string, ...through: [number, number][]): StepOf => ['drawing', { on: { base: 'ground', off: '0' }, shapes: [shape('run', { through: through.map(([x, y]) => at(x, y)), ends: 'open', is: 'guide' }, 'way')] }, id] // prettier-ignore

test('a line says how large it is along the way, from its left end to its right one, however long the line is', async () => {
  const straight = path(run([0, 0], [0, 60]))
  const bellied = (line: StepOf) => swept(section(ROUND), line, straight, sweep({ grows: 'line', wide: line[2]! }))
  // Two frusta, of radii 5, 10 and 5, each 30 high.
  const up = await bellied(says('w', [0, 8], [15, 16], [30, 8]))
  expect(up.problems).toEqual([])
  expect(up.volume / ((2 * 30 * Math.PI * (25 + 50 + 100)) / 3)).toBeCloseTo(1, 2)
  const fromRight = await bellied(says('w', [90, 4], [45, 8], [0, 4]))
  expect(fromRight.volume).toBeCloseTo(up.volume, 6)
  const even = await swept(section(ROUND), straight, sweep({ scaled: '3' }))
  const drawn = await bellied(says('w', [0, 1], [10, 3]))
  expect(drawn.volume).toBeCloseTo(even.volume, 6)
})

test('a line lifts it out of the plane of its path: as much material, higher by what the line rises', async () => {
  const flat = await swept(section(ROUND), path(run([0, 0], [0, 60])), sweep())
  const lifted = await swept(section(ROUND), says('up', [0, 2], [20, 2], [40, 22]), path(run([0, 0], [0, 60])), sweep({ leaves: 'line', rises: 'up' })) // prettier-ignore
  expect(lifted.problems).toEqual([])
  // Sections of one size stay square to the path (Cavalieri).
  expect(lifted.volume / flat.volume).toBeCloseTo(1, 3)
  const tops = (part: typeof flat.part) => Math.max(...part!.mesh.positions.filter((_, i) => i % 3 === 2))
  expect(tops(lifted.part) - tops(flat.part)).toBeCloseTo(20, 3)
})

test('a line says how the turn is spread over the way', async () => {
  const square = shape('rectangle', { width: '20', height: '4' })
  const straight = path(run([0, 0], [0, 60]))
  const late = await swept(section(square), says('t', [0, 0], [30, 0], [60, 10]), straight, sweep({ turns: 'line', twist: 't', turned: '90' })) // prettier-ignore
  expect(late.problems).toEqual([])
  // Nothing is turned in the first half, so that it is as high there as drawn; at its end it stands on edge.
  const high = (from: number, to: number) => {
    const { positions } = late.part!.mesh
    const own = Array.from({ length: positions.length / 3 }, (_, i) => [positions[3 * i + 1]!, positions[3 * i + 2]!])
    return Math.max(...own.filter(([y]) => y! >= from && y! <= to).map(([, z]) => z!))
  }
  expect(high(0, 29.9)).toBeCloseTo(2, 6)
  expect(high(59.9, 60)).toBeCloseTo(10, 6)
})

test('lines that turn back, go down to nothing, or are not chosen are refused at their field', async () => {
  const told = async (fields: Fields, ...line: [number, number][]) =>
    (await swept(section(ROUND), says('w', ...line), path(run([0, 0], [0, 60])), sweep(fields))).problems[0]
  const wide = { grows: 'line', wide: 'w' }
  expect(await told(wide, [0, 1], [20, 5], [10, 9])).toMatchObject({ field: 'wide', message: expect.stringContaining('turns back at 10.0, 9.0') }) // prettier-ignore
  expect(await told(wide, [0, 5], [20, 0])).toMatchObject({ field: 'wide', message: expect.stringContaining('would vanish') }) // prettier-ignore
  expect(await told({ turns: 'line', twist: 'w', turned: '90' }, [0, 5], [20, 5])).toMatchObject({ field: 'twist', kind: 'level' }) // prettier-ignore
})

test('too sharp a bend, several runs and no run at all are refused', async () => {
  const told = async (...steps: readonly StepOf[]) => (await swept(...steps)).problems[0]
  expect(await told(section(ROUND), path(run([0, 0], [0, 40], [3, 1])), sweep())).toMatchObject({ field: 'path', message: expect.stringContaining('too sharply') }) // prettier-ignore
  expect(await told(section(ROUND), path(run([0, 0], [0, 40]), shape('line', { from: at('9', '0'), to: at('9', '9') })), sweep())).toMatchObject({ field: 'path', message: expect.stringContaining('2 runs') }) // prettier-ignore
  expect(await told(section(ROUND), path(), sweep())).toMatchObject({ field: 'path', message: expect.stringContaining('no line') }) // prettier-ignore
})

test('over random paths of wide bends the volume is the section times the way', async () => {
  const turn = fc.integer({ min: -40, max: 40 })
  await fc.assert(
    fc.asyncProperty(fc.array(turn, { minLength: 1, maxLength: 5 }), async (turns) => {
      let [x, y, heading] = [0, 0, 90]
      const places: [number, number][] = [[0, 0]]
      for (const t of [0, ...turns]) {
        heading += t
        x += 30 * Math.cos((heading * Math.PI) / 180)
        y += 30 * Math.sin((heading * Math.PI) / 180)
        places.push([x, y])
      }
      const { volume, problems } = await swept(section(ROUND), path(run(...places)), sweep())
      expect(problems).toEqual([])
      expect(volume / (Math.PI * 25 * 30 * (places.length - 1))).toBeCloseTo(1, 2)
    }),
    { numRuns: 15 },
  )
})
