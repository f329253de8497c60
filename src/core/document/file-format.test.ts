import { readFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { read } from '../../../tests/support/boards'
import { Kernel } from '../kernel/kernel'
import { Builder } from '../sheet/builder'
import { readProject } from '../sheet/read-project'
import { describedSteps, projectJsonSchema, stepPage, stepPages } from '../steps/describe'
import { stepKinds } from '../steps/registry'

const page = readFileSync('docs/file-format.md', 'utf8')
const board = readFileSync('demo/boards/rl-2-rev-a.step')

test('the example of the file format builds, and names every kind of step', async () => {
  const example = /```json example\n([\s\S]*?)```/.exec(page)![1]!
  const sha = createHash('sha256').update(board).digest('hex')
  const project = readProject(example.replaceAll('SHA256', sha))
  if (!project.ok) throw new Error(project.problem.message)
  const build = await new Builder(await Kernel.load()).build(project.value, new Map([[sha, await read(board)]]), 'view')
  expect(build.steps.flatMap((s) => s.problems)).toEqual([])
  expect(build.parts.map((p) => p.name)).toEqual([
    'Base',
    'Roof',
    'Case',
    'Base 2',
    'Lid',
    'Battery bay',
    'Test of gaps',
    'Pin of the test',
    'Part',
    'Rail clip',
    'Base 3',
    'Lid 2',
    'Base 4',
    'Lid 3',
    'Base 5',
    'Lid 4',
    'Plunger',
    'Light pipe',
    'Part 2',
    'Part 3',
    'Part 3, mirrored',
    'Panel',
    'Part 4',
    'Skin',
    'Part 5',
    'Part 6',
    'Knob',
    'Test of bridges',
    'Test of sizes',
    'Part 7.1',
    'Part 7.2.1',
    'Part 7.2.2',
    'Part 7.2.3',
    'Part 7',
    'Part 8',
    'Part 9',
    'Floor',
    'Front',
    'Back',
    'Left',
    'Right',
    'Part 10',
    'Part 11.1',
    'Part 11.2',
  ])
  expect(new Set(project.value.steps.map((s) => s.kind))).toEqual(new Set(stepKinds().map((k) => k.kind)))
})

test('the page describes every field of every step, as the kinds do themselves (npm run docs writes it)', () => {
  expect(page.trim().endsWith(stepPages().trim())).toBe(true)
  for (const kind of stepKinds())
    for (const field of Object.keys(kind.fields)) expect(stepPage(kind)).toContain(`| \`${field}\` |`)
})

test('the JSON Schema knows every kind, its fields and their defaults', () => {
  const schema = projectJsonSchema() as {
    properties: {
      steps: { items: { anyOf: { properties: Record<string, { const?: string; properties?: object }> }[] } }
    }
  }
  const kinds = schema.properties.steps.items.anyOf.map(({ properties }) => properties)
  expect(kinds.map((k) => k.kind!.const)).toEqual(stepKinds().map((k) => k.kind))
  for (const [i, { fields }] of describedSteps(() => undefined).entries())
    expect(Object.keys(kinds[i]!.fields!.properties!)).toEqual(fields.map((f) => f.name))
})
