import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { PhotoTruth } from '../../demo/make/photo'
import { binaryStl, svg } from '../../tests/support/files'
import { drilledPlate } from '../../tests/support/soups'
import { greyPhoto } from '../../tests/support/grey-photo'

const BOARD = 'demo/boards/rl-2-rev-a.step'
let out: string
beforeAll(() => {
  out = mkdtempSync(join(tmpdir(), 'anorak-cli-'))
})
afterAll(() => rmSync(out, { recursive: true, force: true }))

function anorak(...args: string[]) {
  const run = spawnSync(process.execPath, ['scripts/anorak.mjs', ...args], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  })
  return {
    code: run.status,
    out: run.stdout,
    error: run.stderr,
    json: () => JSON.parse(run.stdout) as Record<string, never> & Report,
  }
}

interface Report {
  parts: { name: string; file: string; closed: boolean; bounds_mm: number[][] }[]
  ledger: { between: string; wanted_mm: number; measured_mm: number; ok: boolean }[]
  findings: { weight: string }[]
  items: {
    name: string
    color: string | null
    faces: Record<string, number>
    bounds_mm: number[][]
    volume_mm3: number
  }[]
  board: {
    item: string
    thickness_mm: number
    outline_area_mm2: number
    holes: { diameter_mm: number; mounting: boolean }[]
  }
}

test('inspect reads meshes and drawings too, and refuses what is damaged', () => {
  const file = (name: string, bytes: Uint8Array) => {
    writeFileSync(join(out, name), bytes)
    return join(out, name)
  }
  const plate = drilledPlate([60, 40, 8], [{ at: [20, 20], radius: 2, segments: 12, depth: 5 }])
  const stl = anorak('inspect', file('hinge.stl', binaryStl(plate)), '--json').json()
  expect(stl).toMatchObject({
    format: 'stl',
    unit: { name: 'mm', certain: false },
    size_if: { in: '1524 × 1016 × 203.2 mm' },
    items: [{ closed: true, bounds_mm: [[0, 0, 0], [60, 40, 8]], faces: { plane: 7, cylinder: 1, free: 0 } }], // prettier-ignore
    holes: [{ through: false, diameter_mm: expect.closeTo(4, 3), depth_mm: expect.closeTo(5, 3) }],
  })
  const drawing = svg('<rect width="60" height="40"/><circle cx="20" cy="20" r="5"/><path d="M50 5h5"/>')
  expect(anorak('inspect', file('vent.svg', drawing), '--json').json()).toMatchObject({
    layers: ['drawing'],
    loops: 2,
    open_ends: 2,
    area_mm2: expect.closeTo(2400 - 25 * Math.PI, 4),
    bounds_mm: [[0, 0], [60, 40]], // prettier-ignore
  })
  expect(anorak('inspect', file('cut.stl', binaryStl(plate).subarray(0, 500)))).toMatchObject({
    code: 2,
    error: expect.stringContaining('cut short'),
  })
})

test('trace finds the outline of the demo photo as large as it is, its holes where they are', () => {
  const truth = JSON.parse(readFileSync('demo/bracket/vent-bracket.truth.json', 'utf8')) as PhotoTruth
  const corners = truth.corners.map((c) => c.map(Math.round).join()).join(' ')
  const photo = 'demo/bracket/vent-bracket.jpg'
  const found = anorak('trace', photo, '--corners', corners, '--size', '210x148', '--json').json() as unknown as {
    area_mm2: number
    holes: { center_mm: [number, number]; diameter_mm: number }[]
  }
  expect(Math.abs(found.area_mm2 / truth.area - 1)).toBeLessThan(0.01)
  for (const { centre, diameter } of truth.holes) {
    const off = (h: (typeof found.holes)[number]) => Math.hypot(h.center_mm[0] - centre[0], h.center_mm[1] - centre[1])
    const hole = found.holes.reduce((a, b) => (off(b) < off(a) ? b : a))
    expect(off(hole)).toBeLessThan(0.3)
    expect(Math.abs(hole.diameter_mm - diameter)).toBeLessThan(0.3)
  }
  expect(anorak('inspect', photo, '--json').json()).toMatchObject({ format: 'jpeg', pixels: [2400, 1800] })
  expect(anorak('trace', photo)).toMatchObject({ code: 2, error: expect.stringContaining('A photo needs a scale') })
  expect(anorak('trace', 'demo/boards/rl-2-rev-a.step', '--scale', '0,0 9,9', '--size', '5')).toMatchObject({ code: 2 })
})

