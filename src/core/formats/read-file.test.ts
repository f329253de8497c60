import { strToU8, zipSync } from 'fflate'
import { binaryStl, dxf, idf, meshXml, obj, svg, textStl, threemf } from '../../../tests/support/files'
import { noTools } from '../../../tests/support/tools'
import { boxSoup, cylinderSoup, drilledPlate } from '../../../tests/support/soups'
import { placePositions } from '../geometry/placement'
import { boxOfPositions } from '../geometry/vec'
import { areaOf, boundsOf } from '../profile/measure'
import { shapeFacts } from '../references/shape-facts'
import { readFile } from './read-file'

const encode = (text: string) => new TextEncoder().encode(text)
const read = (bytes: Uint8Array, name: string) => readFile(bytes, name, noTools)
async function solids(bytes: Uint8Array, name: string) {
  const result = await read(bytes, name)
  if (!result.ok || result.value.holds !== 'solids') throw new Error(JSON.stringify(result))
  const { model } = result.value
  const items = model.items.map((item) => {
    const shape = model.shapes[item.shape]!
    const facts = shapeFacts(shape)
    const box = boxOfPositions(placePositions(item.placement, shape.positions))
    return {
      name: item.name,
      color: item.color,
      volume: facts.volume,
      closed: facts.closed,
      min: [...box.min],
      max: [...box.max],
    }
  })
  return { ...model, items }
}
async function outline(bytes: Uint8Array, name: string) {
  const result = await read(bytes, name)
  if (!result.ok || result.value.holds !== 'outlines') throw new Error(JSON.stringify(result))
  const { layers, unit, notes } = result.value.outline
  const layer = (l: (typeof layers)[number]) => ({
    name: l.name,
    loops: l.profile.loops.length,
    open: l.open.length,
    area: areaOf(l.profile),
  })
  return {
    unit,
    notes,
    layers: layers.map(layer),
    bounds: boundsOf({ loops: layers.flatMap((l) => [...l.profile.loops, ...l.open]) }),
  }
}
const close = (list: readonly number[], digits = 4) => list.map((v) => expect.closeTo(v, digits))

