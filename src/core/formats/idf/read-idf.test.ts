import { noTools } from '../../../../tests/support/tools'
import { resolveReference } from '../../references/resolve'
import { readFile } from '../read-file'

/** A board of 100 by 80 by 1.6 mm with four screw holes and as many vias. */
function board(vias: number, unit: 'MM' | 'THOU' = 'MM'): Uint8Array {
  const by = unit === 'MM' ? 1 : 1 / 0.0254
  const row = (...values: number[]) => values.map((v) => (v * by).toFixed(4)).join(' ')
  const screws = [[4, 4], [96, 4], [96, 76], [4, 76]].map(([x, y]) => `${row(3.2, x!, y!)} NPTH BOARD MTG ECAD`) // prettier-ignore
  const small = Array.from({ length: vias }, (_, i) => `${row(0.3, 9 + (i % 40) * 2.1, 9 + Math.floor(i / 40) * 2.1)} PTH BOARD VIA ECAD`) // prettier-ignore
  const corners = [[0, 0], [100, 0], [100, 80], [0, 80], [0, 0]].map(([x, y]) => `0 ${row(x!, y!)} 0`) // prettier-ignore
  return new TextEncoder().encode(
    ['.HEADER', 'BOARD_FILE 3.0 "beds" 2026/01/01.10:00:00 1', `beds ${unit}`, '.END_HEADER', '.BOARD_OUTLINE ECAD', row(1.6), ...corners, '.END_BOARD_OUTLINE', '.DRILLED_HOLES', ...screws, ...small, '.END_DRILLED_HOLES', '.PLACEMENT', '.END_PLACEMENT', ''].join('\n'), // prettier-ignore
  )
}

async function read(bytes: Uint8Array) {
  const result = await readFile(bytes, 'beds.emn', noTools)
  if (!result.ok || result.value.holds !== 'solids') throw new Error('not read')
  const { model } = result.value
  const reference = resolveReference(model, {
    id: 'b',
    name: 'Beds',
    scale: 1,
    placing: 'board',
    turns: [],
    states: {},
  })
  return { model, reference, holes: reference.board!.holes }
}

test.each(['MM', 'THOU'] as const)(
  'a thousand vias, in %s: each is there with its size, and screw holes are exact',
  async (unit) => {
    const { reference, model, holes } = await read(board(1000, unit))
    expect(holes).toHaveLength(1004)
    const screws = holes.filter((h) => h.mounting)
    expect(screws.map((h) => h.diameter)).toEqual(Array(4).fill(expect.closeTo(3.2, 3)))
    for (const via of holes.slice(4)) expect(via.diameter).toBeCloseTo(0.3, 3)
    // Less the holes as they are drawn, in chords.
    const drilled = Math.PI * (4 * 1.6 ** 2 + 1000 * 0.15 ** 2) * 1.6
    expect(reference.items[0]!.volume / (100 * 80 * 1.6 - drilled)).toBeCloseTo(1, 3)
    // Twelve chords do for a via.
    expect(model.shapes[0]!.indices.length / 3).toBeLessThan(1004 * 4 * 16)
  },
  60_000,
)