test('where one tone may be the shadow of the other, trace says so and takes the one that is asked for', async () => {
  const { jpeg, truth } = await greyPhoto()
  const photo = join(mkdtempSync(join(tmpdir(), 'anorak-grey-')), 'grey.jpg')
  writeFileSync(photo, jpeg)
  const corners = truth.corners.map((c) => c.map(Math.round).join()).join(' ')
  const trace = (...more: string[]) =>
    anorak('trace', photo, '--corners', corners, '--size', '210x148', '--json', ...more)
  const [all, paler] = [trace().json(), trace('--tone', 'paler').json()]
  const area = (found: object) => (found as { area_mm2: number }).area_mm2 / truth.area
  expect(all).toMatchObject({
    doubts: [expect.stringContaining('two tones')],
    tone: 'all',
    others: [{ tone: 'paler' }],
  })
  expect(area(all)).toBeGreaterThan(1.15)
  expect(Math.abs(area(paler) - 1)).toBeLessThan(0.025)
  expect(trace('--tone', 'darker')).toMatchObject({ code: 2, error: expect.stringContaining('all, paler') })
})

test('the program is compiled once for as long as its sources stay as they are', () => {
  expect(anorak('--help').out).toContain('anorak inspect FILE')
  const compiled = () => readdirSync('.cache').filter((f) => f.startsWith('cli-')).map((f) => [f, statSync(join('.cache', f)).mtimeMs]) // prettier-ignore
  const before = compiled()
  expect(before).toHaveLength(1)
  anorak('schema')
  expect(compiled()).toEqual(before)
})

test('inspect lists the items and the board', () => {
  const { code, json } = anorak('inspect', BOARD, '--json')
  expect(code).toBe(0)
  const report = json()
  expect(report.items).toHaveLength(30)
  expect(report.items.find((i) => i.name === 'Display')).toMatchObject({
    color: '#22262b',
    volume_mm3: expect.closeTo(27 * 14 * 4.2, 1),
    faces: { plane: 6, cylinder: 0, free: 0 },
  })
  expect(report.board).toMatchObject({ item: 'RL-2 board', thickness_mm: expect.closeTo(1.6, 4) })
  expect(report.board.holes.filter((h) => h.mounting).map((h) => h.diameter_mm)).toEqual(
    Array(4).fill(expect.closeTo(3.2, 3)),
  )
})

test('case goes the whole way, and what it saved builds the same again', () => {
  const made = anorak(
    'case',
    BOARD,
    '--clearance',
    '60 thou',
    '--wall',
    '2',
    '--leave-out',
    'Radio module',
    '--posts',
    '--openings',
    '--place',
    'assembled',
    '--out',
    out,
    '--json',
  )
  expect(made.error).toBe('')
  expect(made.code).toBe(0)
  const report = made.json()
  expect(report.parts.map((p) => p.name)).toEqual(['Base', 'Lid'])
  for (const part of report.parts) {
    expect(part.closed).toBe(true)
    expect(existsSync(join(out, part.file))).toBe(true)
  }
  for (const row of report.ledger.filter((r) => r.between.startsWith('Board in case')))
    expect(row.measured_mm).toBeCloseTo(1.524, 1.7)
  const saved = join(
    out,
    readdirSync(out).find((f) => f.endsWith('.anorak.zip'))!,
  )
  const again = anorak('build', saved, '--out', join(out, 'again'), '--place', 'assembled', '--json')
  expect(again.json().parts.map((p) => p.bounds_mm)).toEqual(report.parts.map((p) => p.bounds_mm))
  expect(anorak('check', saved).code).toBe(0)
})

test('a case by three answers is held shut; what a board cannot have is said', () => {
  const folder = join(out, 'answered')
  const made = anorak('case', BOARD, '--leave-out', 'Radio module', '--sits', 'screws', '--lives', 'wall', '--out', folder, '--json') // prettier-ignore
  expect(made.code).toBe(0)
  const rows = made.json().ledger.map((r) => r.between)
  expect(rows).toEqual(expect.arrayContaining(['Board under the posts of the lid', 'rl-2-rev-a going into the base'])) // prettier-ignore
  expect(anorak('case', BOARD, '--sits', 'glue', '--out', folder)).toMatchObject({ code: 2, error: expect.stringContaining('--sits takes screws, own, pins, edge') }) // prettier-ignore
  expect(anorak('case', BOARD, '--sits', 'edge', '--closes', 'board', '--out', folder)).toMatchObject({ code: 2, error: expect.stringContaining('no screw goes through lid and board') }) // prettier-ignore
})

