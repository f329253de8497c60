import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { at, built, type Fields, shape, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import type { BuiltPart } from '../built/built'
import { setField } from '../document/edits'
import type { Project } from '../document/schema'
import { expectOk } from '../result'
import { letGo } from './let-go'
import { readProject } from './read-project'

// A plate drawn with letters of its own size, bored through a drawing on its face, with a lug that is used up.
const PLATE: readonly StepOf[] = [
  ['drawing', { shapes: [shape('rectangle', { width: '30', height: '12', at: at('20', '9') }, 'r')] }, 'flat'],
  ['extrude', { drawing: 'flat', by: '4' }, 'plate'],
  ['solid', { width: '6', depth: 'drawing.height', height: '9', at: at('38', '9') }, 'lug'],
  ['combine', { part: 'plate', tools: ['lug'] }, 'both'],
  ['drawing', { on: { base: 'ground', off: '4' }, shapes: [shape('circle', { across: '3', at: at('12', '9') }, 'c')] }, 'bored'],
  ['extrude', { reach: 'through', how: 'take', parts: ['plate', 'other'] }, 'bore'],
] // prettier-ignore
const OTHER: StepOf = ['solid', { width: '8', depth: '8', height: '8', at: at('12', '9') }, 'other']
const plates = (fields: Fields, more: readonly StepOf[] = []): Project => sheetOf(OTHER, ...PLATE, ['copies', { part: 'plate', ...fields }, 'c'], ...more) // prettier-ignore
const ROW = { how: 'line', count: '3', by: '25', way: 'back' }

let count = 0
const freed = async (project: Project, step = 'c') => {
  const { build, problems } = await built(project, 'view')
  expect(problems).toEqual([])
  return letGo(project, step, build.parts, () => `n${(count += 1)}`)
}
const box = ({ mesh }: BuiltPart) => [0, 1, 2].map((k) => {
  const own = mesh.positions.filter((_, i) => i % 3 === k)
  return [Math.min(...own), Math.max(...own)].map((v) => Math.round(v * 1e3) / 1e3)
}) // prettier-ignore
const looks = (parts: readonly BuiltPart[]) => parts.map((p) => [p.name, p.color, Math.round(p.volume * 100) / 100, box(p)]).sort() // prettier-ignore

test.each([
  ['in a row', ROW],
  ['in a ring', { how: 'ring', count: '4', at: { base: 'ground', off: '0' } }],
  ['mirrored', { how: 'mirror', at: { base: 'side', off: '0' } }],
])('let go, copies %s are made of steps of their own and lie as they lay', async (_, fields) => {
  const project = plates(fields)
  const before = await built(project)
  const now = expectOk(await freed(project))
  const after = await built(now)
  expect(after.problems).toEqual([])
  expect(looks(after.build.parts)).toEqual(looks(before.build.parts))
  expect(now.steps.filter((s) => s.kind === 'combine')).toHaveLength(before.build.parts.length - 1)

  // Free of what they were copies of, and of each other.
  const wider = setField('plate', 'by', '5')(setField('c', 'across', '5')(now))
  const changed = await built(wider)
  expect(changed.problems).toEqual([])
  const copiesOf = (parts: readonly BuiltPart[]) => looks(parts.filter((p) => !['plate', 'other'].includes(p.id)))
  expect(copiesOf(changed.build.parts)).toEqual(copiesOf(after.build.parts))
  expect(changed.volumes['plate']).toBeGreaterThan(after.volumes['plate']! + 100)
  const last = now.steps.findLast((s) => s.kind === 'combine')!
  const alone = await built(setField(last.id, 'do', 'take')(now))
  expect(looks(alone.build.parts).filter((l, i) => String(l) !== String(looks(after.build.parts)[i]))).toHaveLength(1)
})

test('what was done to a copy, said of it, kept of it and switched off with it stays with it', async () => {
  const project = plates(ROW)
  const first = await built(project)
  const copy = first.build.parts.find((p) => p.id === 'c.3')!
  const face = facing(copy, [0, 0, 1], 4)
  const more: StepOf[] = [
    ['drawing', { on: { part: 'c.3', face, datum: 'middle', off: '0' }, shapes: [shape('circle', { across: '5', at: at('0', '0') })] }, 'top'],
    ['extrude', { by: '2', how: 'add', parts: ['c.3'] }, 'stud'],
    ['solid', { width: 'drawing3.width', depth: '2', height: '2', at: at('-20', '0') }, 'gauge'],
  ] // prettier-ignore
  const whole: Project = {
    ...plates(ROW, more),
    parts: { 'c.3': { name: 'Rear plate', color: '#336699', faces: [{ face, color: '#ffffff' }] } },
    notes: [{ id: 'n', text: 'sand this', part: 'c.3' }],
    variants: [{ id: 'v', name: 'Without', numbers: {}, off: { bore: true } }],
  }
  const before = await built(whole)
  const now = expectOk(await freed(whole))
  const after = await built(now)
  expect(looks(after.build.parts)).toEqual(looks(before.build.parts))
  expect(after.problems).toEqual(before.problems)
  const rear = after.build.parts.find((p) => p.name === 'Rear plate')!
  expect(rear.painted).toMatchObject({ regions: [{ color: '#ffffff' }], lost: [] })
  expect(now.notes[0]!.part).toBe(rear.id)
  expect(Object.keys(now.parts)).not.toContain('c.3')
  const variant = async (p: Project) => looks((await built({ ...p, variant: 'v' })).build.parts)
  expect(await variant(now)).toEqual(await variant(whole))
})

test('says what cannot be let go, and why', async () => {
  const why = async (project: Project, step = 'c') => {
    const found = await freed(project, step)
    return found.ok ? 'let go' : found.problem.message
  }
  expect(await why(plates({ ...ROW, after: 'joined' }))).toContain('one part with what they are copies of')
  expect(await why(plates(ROW), 'plate')).toContain('no copies of this step')
  const again = sheetOf(['solid', {}, 'box'], ['copies', { part: 'box', how: 'line', count: '3' }, 'first'], ['copies', { part: 'first.2', how: 'line', way: 'up' }, 'c']) // prettier-ignore
  expect(await why(again)).toContain('Let the copies of step 2 go first')
  const halves = sheetOf(['solid', {}, 'box'], ['plane-cut', { part: 'box', keep: 'both', at: { base: 'ground', off: '5' } }, 'cut'], ['copies', { part: 'box', how: 'line' }, 'c']) // prettier-ignore
  expect(await why(halves)).toContain('as well, which would be there once more')
  expect(await why(plates({ ...ROW, count: '200', by: '1' }))).toBe('let go')
})

test('the twin of the latch arm, let go, is what it was', async () => {
  const project = expectOk(readProject(readFileSync('demo/latch-arm.json', 'utf8')))
  const step = project.steps.find((s) => s.kind === 'copies')!
  const before = await built(project, 'view')
  const after = await built(expectOk(await freed(project, step.id)), 'view')
  expect(after.problems).toEqual([])
  expect(looks(after.build.parts)).toEqual(looks(before.build.parts))
  // The stud is not in the twin, so nothing watches it there.
  expect(after.build.rows.map((r) => r.between)).toEqual(before.build.rows.map((r) => r.between))
})

test('let go and moved by random ways, copies are as they were', async () => {
  const way = fc.record({ how: fc.constantFrom('line', 'ring', 'mirror'), count: fc.integer({ min: 2, max: 4 }).map(String), by: fc.integer({ min: 1, max: 60 }).map(String), over: fc.integer({ min: 20, max: 360 }).map(String) }) // prettier-ignore
  await fc.assert(
    fc.asyncProperty(way, async (fields) => {
      const project = plates({ ...fields, at: { base: 'front', off: '7' } })
      const [before, after] = [await built(project, 'view'), await built(expectOk(await freed(project)), 'view')]
      expect(after.problems).toEqual([])
      expect(looks(after.build.parts)).toEqual(looks(before.build.parts))
    }),
    { numRuns: 12 },
  )
})
