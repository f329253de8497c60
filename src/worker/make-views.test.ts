import { PLAIN, read, simpleBoard, stepBytes, wrapped } from '../../tests/support/boards'
import { setField, setNumber, setPart } from '../core/document/edits'
import type { Project } from '../core/document/schema'
import { findFace, keepFace, pointable } from '../core/faces/resolve'
import { Kernel } from '../core/kernel/kernel'
import { Builder } from '../core/sheet/builder'
import { shareBuild } from '../ui/engine/share'
import { buffersOfBuild, Views } from './make-views'
import { keysOf } from './views'

let builder: Builder
let start: ReturnType<typeof wrapped>
let views: Views
beforeAll(async () => {
  builder = new Builder(await Kernel.load())
  start = wrapped(await read(await stepBytes(simpleBoard({ ...PLAIN, socket: true }))))
  views = new Views(new Map())
})
const sent = async (project: Project, known: readonly string[] = []) =>
  views.of(project, await builder.build(project, start.models, 'drag'), new Set(known), 1)

test('of what the page has nothing is sent again; of what has changed, just that', async () => {
  const first = await sent(start.project)
  expect(first.parts.every((p) => p.body)).toBe(true)
  const page = shareBuild(undefined, first)
  const again = await sent(start.project, keysOf(page))
  expect(again.parts.map((p) => p.body)).toEqual([undefined, undefined])
  expect(again.references).toEqual([{ same: page.references[0]!.key }])
  expect(again.steps).toEqual(page.steps.map((s) => ({ same: s.key })))
  expect(buffersOfBuild(again)).toEqual([])
  expect(shareBuild(page, again)).toMatchObject({ parts: page.parts, steps: page.steps })
  const wrap = start.project.steps[0]!.id
  const higher = await sent(setField(wrap, 'roof', '3')(start.project), keysOf(page))
  // The base is as it was; the lid is new.
  expect(higher.parts.map((p) => p.body !== undefined)).toEqual([false, true])
  expect(higher.steps.map((s) => 'same' in s)).toEqual([false, true, true])
  const named = await sent(
    setPart(`${wrap}.lid`, { name: 'Roof' })(setNumber('n', 'x', '3')(start.project)),
    keysOf(page),
  )
  expect(named.parts.map((p) => [p.name, p.body])).toEqual([
    ['Base', undefined],
    ['Roof', undefined],
  ])
  expect(named.namesKey).not.toBe(page.namesKey)
})

test('what the page keeps of a pick is found on the solid, and each crisp edge knows its border', async () => {
  const build = await builder.build(start.project, start.models, 'drag')
  const view = views.of(start.project, build, new Set(), 1)
  for (const [i, { body }] of view.parts.entries()) {
    const on = pointable(build.parts[i]!.mesh)
    const { shown, surfaceOf, borders } = body!
    expect(shown.borderOf).toHaveLength(shown.edges.length / 6)
    expect(Math.min(...shown.borderOf)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...shown.borderOf)).toBeLessThan(borders.length)
    for (let t = 0; t < shown.regionOf.length; t += 97) {
      const region = shown.regionOf[t]!
      const middle = [0, 1, 2].map((k) => (shown.positions[9 * t + k]! + shown.positions[9 * t + 3 + k]! + shown.positions[9 * t + 6 + k]!) / 3) // prettier-ignore
      const found = findFace(on, keepFace(body!, region, middle as never))
      expect(found.ok && [found.value, surfaceOf[found.value]]).toEqual([region, surfaceOf[region]])
    }
  }
})
