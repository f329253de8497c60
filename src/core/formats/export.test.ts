import { parseHTML } from 'linkedom'
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js'
import { unzipSync, strFromU8, zipSync, strToU8 } from 'fflate'
import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../tests/support/boards'
import { Builder } from '../sheet/builder'
import { Kernel } from '../kernel/kernel'
import { meshFacts } from '../mesh/facts'
import { placePositions } from '../geometry/placement'
import { boxOfPositions } from '../geometry/vec'
import { arrange } from '../print/arrange'
import { exportFiles, listExport } from './export-parts'
import { safeFileName, uniqueNames } from './file-names'
import { packProject, unpackProject } from './project-file'

const BED = [220, 220, 250] as const

async function parts() {
  const { project, models } = wrapped(await read(await stepBytes(simpleBoard(PLAIN))))
  const kernel = await Kernel.load()
  return { project, built: (await new Builder(kernel).build(project, models, 'export')).parts }
}

/** Reads a 3MF's model by its XML alone. */
function read3mf(bytes: Uint8Array) {
  const xml = strFromU8(unzipSync(bytes)['3D/3dmodel.model']!)
  const { document } = parseHTML(
    `<body>${xml.replace(/<\?xml.*?\?>/, '').replace(/<(\w+)([^<>]*)\/>/g, '<$1$2></$1>')}</body>`,
  )
  const all = (root: { querySelectorAll: (s: string) => Iterable<unknown> }, tag: string) =>
    [...root.querySelectorAll(tag)] as Element[]
  const number = (e: Element, name: string) => Number(e.getAttribute(name))
  return {
    unit: all(document, 'model')[0]!.getAttribute('unit'),
    bases: all(document, 'base').map((b) => [b.getAttribute('name'), b.getAttribute('displaycolor')]),
    items: all(document, 'item').map((i) => i.getAttribute('transform')!.split(' ').map(Number)),
    objects: all(document, 'object').map((o) => ({
      name: o.getAttribute('name'),
      positions: all(o, 'vertex').flatMap((v) => [number(v, 'x'), number(v, 'y'), number(v, 'z')]),
      indices: all(o, 'triangle').flatMap((t) => [number(t, 'v1'), number(t, 'v2'), number(t, 'v3')]),
    })),
  }
}

test('an STL read by another reader has the same volume and lies on the bed', async () => {
  const { project, built } = await parts()
  const files = exportFiles(built, { title: project.name, arrangement: 'bed', bed: BED })
  const list = listExport(built, { title: project.name, arrangement: 'bed', bed: BED })
  for (const entry of list) {
    const bytes = files.find((f) => f.name === entry.file)!.bytes
    const geometry = new STLLoader().parse(bytes.buffer as ArrayBuffer)
    geometry.computeBoundingBox()
    const positions = geometry.getAttribute('position').array
    const facts = meshFacts(
      positions,
      Uint32Array.from({ length: positions.length / 3 }, (_, i) => i),
    )
    expect(facts.triangles).toBe(entry.triangles)
    expect(facts.closed).toBe(true)
    expect(facts.volume / entry.volume).toBeCloseTo(1, 4)
    expect(geometry.boundingBox!.min.z).toBeCloseTo(0, 4)
    expect(entry.bounds.max[0]).toBeLessThanOrEqual(BED[0])
  }
  const [base, lid] = list.map((e) => e.bounds)
  expect(base!.max[0]).toBeLessThan(lid!.min[0])
})

test('a 3MF has unit, names and colours, and its objects placed apart', async () => {
  const { project, built } = await parts()
  const model = read3mf(
    exportFiles(built, { title: project.name, arrangement: 'bed', bed: BED }).find((f) => f.name === 'rain-shed.3mf')!
      .bytes,
  )
  expect(model.unit).toBe('millimeter')
  expect(model.bases).toEqual(built.map((p) => [p.name, `${p.color.toUpperCase()}FF`]))
  expect(model.objects.map((o) => o.name)).toEqual(['Base', 'Lid'])
  for (const [i, o] of model.objects.entries()) {
    const facts = meshFacts(o.positions, o.indices)
    expect(facts.closed).toBe(true)
    expect(facts.volume).toBeCloseTo(built[i]!.volume, 1)
  }
  // The lid is turned over: its z axis points down.
  expect(model.items.map((t) => Math.round(t[8]!))).toEqual([1, -1])
})