test('bad input ends with 2 and says what would do', () => {
  const text = join(out, 'notes.txt')
  writeFileSync(text, 'water the beans')
  expect(anorak('inspect', text)).toMatchObject({ code: 2, error: expect.stringContaining('Anorak reads STEP, STL') })
  expect(anorak('inspect', join(out, 'none.step'))).toMatchObject({
    code: 2,
    error: expect.stringContaining('no such file'),
  })
  expect(anorak('case', BOARD)).toMatchObject({ code: 2, error: expect.stringContaining('--out') })
  expect(anorak('case', BOARD, '--leave-out', 'Gnome', '--out', out)).toMatchObject({
    code: 2,
    error: expect.stringContaining('There are RL-2 board'),
  })
  expect(anorak('plant', BOARD).code).toBe(2)
}, 180_000)

test('a wall through a fitted item ends with 1', () => {
  expect(anorak('case', BOARD, '--clearance', '0.55', '--wall', 'twelve', '--out', join(out, 'bad')).code).toBe(1)
})

test('variants are compared, exported under their names, and built one by one', () => {
  const file = join(out, 'bracket.json')
  const project = {
    format: 'anorak-project',
    version: 4,
    name: 'Vent plate',
    numbers: [{ id: 'n', name: 'thick', formula: '6' }],
    steps: [{ id: 'plate', kind: 'solid', fields: { width: '40', depth: '30', height: 'thick' } }],
    variants: [{ id: 'v', name: 'Thin', numbers: { n: '4' } }],
    parts: { plate: { count: 2 } },
  }
  writeFileSync(file, JSON.stringify(project))
  const compared = anorak('variants', file, '--out', join(out, 'both'), '--json')
  expect(compared.code).toBe(0)
  const report = compared.json() as unknown as { variants: { name: string; volume_mm3: number; taken_mm3: number }[]; written: string[] } // prettier-ignore
  expect(report.variants.map((v) => [v.name, v.volume_mm3, v.taken_mm3])).toEqual([
    ['as drawn', 14400, 0],
    ['Thin', 9600, 2400],
  ])
  expect(report.written).toEqual(['vent-plate-part.stl', 'vent-plate.3mf', 'vent-plate-thin-part.stl', 'vent-plate-thin.3mf']) // prettier-ignore
  const thin = anorak('check', file, '--variant', 'Thin', '--json').json() as unknown as { variant: string; parts: { volume_mm3: number; count: number }[] } // prettier-ignore
  expect(thin).toMatchObject({ variant: 'Thin', parts: [{ volume_mm3: 4800, count: 2 }] })
  expect(anorak('check', file, '--variant', 'Thick').error).toContain('There are as drawn, Thin.')
  const obj = anorak('build', file, '--as', 'obj', '--out', join(out, 'obj'), '--json')
  expect((obj.json() as unknown as { written: string[] }).written).toEqual(['vent-plate.obj', 'vent-plate.mtl'])
  expect(anorak('build', file, '--as', 'obj,step', '--out', join(out, 'obj'))).toMatchObject({ code: 2, error: expect.stringContaining('stl, 3mf, obj') }) // prettier-ignore
})

test('fit divides what the bed does not take, saves the steps that do, and says what came of it', () => {
  const project = join(out, 'plank.json')
  writeFileSync(project, JSON.stringify({ format: 'anorak-project', version: 4, name: 'Plank', steps: [{ id: 'plank', kind: 'solid', off: false, fields: { width: '410', depth: '60', height: '18' } }] })) // prettier-ignore
  const run = anorak('fit', project, '--joint', 'dowels', '--out', out, '--json')
  const report = run.json()
  expect(run.code).toBe(0)
  expect(report.parts.map((p) => p.name)).toEqual(['Part 1', 'Part 2'])
  for (const { bounds_mm: [low, high] } of report.parts) expect(Math.max(...high!.map((v, k) => v - low![k]!))).toBeLessThanOrEqual(220) // prettier-ignore
  expect(report.ledger.map((r) => r.between)).toContain('Pin 2 at cut 1 of Part')
  expect(report.ledger.every((r) => r.ok)).toBe(true)
  // What was saved builds the same pieces.
  const again = anorak('check', join(out, 'plank.anorak.zip'), '--json').json()
  expect(again.parts.map((p) => p.name)).toEqual(['Part 1', 'Part 2'])
  expect(anorak('fit', project, '--joint', 'nails', '--out', out)).toMatchObject({ code: 2, error: expect.stringContaining('tongue, dowels, none') }) // prettier-ignore
})

