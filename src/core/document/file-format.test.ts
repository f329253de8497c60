import { readFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { read } from '../../../tests/support/boards'
import { Builder } from '../build/builder'
import { Kernel } from '../kernel/kernel'
import { STEP_KINDS } from '../steps/registry'
import { readProject } from './read'

const page = readFileSync('docs/file-format.md', 'utf8')
const board = readFileSync('demo/boards/rl-2-rev-a.step')

test('the example of the file format builds, and names every kind of step', async () => {
  const example = /```json example\n([\s\S]*?)```/.exec(page)![1]!
  const sha = createHash('sha256').update(board).digest('hex')
  const project = readProject(example.replace('SHA256', sha))
  if (!project.ok) throw new Error(project.problem.message)
  const build = await new Builder(await Kernel.load()).build(project.value, new Map([[sha, await read(board)]]), 'view')
  expect(build.steps.flatMap((s) => s.problems)).toEqual([])
  expect(build.parts.map((p) => p.name)).toEqual(['Base', 'Roof'])
  expect(new Set(project.value.steps.map((s) => s.kind))).toEqual(new Set(STEP_KINDS.map((k) => k.kind)))
})

test('every field of every step is described with its default', () => {
  for (const kind of STEP_KINDS) {
    const section = page.split(`### ${kind.kind}\n`)[1]!.split('\n### ')[0]!
    for (const [name, spec] of Object.entries(kind.fields)) {
      expect([kind.kind, name, section.includes(`\`${name}\``)]).toEqual([kind.kind, name, true])
      if (spec.type === 'length') expect([name, section.includes(`\`${spec.default}\``)]).toEqual([name, true])
    }
  }
})