test('as many of a part stand on the bed as are printed, in rows, none on another; its STL is of one', async () => {
  const { project, built } = await parts()
  const [base, lid] = built
  const counts = { [base!.id]: 3, [lid!.id]: 2 }
  const files = exportFiles(built, { title: project.name, arrangement: 'bed', bed: BED, counts })
  expect(files.map((f) => f.name.split('.')[1])).toEqual(['stl', 'stl', '3mf'])
  const { items, objects } = read3mf(files.at(-1)!.bytes)
  expect([items.length, objects.length]).toEqual([5, 2])
  const boxes = arrange(built, 'bed', { bed: BED, counts }).flatMap((places, i) =>
    places.map((m) => boxOfPositions(placePositions(m.placement, built[i]!.mesh.positions))),
  )
  for (const [i, a] of boxes.entries()) {
    expect(a.min[0]).toBeGreaterThanOrEqual(0)
    expect(a.max[0]).toBeLessThanOrEqual(BED[0])
    for (const b of boxes.slice(i + 1))
      expect([0, 1].some((k) => a.max[k]! + 4.9 < b.min[k]! || b.max[k]! + 4.9 < a.min[k]!)).toBe(true)
  }
})

test('what one bed does not hold goes to plates of their own, each a 3MF that says which', async () => {
  const { project, built } = await parts()
  const counts = { [built[0]!.id]: 12 }
  const bed = [100, 120, 100] as const
  const files = exportFiles(built, { title: project.name, arrangement: 'bed', bed, counts })
  const packages = files.filter((f) => f.name.endsWith('.3mf'))
  expect(packages.map((f) => f.name)).toEqual(packages.map((_, i) => `rain-shed-plate-${i + 1}.3mf`))
  const read = packages.map((f) => read3mf(f.bytes))
  expect(read.flatMap((r) => r.items)).toHaveLength(13)
  expect(packages.length).toBeGreaterThan(1)
  // Each names the parts that are on it, no others.
  for (const { items, objects } of read)
    expect(new Set(objects.map((o) => o.name)).size).toBeLessThanOrEqual(items.length)
})

test('as they belong together, the parts stay where they are', async () => {
  const { project, built } = await parts()
  const list = listExport(built, { title: project.name, arrangement: 'assembled', bed: BED })
  expect(list[0]!.bounds.max[2]).toBeGreaterThan(list[1]!.bounds.min[2])
})

test('file names are safe on every system', () => {
  expect(safeFileName('Rain logger', 'Lid & base/№ 2')).toBe('rain-logger-lid-base-no-2')
  expect(['con', '..', '', 'Größe', 'a'.repeat(300)].map((n) => safeFileName(n))).toEqual([
    'con-part',
    'part',
    'part',
    'gro-e',
    'a'.repeat(100),
  ])
  expect(uniqueNames(['a', 'b', 'a'])).toEqual(['a', 'b', 'a-2'])
})

describe('a project as one file', () => {
  test('comes back the same, with its files', async () => {
    const { project } = await parts()
    const [own, stray] = [project.references[0]!.file, 'f'.repeat(64)]
    const files = new Map([[own, strToU8('ISO-10303-21;')], [stray, strToU8('left over')]]) // prettier-ignore
    const back = await unpackProject(packProject({ project, files }))
    expect(back.ok && back.value.project).toEqual(project)
    // What the project does not refer to is not even unfolded.
    expect(back.ok && [...back.value.files.keys()]).toEqual([own])
  })
  test.each([
    ['no ZIP', strToU8('hello')],
    ['an empty ZIP', zipSync({})],
    ['other files', zipSync({ '../../evil': strToU8('x') })],
  ])('%s is refused', async (_, bytes) => {
    const back = await unpackProject(bytes)
    expect(back.ok ? 'ok' : back.problem.kind).toBe('not-a-project')
  })
  test('one that would unfold to far more than it is stays folded', async () => {
    const bomb = zipSync({ 'project.json': new Uint8Array(64 * 1024 * 1024) }, { level: 9 })
    expect(bomb.length).toBeLessThan(100_000)
    const back = await unpackProject(bomb)
    expect(back.ok ? 'ok' : back.problem.kind).toBe('too-large')
    const { project } = await parts()
    const sha = project.references[0]!.file
    const huge = zipSync({ 'project.json': strToU8(JSON.stringify(project)), [`files/${sha}`]: new Uint8Array(220 * 1024 * 1024) }, { level: 9 }) // prettier-ignore
    const refused = await unpackProject(huge)
    expect(refused.ok ? 'ok' : refused.problem.kind).toBe('too-large')
  }, 60_000)
})