describe('meshes', () => {
  const plate = drilledPlate([62, 18, 9], [{ at: [20, 9], radius: 2, segments: 32 }])
  const volume = 62 * 18 * 9 - 9 * 16 * 4 * Math.sin((2 * Math.PI) / 32)
  test('an STL, binary or text, is one closed item in a guessed unit', async () => {
    for (const bytes of [binaryStl(plate), textStl(plate)]) {
      const model = await solids(bytes, 'hinge.stl')
      expect(model.items).toEqual([
        expect.objectContaining({ closed: true, volume: expect.closeTo(volume, 1), max: close([62, 18, 9]) }),
      ])
      expect(model.unit).toMatchObject({ name: 'mm', certain: false })
      expect(model.unit.from).toContain('62 × 18 × 9 mm is likelier than 1575 × 457.2 × 228.6 mm')
    }
  })
  test('a size that is nothing in millimetres is taken for inches', async () => {
    const model = await solids(binaryStl(boxSoup([1.25, 0.5, 0.25])), 'clip.stl')
    expect(model.unit.name).toBe('in')
    expect(model.items[0]!.max).toEqual(close([31.75, 12.7, 6.35]))
  })
  test('a size that nobody can mean is said', async () => {
    expect((await solids(binaryStl(boxSoup([5e8, 20, 20])), 'far.stl')).notes.join()).toContain('500000 m long')
    expect((await solids(binaryStl(boxSoup([62, 18, 9])), 'hinge.stl')).notes).toEqual([])
  })
  test('the objects of an OBJ are items, faces may have more corners and count from the end', async () => {
    const model = await solids(obj({ bracket: boxSoup([30, 20, 10]), pin: cylinderSoup(4, 20, 24) }), 'parts.obj')
    expect(model.items.map((i) => [i.name, i.closed])).toEqual([['bracket', true], ['pin', true]]) // prettier-ignore
    const quads = encode(
      'v 0 0 0\nv 5 0 0\nv 5 5 0\nv 0 5 0\nv 0 0 5\nv 5 0 5\nv 5 5 5\nv 0 5 5\nf 4 3 2 1\nf 5 6 7 8\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf -5 -8 -4 -1\n',
    )
    expect((await solids(quads, 'cube.obj')).items[0]).toMatchObject({ closed: true, volume: expect.closeTo(125, 4) })
  })
  test('a 3MF has units, names, colours, transforms and components', async () => {
    const inside = `<resources>
      <basematerials id="5"><base name="grey" displaycolor="#808A90FF"/></basematerials>
      <object id="1" name="foot" pid="5" pindex="0" type="model">${meshXml(boxSoup([1, 2, 3]))}</object>
      <object id="2" name="pair" type="model"><components>
        <component objectid="1"/><component objectid="1" transform="0 1 0 -1 0 0 0 0 1 10 0 0"/>
        <component objectid="1" transform="-2 0 0 0 2 0 0 0 2 -5 0 0"/>
      </components></object></resources>
      <build><item objectid="2" transform="1 0 0 0 1 0 0 0 1 0 0 4"/></build>`
    const model = await solids(threemf(inside, 'centimeter'), 'feet.3mf')
    expect(model.unit).toMatchObject({ name: 'cm', certain: true })
    expect(model.items.map((i) => [i.name, i.color])).toEqual(Array(3).fill(['foot', '#808a90']))
    expect(model.items.map((i) => i.min)).toEqual([close([0, 0, 40]), close([80, 0, 40]), close([-70, 0, 40])])
    expect(model.items.map((i) => i.volume)).toEqual([6000, 6000, 48000].map((v) => expect.closeTo(v, 1)))
    expect(model.shapes).toHaveLength(2)
  })
  test('a word that is no unit is none, whatever it is called elsewhere', async () => {
    const inside = `<resources><object id="1" type="model">${meshXml(boxSoup([1, 2, 3]))}</object></resources><build><item objectid="1"/></build>`
    for (const unit of ['constructor', 'toString', 'furlong'])
      expect(await read(threemf(inside, unit), 'foot.3mf')).toMatchObject({ ok: false, problem: { message: expect.stringContaining(`"${unit}"`) } }) // prettier-ignore
  })
  test('what a 3MF doubles over and over is counted before it is made, though there is nothing in it', async () => {
    const twice = (id: number) => `<object id="${id}" type="model"><components>${`<component objectid="${id - 1}"/>`.repeat(2)}</components></object>` // prettier-ignore
    const empty = '<mesh><vertices/><triangles/></mesh>'
    const doubled = Array.from({ length: 20 }, (_, i) => twice(i + 2)).join('')
    const inside = `<resources><object id="1" type="model">${empty}</object>${doubled}</resources><build><item objectid="21"/></build>`
    expect(await read(threemf(inside), 'many.3mf')).toMatchObject({ ok: false, problem: { message: expect.stringContaining('100,000 objects') } }) // prettier-ignore
  })
  test('an IDF board has its outline, cut-out, holes and parts on both sides, in mm or thou', async () => {
    for (const unit of ['MM', 'THOU'] as const) {
      const model = await solids(idf(unit), 'gauge.emn')
      expect(model.unit.name).toBe(unit === 'MM' ? 'mm' : 'thou')
      expect(model.items.map((i) => i.name)).toEqual(['rain_gauge', 'J1', 'J2'])
      const [board, top, below] = model.items
      const cut = Math.PI * (9 + 2 * 1.6 ** 2)
      expect(board!.volume / ((1500 - cut) * 1.6)).toBeCloseTo(1, 3)
      expect([top!.min, top!.max]).toEqual([close([38, 3, 1.6], 3), close([42, 13, 6.6], 3)])
      expect([below!.min, below!.max]).toEqual([close([7, 18, -5], 3), close([17, 22, 0], 3)])
      expect(model.items.every((i) => i.closed)).toBe(true)
    }
  })
  test('what was mended is told', async () => {
    const box = boxSoup([30, 20, 10])
    const model = await solids(binaryStl({ ...box, positions: box.positions.slice(9) }), 'box.stl')
    expect(model.items[0]).toMatchObject({ closed: true, volume: expect.closeTo(6000, 3) })
    expect(model.notes).toEqual(['Mended: 1 small hole closed with 1 facet.'])
  })
})