test('fit for supports takes off what leans out, and every piece that is left prints without', () => {
  const project = join(out, 'hook.json')
  const step = (id: string, fields: object) => ({ id, kind: 'solid', off: false, fields })
  const nose = { width: '20', depth: '30', height: '12', at: { along: 0, up: -20, from: '' }, on: { base: 'ground', off: '40' }, how: 'add', parts: ['wall'] } // prettier-ignore
  writeFileSync(project, JSON.stringify({ format: 'anorak-project', version: 4, name: 'Hook', steps: [step('wall', { width: '50', depth: '10', height: '70' }), step('nose', nose)] })) // prettier-ignore
  const run = anorak('fit', project, '--for', 'supports', '--out', out, '--json')
  expect(run.code).toBe(0)
  expect(run.json().parts.map((p) => p.name)).toEqual(['Part 1', 'Part 2', 'Dowel', 'Dowel 2'])
  const proved = anorak('prove', join(out, 'hook.anorak.zip'), '--json').json() as unknown as Proved
  const leans = proved.parts.filter((p) => p.name.startsWith('Part')).map((p) => p.said.find((l) => l.about === 'Leaning out')) // prettier-ignore
  expect(leans.map((l) => l?.verdict)).toEqual(['fine', 'fine'])
  expect(anorak('fit', project, '--for', 'fun', '--out', out)).toMatchObject({ code: 2, error: expect.stringContaining('bed, supports') }) // prettier-ignore
})

test('prove tells what the printer will make of each part, and the sheet says it on a page', () => {
  const { parts } = anorak('prove', 'demo/trough-bracket.json', '--json').json() as unknown as Proved
  expect(parts.map((p) => [p.name, p.lies_on, p.layers])).toEqual([
    ['Bracket 1', 'its back', 85],
    ['Bracket 2', expect.stringMatching(/^its /), expect.any(Number)],
  ])
  // The plate lies on its back, so that nothing of it needs support.
  expect(parts[0]!.said.every((s) => s.verdict === 'fine')).toBe(true)
  expect(parts[0]!.ways[0]).toMatchObject({ now: true, support_mm3: 0, height_mm: expect.closeTo(17, 1) as never })
  expect(anorak('prove', 'demo/trough-bracket.json').out).toContain('Over nothing: Every layer lies on the one below.')
  expect(anorak('sheet', 'demo/trough-bracket.json').error).toContain('needs --out')
  const { written } = anorak('sheet', 'demo/trough-bracket.json', '--out', out, '--json').json() as unknown as { written: string[] } // prettier-ignore
  const html = readFileSync(join(out, written[0]!), 'utf8')
  expect(html).toContain('<td>Bracket 1</td>')
  expect(html).toContain('<td>Pin 1 at cut 1 of Bracket</td><td>0.10</td>')
}, 120_000)

interface Proved {
  parts: {
    name: string
    lies_on: string
    layers: number
    said: { verdict: string; about: string }[]
    ways: { now: boolean }[]
  }[]
}

test('a 3MF that was written is printed on a simulated printer, which makes it a little otherwise each time', () => {
  const folder = join(out, 'printed')
  expect(anorak('build', 'demo/latch-arm.json', '--out', folder, '--quality', 'view').code).toBe(0)
  const package3mf = join(
    folder,
    readdirSync(folder).find((f) => f.endsWith('.3mf'))!,
  )
  const run = anorak('print', package3mf, '--seed', '5', '--out', join(folder, 'five'), '--json')
  expect(run.code).toBe(0)
  const parts = (run.json() as unknown as { parts: { name: string; file: string; drawn_mm: number[]; read_mm: number[] }[] }).parts // prettier-ignore
  expect(parts.length).toBeGreaterThan(2)
  for (const part of parts) {
    expect(part.read_mm[0]).not.toBeCloseTo(part.drawn_mm[0]!, 3)
    expect(Math.abs(part.read_mm[0]! - part.drawn_mm[0]!)).toBeLessThan(0.8)
    const inspected = anorak('inspect', join(folder, 'five', part.file), '--json').json()
    const [low, high] = inspected.items[0]!.bounds_mm as [number[], number[]]
    expect(high[0]! - low[0]!).toBeCloseTo(part.read_mm[0]!, 1)
  }
  expect(anorak('print', package3mf, '--seed', 'x', '--out', folder)).toMatchObject({ code: 2, error: expect.stringContaining('--seed takes a whole number') }) // prettier-ignore
})
