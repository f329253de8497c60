import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../tests/support/boards'
import { drawn, listeningActions, openedProject, textOf } from '../../tests/support/page'
import { addReading, addRepeat, setField, setNumber, setUnit } from '@/core/document/edits'
import { emptyProject, type Project } from '@/core/document/schema'
import { boxOfPositions } from '@/core/geometry/vec'
import type { Pick } from '@/core/fit/picks'
import { keepFace } from '@/core/faces/resolve'
import { BuildSheet } from './build-sheet/build-sheet'
import { Gather } from './gather/gather'
import { Ledger } from './ledger/ledger'
import { Print } from './print/print'
import { FootLine } from './scene/foot-line'
import { createProjectStore, firstPlace, type ProjectStore } from './store/store'

let project: Project
let models: ReturnType<typeof wrapped>['models']
let store: ProjectStore
beforeAll(async () => {
  const model = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
  ;({ project, models } = wrapped(model, { openings: false }))
  store = await openedProject(project, models)
})
const edited = async (...edits: ((p: Project) => Project)[]) =>
  openedProject(
    edits.reduce((p, edit) => edit(p), project),
    models,
  )

describe('the sheet', () => {
  test('reads as sentences with the figures they came to, and offers what could be next', () => {
    const text = textOf(drawn(store, <BuildSheet />))
    expect(text).toContain('Wrap Carrier along its outline , 0.55 clear per side, 1 above and 1 below. Walls 1.68 , floor 1.8 , roof 1.8') // prettier-ignore
    expect(text).toContain('Over the edge: socket taken in .')
    expect(text).toContain(
      'Stand the board on posts at its 4 mounting holes , 6.4 across, with pins through the holes,',
    )
    expect(text).toContain('Next could be: screw the lid down through the board')
    expect(text).toContain('open the front for socket')
    expect(text).toContain('Parts 2')
  })
  test('in inches the figures change, the formulas behind them do not', async () => {
    const inches = await edited(setUnit('in'))
    const html = drawn(inches, <BuildSheet />)
    expect(textOf(html)).toContain('0.0217 clear per side')
    expect(html).toContain('title="Clearance round the board, per side: 0.55 mm · 0.0217 in · 0.0433 on the diameter"')
    expect(inches.getState().history.present.steps).toEqual(project.steps)
  })
  test('what failed says why under its sentence, in the field’s own colour, and the rest goes on', async () => {
    const bad = await edited(setField(project.steps[0]!.id, 'corner', '60'))
    const html = drawn(bad, <BuildSheet />)
    expect(html).toMatch(/role="alert"[^>]*>.*?Corners of 60\.0 mm would thin the wall/)
    expect(html.match(/figure [^"]*text-rust/g)).toHaveLength(1)
  })
  test('an empty sheet says what to do, without telling anybody that they are wrong', () => {
    const nothing = createProjectStore({ id: 'e', revision: 1, document: emptyProject('New'), past: [] })
    expect(textOf(drawn(nothing, <BuildSheet />))).toContain('Drop a file anywhere on this page')
    const hinge = { ...emptyProject('Hinge'), references: project.references }
    const gathered = createProjectStore({ id: 'h', revision: 1, document: hinge, past: [] })
    const text = textOf(drawn(gathered, <BuildSheet />))
    expect(text).toContain('No step yet. see what is gathered')
    expect(text).not.toMatch(/board first/i)
  })
  test('a number shows its value, and one that cannot be worked out its reason', async () => {
    const numbered = await edited(setNumber('a', 'room', '2*line'), setNumber('b', 'lost', 'nowhere + 1'))
    const text = textOf(drawn(numbered, <BuildSheet />))
    expect(text).toContain('0.84')
    expect(text).toContain('There is no number called "nowhere".')
  })
})

describe('the ledger', () => {
  test('has a row for every meeting, with what was measured, and the findings under it', () => {
    const html = drawn(store, <Ledger />)
    const rows = store.getState().ledger
    expect(html.match(/<tr/g)!.length - 1).toBe(rows.length)
    for (const row of rows) expect(textOf(html)).toContain(`${row.between} ✓ ${row.measured!.toFixed(2)}`)
    expect(textOf(html)).toContain(`${rows.length} of ${rows.length} hold`)
    expect(textOf(html)).toContain('Nothing holds the lid.')
  })
  test('says that something is under way rather than that there is nothing', () => {
    const waiting = createProjectStore({ id: 'w', revision: 1, document: project, past: [] })
    expect(textOf(drawn(waiting, <Ledger />))).toContain('The parts are being built')
  })
})

describe('Gather', () => {
  test('tells the board, its holes, what reaches over the edge, and each item with its size', () => {
    const text = textOf(drawn(store, <Gather />))
    expect(text).toMatch(/: 50 × 30 × 1\.6 mm, 4 mounting holes of Ø 3\.2/)
    expect(text).toContain('Over the edge: socket by 1.5 at the front.')
    expect(text).toMatch(/chip [\d.]+ × [\d.]+ × 4 fitted/)
    // It is wrapped already, so that is not offered again.
    expect(text).not.toContain('Wrap it in a case')
  })
  test('a board that is not wrapped can be, by one verb', async () => {
    const bare = await openedProject({ ...project, steps: [] }, models)
    const { actions, asked } = listeningActions()
    expect(textOf(drawn(bare, <Gather />, actions))).toContain('Wrap it in a case, on posts')
    expect(asked).toEqual([])
  })
  test('a reading shows its mean and spread', async () => {
    const measured = await edited(addReading('r', 'pin'), addRepeat('r', '4.02'), addRepeat('r', '4.06'))
    const text = textOf(drawn(measured, <Gather />))
    expect(text).toContain('4.04 mm')
    expect(text).toContain('spread 0.04')
  })
})

describe('Print', () => {
  test('is a sentence about the printer, and each fit per side and on the diameter', () => {
    const html = drawn(store, <Print />)
    expect(html).toContain('value="My printer"')
    expect(textOf(html)).toMatch(/fit per side on the diameter press 0\.1 snug 0\.2 sliding 0\.4 loose 0\.7/)
  })
})

test('the foot of the scene says what is picked, its size, and what can be done with it', () => {
  const part = store.getState().build!.parts[0]!
  const region = part.body.surfaceOf.findIndex((s) => part.body.surfaces[s]!.role === 'floor:under')
  const { step, role, shape } = part.body.surfaces[part.body.surfaceOf[region]!]!
  const { min, max } = boxOfPositions(part.body.shown.positions)
  const pick: Pick = {
    kind: 'surface',
    owner: part.id,
    ownerName: part.name,
    name: { step, role },
    kept: keepFace(part.body, region, [0, 0, min[2]]),
    region,
    shape,
    point: [0, 0, min[2]],
    size: [max[0] - min[0], max[1] - min[1], 0],
    thickness: 1.8,
  }
  store.getState().set({ picks: [pick] })
  const text = textOf(drawn(store, <FootLine />))
  expect(text).toMatch(/^Flat face, [\d.]+ × [\d.]+, faces bottom · Base · 1\.8 thick there/)
  // What makers want most, until the rest is asked for.
  expect(text).toContain('With this: measure to … change the floor draw on this extrude this face put holes in it hollow the part, open here move this face') // prettier-ignore
  expect(text).toMatch(/\d+ more …$/)
  expect(text).not.toContain('show alone')
  store.getState().set({ allVerbs: true })
  const all = textOf(drawn(store, <FootLine />))
  for (const verb of ['put a plain solid on it', 'put holes in it', 'mirror the part here', 'show alone']) expect(all).toContain(verb) // prettier-ignore
  // The case is what other steps stand on; it is not taken out by a slip.
  expect(all).not.toContain('take this step out')
  store.getState().set({ picks: [] })
})

test('a project opens where there is something to do', () => {
  expect(firstPlace(project)).toBe('shape')
  expect(firstPlace({ ...project, steps: [] })).toBe('gather')
})