describe('drawings', () => {
  const rect = (x: number, y: number, w: number, h: number, layer = 'cut') => {
    const p = [[x, y], [x + w, y], [x + w, y + h], [x, y + h]] // prettier-ignore
    // Sides in a muddled order, one of them the wrong way round.
    return [2, 0, 3, 1].map((k) => {
      const [a, b] = k === 3 ? [p[0]!, p[3]!] : [p[k]!, p[(k + 1) % 4]!]
      return [
        [0, 'LINE'],
        [8, layer],
        [10, a[0]!],
        [20, a[1]!],
        [11, b[0]!],
        [21, b[1]!],
      ] as [number, string | number][]
    })
  }
  test('a DXF has its unit, layers, loops, and arcs that stay arcs', async () => {
    const found = await outline(
      dxf(
        [
          ...rect(0, 0, 60, 40),
          [
            [0, 'CIRCLE'],
            [8, 'holes'],
            [10, 10],
            [20, 10],
            [40, 3],
          ],
          [
            [0, 'LWPOLYLINE'],
            [8, 'slot'],
            [70, 1],
            [10, 20],
            [20, 18],
            [42, 0],
            [10, 40],
            [20, 18],
            [42, 1],
            [10, 40],
            [20, 22],
            [42, 0],
            [10, 20],
            [20, 22],
            [42, 1],
          ],
          [
            [0, 'MTEXT'],
            [8, 'notes'],
            [1, 'bean frame'],
          ],
        ],
        4,
      ),
      'bracket.dxf',
    )
    expect(found.unit).toMatchObject({ name: 'mm', certain: true })
    expect(found.layers).toEqual([
      { name: 'cut', loops: 1, open: 0, area: expect.closeTo(2400, 6) },
      { name: 'holes', loops: 1, open: 0, area: expect.closeTo(9 * Math.PI, 6) },
      { name: 'slot', loops: 1, open: 0, area: expect.closeTo(80 + 4 * Math.PI, 6) },
    ])
    expect(found.bounds).toEqual(close([0, 0, 60, 40]))
    expect(found.notes).toEqual(['Left out, because they are no outlines: 1 MTEXT.'])
  })
  test('loops inside others are holes; inches are honoured; gaps up to 0.1 mm are closed and told, others stay open', async () => {
    const hole = await outline(dxf([...rect(0, 0, 4, 2), ...rect(1, 0.5, 1, 1)], 1), 'plate.dxf')
    expect(hole.layers[0]!.area).toBeCloseTo(7 * 25.4 ** 2, 4)
    const gap = (by: number) => dxf([[[0, 'LINE'], [10, 0], [20, 0], [11, 30], [21, 0]], [[0, 'LINE'], [10, 30], [20, by], [11, 30], [21, 20]], [[0, 'LINE'], [10, 30], [20, 20], [11, 0], [21, 0]]], 4) // prettier-ignore
    expect(await outline(gap(0.08), 'a.dxf')).toMatchObject({ layers: [{ loops: 1, open: 0, area: expect.closeTo(300, 1) }], notes: ['Closed 1 gap between ends, the widest of 0.080 mm.'] }) // prettier-ignore
    expect(await outline(gap(0.3), 'a.dxf')).toMatchObject({ layers: [{ loops: 0, open: 1 }] })
  })
  test('blocks are put in with their turn, scale and mirror; ellipses and splines have their area', async () => {
    const block =
      '0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n2\nTAB\n10\n1\n20\n1\n0\nCIRCLE\n8\n0\n10\n1\n20\n1\n40\n2\n0\nENDBLK\n0\nENDSEC\n'
    const found = await outline(
      dxf(
        [
          [
            [0, 'INSERT'],
            [8, 'tabs'],
            [2, 'TAB'],
            [10, 20],
            [20, 10],
            [41, 2],
            [42, -2],
            [50, 30],
          ],
          [
            [0, 'ELLIPSE'],
            [8, 'vents'],
            [10, 50],
            [20, 10],
            [11, 0],
            [21, 6],
            [40, 0.5],
            [41, 0],
            [42, 2 * Math.PI],
          ],
          [
            [0, 'SPLINE'],
            [8, 'curve'],
            [71, 2],
            ...[0, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 4].map((k) => [40, k] as [number, number]),
            ...[1, 0.7071067811865476, 1, 0.7071067811865476, 1, 0.7071067811865476, 1, 0.7071067811865476, 1].map(
              (w) => [41, w] as [number, number],
            ),
            ...[
              [5, 0],
              [5, 5],
              [0, 5],
              [-5, 5],
              [-5, 0],
              [-5, -5],
              [0, -5],
              [5, -5],
              [5, 0],
            ].flatMap(
              ([x, y]) =>
                [
                  [10, x],
                  [20, y],
                ] as [number, number][],
            ),
          ],
        ],
        4,
        block,
      ),
      'vent.dxf',
    )
    const area = (name: string) => found.layers.find((l) => l.name === name)!.area
    expect(area('tabs')).toBeCloseTo(16 * Math.PI, 6)
    expect(area('vents') / (18 * Math.PI)).toBeCloseTo(1, 3)
    expect(area('curve') / (25 * Math.PI)).toBeCloseTo(1, 2.5)
  })
  test('an SVG has the size of its page, layers by group, holes, and y upwards', async () => {
    const found = await outline(
      svg(
        '<g id="plate"><rect x="2" y="3" width="40" height="20" rx="4"/><circle cx="12" cy="13" r="3"/></g><g id="tab" transform="translate(50 10) rotate(90)"><path d="M0 0h8v-4a4 4 0 0 0-8 0z"/></g>',
      ),
      'plate.svg',
    )
    expect(found.unit).toMatchObject({ name: 'mm', certain: true })
    expect(found.layers).toEqual([
      { name: 'plate', loops: 2, open: 0, area: expect.closeTo(800 - (4 - Math.PI) * 16 - 9 * Math.PI, 5) },
      { name: 'tab', loops: 1, open: 0, area: expect.closeTo(32 + 8 * Math.PI, 5) },
    ])
    expect(found.bounds).toEqual(close([2, 17, 58, 37]))
  })
  test('units of the page reach the shapes, with and without a viewBox', async () => {
    const square = '<rect width="96" height="48"/>'
    expect(
      (await outline(svg(square, 'width="2in" height="1in" viewBox="0 0 192 96"'), 'a.svg')).layers[0]!.area,
    ).toBeCloseTo(25.4 * 12.7, 6)
    expect((await outline(svg(square, 'width="2in" height="1in"'), 'a.svg')).layers[0]!.area).toBeCloseTo(
      25.4 * 12.7,
      6,
    )
    expect((await outline(svg(square, 'viewBox="0 0 96 48"'), 'a.svg')).unit.certain).toBe(false)
  })
  test('curves have the area they enclose; what is used, is drawn; what is hidden, not', async () => {
    const found = await outline(
      svg(
        '<defs><path id="leaf" d="M0,0 C0,10 20,10 20,0 Q10-5 0 0Z"/></defs><use href="#leaf" x="5"/><use href="#leaf" y="20"/><path style="display:none" d="M0 0L9 9"/><text>beans</text>',
      ),
      'leaf.svg',
    )
    expect(found.layers[0]!.loops).toBe(2)
    expect(found.layers[0]!.area / (2 * (120 + 100 / 3))).toBeCloseTo(1, 2.5)
    expect(found.notes).toEqual([
      'Left out, because they are no outlines: 1 text.',
      'Left out, because they are hidden: 1 shape.',
    ])
  })
})

