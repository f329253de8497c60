import { unzipSync, strFromU8 } from 'fflate'
import { cased, SOCKET } from '../../../../tests/support/cased'
import { PLAIN, simpleBoard } from '../../../../tests/support/board-shapes'
import { exportFiles, exportWishes } from '../../formats/export-parts'
import { meshFacts } from '../../mesh/facts'
import { unpacked } from '../../mesh/unpack'
import { setField } from '../../document/edits'
import { areaOf } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import { expectOk } from '../../result'

const plain = await cased(simpleBoard({ ...PLAIN, width: 60, depth: 40, hole: 0 }), { posts: false })
const ROOMY = { case: { clearAbove: '1.4', clearBelow: '2', wall: '1.68', corner: '0', floor: '1.6', roof: '1.6' } }

test('base and lid become one wall round the room, nothing of the seam is left open, and the pause is over the board at a whole layer', async () => {
  const made = await plain.add('sealed', { over: '0.4' }, ROOMY)
  expect(made.problems).toEqual([])
  expect(made.built.parts.map((p) => p.name)).toEqual(['Case'])
  const [part] = made.built.parts
  const board = made.built.references[0]!.board!
  const area = (d: number) => areaOf(expectOk(offsetProfile(board.outline, d)))
  const [bottom, floor] = [board.lowest.z - 3.6, board.lowest.z - 2]
  const [roof, top] = [board.tallest.z + 1.4, board.tallest.z + 3]
  const clear = 0.5 * (made.row('Board in case, front')!.wanted + made.row('Board in case, left')!.wanted)
  const solid = area(clear + 1.68) * (top - bottom) - area(clear) * (roof - floor)
  expect(part!.volume / solid).toBeCloseTo(1, 3)
  const pause = part!.pauses![0]!
  expect(pause.height / 0.2).toBeCloseTo(pause.layers, 6)
  const above = bottom + pause.height - board.tallest.z
  expect(above).toBeGreaterThanOrEqual(0.4 - 1e-6)
  expect(above).toBeLessThan(0.6)
  expect(made.findings().filter((f) => f.weight === 'stop' || f.check === 'lid-held')).toEqual([])
  expect(made.ledger.filter((r) => r.verdict !== 'holds')).toEqual([])
  expect(made.row('Lip in groove')).toBeUndefined()
})

test('the pause is kept in the 3MF, and in the list of an export', async () => {
  const made = await plain.add('sealed', {}, ROOMY)
  const files = exportFiles(made.built.parts, exportWishes(plain.project, 'bed'))
  const model = strFromU8(unzipSync(files.find((f) => f.name.endsWith('.3mf'))!.bytes)['3D/3dmodel.model']!)
  const { height, layers } = made.built.parts[0]!.pauses![0]!
  expect(model).toContain(`<metadata name="Description">Case: pause at ${height.toFixed(2)} mm, after ${layers} layers, and lay the board in.</metadata>`) // prettier-ignore
})

describe('a socket that reaches into the wall', () => {
  test.each([true, false])('comes in from above, let out by an opening or not (%s)', async (openings) => {
    const on = await cased(undefined, { openings, posts: false })
    const made = await on.add('sealed', {}, { case: { clearAbove: '1.4' } })
    expect(made.problems).toEqual([])
    expect(made.row('What is laid in, going into the half-printed case')).toMatchObject({ verdict: 'holds' })
    expect(made.findings().filter((f) => f.weight === 'stop')).toEqual([])
    // An independent look: nothing of the half-printed case is over the socket, up to the pause.
    const { mesh, pauses } = made.built.parts[0]!
    const item = made.built.references[0]!.items.find((i) => i.id === SOCKET)!
    const triangles = unpacked(mesh.positions, mesh.indices)
    const bottom = Math.min(...Array.from(mesh.positions).filter((_, i) => i % 3 === 2))
    const middle = [0, 1].map((k) => (item.own.min[k]! + item.own.max[k]!) / 2)
    const over = heightsOver(triangles, middle).filter((z) => z > item.own.max[2])
    expect(Math.min(...over)).toBeGreaterThanOrEqual(bottom + pauses![0]!.height - 1e-3)
    if (openings) expect(made.notes.join()).toMatch(/The wall is open above socket/)
  })
})

test('what hangs from the roof is refused with where, and a roof too low with how much is missing', async () => {
  const held = await cased(simpleBoard({ ...PLAIN, width: 60, depth: 40, inset: 9 }))
  const hung = await held.build(held.withSteps([{ kind: 'hold-down', fields: { end: 'pin' } }, { kind: 'sealed', fields: {} }], { case: { clearAbove: '4' } })) // prettier-ignore
  expect(hung.problems).toEqual([expect.objectContaining({ kind: 'hangs', message: expect.stringMatching(/begun in the air/) })]) // prettier-ignore
  // It is refused alone: base and lid are still there.
  expect(hung.built.parts.map((p) => p.name)).toEqual(['Base', 'Lid'])
  const low = await plain.add('sealed', { over: '1.5' }, ROOMY)
  const missing = Number(/([\d.]+) mm more above/.exec(low.problems[0]!.message)![1])
  const better = await plain.add('sealed', { over: '1.5' }, { case: { ...ROOMY.case, clearAbove: String(1.4 + missing) } }) // prettier-ignore
  expect(better.problems).toEqual([])
})

test('taken back, base and lid are two again, as they were', async () => {
  const { project } = plain
  const before = await plain.build(project)
  const sealed = plain.withSteps([{ kind: 'sealed', fields: {} }], { case: { clearAbove: '1.4' } })
  const off = await plain.build({ ...setField(plain.step('case'), 'clearAbove', '1')(project), steps: sealed.steps.map((s) => ({ ...s, off: s.kind === 'sealed' })) }) // prettier-ignore
  expect(off.built.parts.map((p) => p.name)).toEqual(['Base', 'Lid'])
  expect(meshFacts(before.built.parts[0]!.mesh.positions, before.built.parts[0]!.mesh.indices).volume).toBeGreaterThan(
    0,
  )
})

/** Heights at which an upright line goes through triangles. */
function heightsOver(t: ArrayLike<number>, [x, y]: readonly number[]): number[] {
  const out: number[] = []
  for (let i = 0; i < t.length; i += 9) {
    const [ax, ay, az, bx, by, bz, cx, cy, cz] = Array.from({ length: 9 }, (_, k) => t[i + k]!) as [number, number, number, number, number, number, number, number, number] // prettier-ignore
    const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
    if (Math.abs(area) < 1e-12) continue
    const u = ((bx - x!) * (cy - y!) - (by - y!) * (cx - x!)) / area
    const v = ((cx - x!) * (ay - y!) - (cy - y!) * (ax - x!)) / area
    if (u >= 0 && v >= 0 && u + v <= 1) out.push(u * az + v * bz + (1 - u - v) * cz)
  }
  return out
}
