import fc from 'fast-check'
import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../../tests/support/boards'
import { registerTestKinds, sheet, step } from '../../../tests/support/kinds'
import type { Build, BuiltPart, Quality } from '../built/built'
import { setField, turnReference } from '../document/edits'
import type { Project } from '../document/schema'
import { apply, invert, IDENTITY } from '../geometry/placement'
import { distance, type Vec3 } from '../geometry/vec'
import { Kernel } from '../kernel/kernel'
import type { SurfaceTag } from '../kernel/surface'
import type { ImportedModel } from '../references/model'
import { Builder } from '../sheet/builder'
import {
  alongSmooth,
  findEdge,
  findFace,
  keepEdge,
  keepFace,
  pointable,
  pointNow,
  type Pointable,
  seen,
} from './resolve'
import type { Border } from './topology'

registerTestKinds()
const NONE = new Map<string, ImportedModel>()
let kernel: Kernel
let model: ImportedModel
beforeAll(async () => {
  model = await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true })))
  kernel = await Kernel.load()
})

/** Builds and gives everything back. */
async function built(project: Project, models = NONE, quality: Quality = 'view'): Promise<Build> {
  const builder = new Builder(kernel)
  const build = await builder.build(project, models, quality)
  builder.dispose()
  return build
}
const part = (build: Build, name: string): BuiltPart => build.parts.find((p) => p.name === name)!
const tagOf = (p: BuiltPart, test: (tag: SurfaceTag) => boolean) => p.mesh.surfaces.filter(test)
/** The middle of the largest triangle of a region. */
function pointOn(p: BuiltPart, region: number): Vec3 {
  const { mesh, topology } = pointable(p.mesh)
  let best: { area: number; at: Vec3 } | undefined
  for (let t = 0; t < topology.regionOf.length; t++) {
    if (topology.regionOf[t] !== region) continue
    const [a, b, c] = [0, 1, 2].map((k) => [0, 1, 2].map((i) => mesh.positions[3 * mesh.indices[3 * t + k]! + i]!)) as unknown as [Vec3, Vec3, Vec3] // prettier-ignore
    const area = Math.hypot((b[1] - a[1]) * (c[2] - a[2]) - (b[2] - a[2]) * (c[1] - a[1]), (b[2] - a[2]) * (c[0] - a[0]) - (b[0] - a[0]) * (c[2] - a[2]), (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) // prettier-ignore
    if (!best || area > best.area) best = { area, at: [0, 1, 2].map((i) => (a[i]! + b[i]! + c[i]!) / 3) as unknown as Vec3 } // prettier-ignore
  }
  return best!.at
}
/** mm */
function borderLength({ mesh: { positions } }: Pointable, { vertices, closed }: Border): number {
  const at = (i: number): Vec3 => [0, 1, 2].map((k) => positions[3 * vertices[i % vertices.length]! + k]!) as never
  return Array.from({ length: vertices.length - (closed ? 0 : 1) }, (_, i) => distance(at(i), at(i + 1))).reduce((a, b) => a + b, 0) // prettier-ignore
}
const regionsOf = (p: BuiltPart, test: (tag: SurfaceTag) => boolean): number[] => {
  const { mesh, topology } = pointable(p.mesh)
  return topology.surfaceOf.flatMap((s, region) => (test(mesh.surfaces[s]!) ? [region] : []))
}

describe('names of surfaces', () => {
  test('a turned fillet is one surface at every quality, and four posts are four copies', async () => {
    const { project, models } = wrapped(model, { openings: false })
    for (const quality of ['drag', 'view', 'export'] as const) {
      const base = part(await built(project, models, quality), 'Base')
      const feet = tagOf(base, (t) => t.role === 'foot')
      expect(feet).toHaveLength(4)
      expect(new Set(feet.map((t) => t.copy!.join())).size).toBe(4)
      expect(feet.map((t) => t.shape.kind)).toEqual(Array(4).fill('torus'))
      expect(new Set(tagOf(base, (t) => t.role === 'pin').map((t) => t.copy!.join()))).toEqual(new Set(['h1', 'h2', 'h3', 'h4'])) // prettier-ignore
    }
  })

  test('the wall of a case is named by the board’s edges, however it lies and whatever is done to its corners', async () => {
    const { project, models } = wrapped(model, { openings: true, posts: false })
    const wrap = project.steps[0]!.id
    /** Names by the direction in which the board has its edge, in the file's frame. */
    const names = async (given: Project) => {
      const p = setField(wrap, 'parting', '(board.top + board.bottom) / 2')(setField(wrap, 'lip', '0.6')(given))
      const base = part(await built(p, models, 'drag'), 'Base')
      const turned = (await built(p, models, 'drag')).references[0]!.placement
      return Object.fromEntries(
        tagOf(base, (t) => t.role === 'cavity' && t.shape.kind === 'plane' && /^e\d+$/.test(t.segment!)).map((t) => {
          const n = t.shape.kind === 'plane' ? t.shape.normal : ([0, 0, 0] as const)
          const back = invert(turned)
          const own = [0, 1, 2].map((r) => Math.round(back[4 * r]! * n[0] + back[4 * r + 1]! * n[1] + back[4 * r + 2]! * n[2]) + 0) // prettier-ignore
          return [own.join(), t.segment]
        }),
      )
    }
    const usual = await names(project)
    expect(Object.keys(usual)).toHaveLength(4)
    for (const change of [
      setField(wrap, 'clear', '2.2'),
      setField(wrap, 'corner', '4.6'),
      turnReference('board', 'z'),
      setField(wrap, 'outline', 'hull'),
      (p: Project) => turnReference('board', 'x')(turnReference('board', 'x')(p)),
      turnReference('board', 'y'),
    ])
      expect(await names(change(project))).toEqual(usual)
  })

  test('a ball that is cut out is a hollow, one that stands is not', () => {
    // A turned half circle in many chords is one surface.
    const half = Array.from({ length: 23 }, (_, i): [number, number] => [5 * Math.cos((Math.PI * (i + 1)) / 24 - Math.PI / 2), 5 * Math.sin((Math.PI * (i + 1)) / 24 - Math.PI / 2)]) // prettier-ignore
    const ball = kernel.turned([0, -5], [{ to: [0, 5], via: half, role: 'ball', shape: { kind: 'sphere', point: [0, 0, 0], radius: 5, hole: false } }], { step: 'b' }, 48) // prettier-ignore
    const block = kernel.extrude({ loops: [[[-9, -9], [9, -9], [9, 9], [-9, 9]].map((a, i, all) => ({ kind: 'line' as const, a: a as never, b: all[(i + 1) % 4] as never }))] }, -9, 0, { tolerance: 0.1, names: { step: 'k', top: 't', bottom: 'u', side: 's' } }) // prettier-ignore
    const cut = kernel.subtract(block, [ball])
    const shapes = [ball, cut].map((s) => kernel.read(s).surfaces.filter((t) => t.role === 'ball').map((t) => t.shape)) // prettier-ignore
    expect(shapes).toEqual([[expect.objectContaining({ hole: false })], [expect.objectContaining({ hole: true })]])
    for (const s of [ball, block, cut]) s.dispose()
  })
})

describe('regions and borders', () => {
  test('a face cut in two is two regions, and each edge knows what it parts', async () => {
    const slab = part(
      await built(sheet(step('bed', 'slab'), step('t', 'cut', { part: 'bed.slab', what: 'trench' }))),
      'Slab',
    )
    const on = pointable(slab.mesh)
    const tops = regionsOf(slab, (t) => t.role === 'top')
    expect(tops).toHaveLength(2)
    // Of the trench: its floor, two walls, both ends open into the sides.
    expect(regionsOf(slab, (t) => t.step === 't')).toHaveLength(3)
    const lengths = on.topology.borders
      .filter(({ regions }) => regions.some((r) => tops.includes(r)))
      .map((b) => borderLength(on, b))
    expect(lengths.sort((a, b) => a - b).map((l) => Math.round(l * 1e3) / 1e3)).toEqual([10, 10, 20, 20, 20, 20, 26, 26]) // prettier-ignore
    for (const { regions } of on.topology.borders) expect(regions[0]).not.toBe(regions[1])
  })

  test('a hole’s rim is one closed border of its circumference; a box has twelve edges of its sizes', async () => {
    const slab = part(await built(sheet(step('bed', 'slab'), step('h', 'cut', { part: 'bed.slab' })), NONE, 'export'), 'Slab') // prettier-ignore
    const on = pointable(slab.mesh)
    const closed = on.topology.borders.filter((b) => b.closed)
    expect(closed).toHaveLength(2)
    for (const rim of closed) expect(borderLength(on, rim)).toBeCloseTo(Math.PI * 4, 1)
    const open = on.topology.borders.filter((b) => !b.closed).map((b) => Math.round(borderLength(on, b)))
    expect(open.sort((a, b) => a - b)).toEqual([5, 5, 5, 5, 20, 20, 20, 20, 40, 40, 40, 40])
  })

  test('an edge runs on along smooth neighbours, or is all of a border', async () => {
    const { project, models } = wrapped(model, { posts: false })
    const lid = part(await built(project, models), 'Lid')
    const on = pointable(lid.mesh)
    const roles = ({ regions }: Border) => regions.map((r) => on.mesh.surfaces[on.topology.surfaceOf[r]!]!.role).sort()
    const rim = on.topology.borders.findIndex((b) => roles(b).join() === 'roof:top,wall')
    // Round the roof: four sides and four rounded corners, each a wall of its own name.
    expect(alongSmooth(on, rim)).toHaveLength(8)
    const at: Vec3 = [0, 1, 2].map((i) => lid.mesh.positions[3 * on.topology.borders[rim]!.vertices[0]! + i]!) as never
    for (const run of ['piece', 'smooth', 'all'] as const) {
      const found = findEdge(on, keepEdge(seen(on), rim, at, run))
      expect(found.ok && found.value.length).toBe(run === 'smooth' ? 8 : 1)
    }
  })
})

describe('a pick is found again, or said to be gone', () => {
  const bed = sheet(step('bed', 'slab'), step('t', 'cut', { part: 'bed.slab', what: 'trench', size: '4', at: '10' }))
  const keep = async (project: Project, role: string, which: number) => {
    const slab = part(await built(project), 'Slab')
    const region = regionsOf(slab, (t) => t.role === role)[which]!
    return keepFace(seen(pointable(slab.mesh)), region, pointOn(slab, region))
  }
  const found = async (project: Project, kept: Awaited<ReturnType<typeof keep>>) => {
    const slab = part(await built(project), 'Slab')
    const on = pointable(slab.mesh)
    const region = findFace(on, kept)
    return region.ok ? { x: pointOn(slab, region.value)[0], at: pointNow(on, region.value, kept.near) } : region.problem.kind // prettier-ignore
  }

  test('the piece of a face that a cut has parted stays the one that was picked', async () => {
    const [left, right] = [await keep(bed, 'top', 0), await keep(bed, 'top', 1)].sort((a, b) => a.near[0] - b.near[0])
    for (const edit of [
      (p: Project) => p,
      setField('t', 'size', '9'),
      setField('bed', 'height', '8'),
      setField('bed', 'width', '60'),
    ]) {
      const project = edit(bed)
      const [l, r] = [await found(project, left!), await found(project, right!)]
      if (typeof l === 'string' || typeof r === 'string') throw new Error(`${String(l)} ${String(r)}`)
      expect(l.x).toBeLessThan(10)
      expect(r.x).toBeGreaterThan(14)
    }
    // The trench takes the left piece away: what was picked there is gone, not on the right one.
    expect(await found(setField('t', 'at', '-5')(setField('t', 'size', '16')(bed)), left!)).toBe('gone')
    // Where the face is whole again, it is that.
    expect(await found({ ...bed, steps: bed.steps.slice(0, 1) }, left!)).toMatchObject({ at: left!.near })
  })

  test('a face that was whole and has come apart where it was picked is unclear', async () => {
    const whole = await keep({ ...bed, steps: bed.steps.slice(0, 1) }, 'top', 0)
    const through = { ...whole, near: [12, 10, 5] as [number, number, number] }
    expect(await found(bed, through)).toBe('unclear')
    expect(await found(bed, { ...whole, near: [30, 10, 5] })).toMatchObject({ at: [30, 10, 5] })
    expect(await found(bed, { ...whole, name: { step: 'never', role: 'top' } })).toBe('gone')
  })

  test('a step says at its field what it cannot find any more', async () => {
    const project = {
      ...bed,
      steps: [...bed.steps, step('peg', 'peg', { part: 'bed.slab', on: [await keep(bed, 'floor', 0)] })],
    }
    const good = await built(project)
    expect(good.steps[2]!.notes).toEqual(['on floor, along '])
    const none = await built(setField('t', 'what', 'nothing')(project))
    expect(none.steps[2]!.problems[0]).toMatchObject({ field: 'on', kind: 'gone' })
    expect(none.parts[0]!.volume).toBeCloseTo(40 * 20 * 5, 6)
  })

  test('over random edits of earlier steps a pick is on its own face or is gone, never on another', async () => {
    const kept = new Map<string, Awaited<ReturnType<typeof keep>>>()
    const start = sheet(
      step('bed', 'slab'),
      step('t', 'cut', { part: 'bed.slab', what: 'trench', size: '4', at: '10' }),
      step('h', 'cut', { part: 'bed.slab', what: 'holes', count: '3', size: '3', at: '20' }),
    )
    const first = part(await built(start), 'Slab')
    const on = pointable(first.mesh)
    for (const [region] of on.topology.surfaceOf.entries())
      kept.set(`${region}`, keepFace(seen(on), region, pointOn(first, region)))
    const builder = new Builder(kernel)
    let lost = 0
    await fc.assert(
      fc.asyncProperty(
        fc.record({
          width: fc.integer({ min: 30, max: 70 }),
          height: fc.integer({ min: 3, max: 12 }),
          x: fc.integer({ min: -20, max: 20 }),
          at: fc.integer({ min: -6, max: 30 }),
          size: fc.integer({ min: 1, max: 9 }),
          count: fc.integer({ min: 0, max: 5 }),
          holes: fc.integer({ min: 10, max: 34 }),
        }),
        async ({ width, height, x, at, size, count, holes }) => {
          const edits = [
            setField('bed', 'width', `${width}`), setField('bed', 'height', `${height}`), setField('bed', 'x', `${x}`),
            setField('t', 'at', `${at}`), setField('t', 'size', `${size}`), setField('h', 'count', `${count}`), setField('h', 'at', `${holes}`),
          ] // prettier-ignore
          const build = await builder.build(edits.reduce((p, edit) => edit(p), start), NONE, 'drag') // prettier-ignore
          const now = part(build, 'Slab')
          const there = pointable(now.mesh)
          for (const pick of kept.values()) {
            const region = findFace(there, pick)
            if (!region.ok) {
              lost += 1
              continue
            }
            const tag = there.mesh.surfaces[there.topology.surfaceOf[region.value]!]!
            expect([tag.step, tag.role, tag.segment, tag.copy]).toEqual([pick.name.step, pick.name.role, pick.name.segment, pick.name.copy]) // prettier-ignore
            // Of pieces of one face it is the one on the same side of what parts it.
            if (pick.of === 2 && tag.role === 'top' && regionsOf(now, (t) => t.role === 'top').length === 2) {
              const trench = at + size / 2
              const here = pointOn(now, region.value)[0]
              const moved = apply(tag.frame ?? IDENTITY, pick.near)[0]
              if (distance([moved, 0, 0], [trench, 0, 0]) > size / 2) expect(here < trench).toBe(moved < trench)
            }
          }
        },
      ),
      { numRuns: 120 },
    )
    expect(lost).toBeGreaterThan(0)
    builder.dispose()
  }, 120_000)
})