const stl = binaryStl(boxSoup([30, 20, 10]))
const nan = (() => {
  const bytes = stl.slice()
  new DataView(bytes.buffer).setFloat32(96, NaN, true)
  return bytes
})()
const entity = (...pairs: [number, string | number][]) => dxf([pairs])
const deep = `${'<g>'.repeat(300)}${'</g>'.repeat(300)}`

test.each<[string, Uint8Array, string]>([
  ['empty.stl', new Uint8Array(), 'empty'],
  ['short.stl', stl.subarray(0, stl.length - 30), 'damaged'],
  ['absurd.stl', binaryStl(boxSoup([1, 1, 1]), 4_000_000_000), 'damaged'],
  ['nan.stl', nan, 'damaged'],
  ['none.stl', binaryStl({ positions: new Float64Array(), indices: new Uint32Array() }), 'empty'],
  ['cut.stl', textStl(boxSoup([3, 3, 3])).subarray(0, 900), 'damaged'],
  ['text.stl', encode('water the beans on Tuesday, and lock the shed'), 'unknown-format'],
  ['really-an-obj.stl', obj({ box: boxSoup([3, 3, 3]) }), 'mislabelled'],
  ['corner.obj', encode('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 7\n'), 'damaged'],
  ['nan.obj', encode('v 0 0 0\nv one 0 0\nv 0 1 0\nf 1 2 3\n'), 'damaged'],
  ['points.obj', encode('v 0 0 0\nv 1 0 0\nv 0 1 0\n'), 'empty'],
  ['short.obj', encode('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2\n'), 'damaged'],
  [
    'cut.3mf',
    threemf(`<resources><object id="1">${meshXml(boxSoup([1, 1, 1]))}</object></resources>`).subarray(0, 300),
    'damaged',
  ],
  ['nothing.3mf', zipSync({ 'readme.txt': strToU8('beans') }), 'damaged'],
  ['bomb.3mf', zipSync({ '3D/a.model': new Uint8Array(60_000_000) }), 'damaged'],
  ['missing.3mf', threemf('<resources/><build><item objectid="9"/></build>'), 'damaged'],
  [
    'circle.3mf',
    threemf(
      '<resources><object id="1"><components><component objectid="1"/></components></object></resources><build><item objectid="1"/></build>',
    ),
    'damaged',
  ],
  [
    'unit.3mf',
    threemf(
      `<resources><object id="1">${meshXml(boxSoup([1, 1, 1]))}</object></resources><build><item objectid="1"/></build>`,
      'cubit',
    ),
    'damaged',
  ],
  ['xml.3mf', threemf('<resources><object id="1"></resources>'), 'damaged'],
  [
    'cut.dxf',
    dxf([
      [
        [0, 'LINE'],
        [10, 0],
        [20, 0],
        [11, 9],
        [21, 9],
      ],
    ]).subarray(0, 40),
    'damaged',
  ],
  ['nan.dxf', entity([0, 'LINE'], [10, 'x'], [20, 0], [11, 9], [21, 9]), 'damaged'],
  ['block.dxf', entity([0, 'INSERT'], [2, 'NONE'], [10, 0], [20, 0]), 'damaged'],
  ['words.dxf', encode('0\nSECTION\n2\nENTITIES\nbeans\n3\n'), 'damaged'],
  ['empty.dxf', dxf([]), 'empty'],
  [
    'entity.svg',
    encode('<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "b"><!ENTITY c "&a;&a;">]><svg>&c;</svg>'),
    'damaged',
  ],
  ['cut.svg', encode('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L9'), 'damaged'],
  ['path.svg', svg('<path d="M0 0 L9 9 Lfive"/>'), 'damaged'],
  ['deep.svg', svg(deep), 'damaged'],
  ['self.svg', svg('<g id="a"><use href="#a"/></g>'), 'damaged'],
  ['empty.svg', svg(''), 'empty'],
  [
    'library.emp',
    idf().subarray(encode(new TextDecoder().decode(idf()).split('.HEADER\nLIBRARY')[0]!).length),
    'no-board',
  ],
  ['cut.emn', idf().subarray(0, 150), 'damaged'],
  ['unit.emn', encode(new TextDecoder().decode(idf()).replace('rain_gauge MM', 'rain_gauge ELLS')), 'damaged'],
])('%s is refused with a plain answer', async (name, bytes, kind) => {
  const result = await read(bytes, name)
  expect(result.ok ? 'ok' : result.problem.kind).toBe(kind)
  if (!result.ok) expect(result.problem.message).toMatch(/^[A-Z].*\.$/s)
})

test('what is wrong with XML is said with its place, in one sentence', async () => {
  const result = await readFile(svg('<rect width="9" height=>'), 'tag.svg', noTools)
  expect(result.ok ? '' : result.problem.message).toMatch(/^The SVG is damaged at line \d+, column \d+: [^.]+\.$/)
})

test('ten thousand corners of one outline are chained without looking at each pair', async () => {
  const corners = Array.from({ length: 10_000 }, (_, i) => {
    const [angle, radius] = [(Math.PI * i) / 5000, i % 2 === 0 ? 500 : 400]
    return `${(500 + radius * Math.cos(angle)).toFixed(4)},${(500 + radius * Math.sin(angle)).toFixed(4)}`
  })
  const found = await readFile(svg(`<polygon points="${corners.join(' ')}"/>`, 'width="1000mm" height="1000mm" viewBox="0 0 1000 1000"'), 'star.svg', noTools) // prettier-ignore
  if (!found.ok || found.value.holds !== 'outlines') throw new Error('no outline')
  const [layer] = found.value.outline.layers
  expect([layer!.profile.loops.length, layer!.open.length, layer!.profile.loops[0]!.length]).toEqual([1, 0, 10_000])
  // Half as many kites as corners: two radii and the angle between neighbours.
  expect(areaOf(layer!.profile)).toBeCloseTo(5000 * 500 * 400 * Math.sin(Math.PI / 5000), -2)
}, 30_000)
