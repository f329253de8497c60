import type { Project, ProjectStep } from '../../src/core/document/schema'
import { runChecks } from '../../src/core/checks'
import { measureLedger } from '../../src/core/fit/ledger'
import type { Kernel } from '../../src/core/kernel/kernel'
import { isClosed } from '../../src/core/mesh/facts'
import type { ImportedModel } from '../../src/core/references/model'
import { checkProject } from '../../src/core/sheet/read-project'
import { Builder } from '../../src/core/sheet/builder'
import { stepKinds } from '../../src/core/steps/registry'
import { anyStepField } from './any-shapes'
import { Random } from './random'
import type { Failure } from './read-files'

const FIGURES = ['0', '-1', '0.3', '0.55', '1', '2', '4*line', '60 thou', '1e9', 'case.floor', 'size1', 'board.top + 2', 'board.bottom', 'nobody', '', '(', '3/0', 'fit.loose', '1 mm * 1 mm'] // prettier-ignore

/** A step of any kind there is, its fields as they ought to be or anything else. */
function anyStep(random: Random, id: string, items: readonly string[], earlier: readonly string[]): ProjectStep {
  const kind = random.from(stepKinds())
  const fields: Record<string, unknown> = {}
  for (const [name, spec] of Object.entries(kind.fields)) {
    const own = random.next() < 0.8 ? anyStepField(random, spec, earlier) : undefined
    if (own !== undefined) fields[name] = own
    if (own !== undefined || random.next() < 0.6) continue
    const options = 'options' in spec ? Object.keys(spec.options as object) : []
    fields[name] = random.from<unknown>([
      ...(options.length > 0 ? options : [random.from(FIGURES), random.from(FIGURES)]),
      random.from(items),
      random.from([...earlier, 'none']),
      ...(random.next() < 0.1 ? [7, null, [], { [random.from(items)]: 'out' }] : []),
    ])
  }
  return { id, kind: kind.kind, off: random.next() < 0.1, fields } as ProjectStep
}

export function anyProject(random: Random, base: Project, items: readonly string[]): unknown {
  const steps: ProjectStep[] = []
  for (let i = random.below(6) + 1; i > 0; i--)
    steps.push(anyStep(random, `s${steps.length}`, items, steps.map((s) => s.id))) // prettier-ignore
  const sound = random.next() < 0.6 ? base.steps : []
  const numbers = [{ id: 'n', name: 'size1', formula: random.from(FIGURES) || '1' }]
  return { ...structuredClone(base), numbers, steps: [...sound, ...steps] }
}

/** Builds random projects round a board: nothing may throw, hang or come out open, and all must be measured and checked. */
export async function buildRandomProjects(
  from: number,
  count: number,
  kernel: Kernel,
  base: Project,
  models: ReadonlyMap<string, ImportedModel>,
): Promise<Failure[]> {
  const failures: Failure[] = []
  const items = [...models.values()].flatMap((m) => m.items.map((i) => i.id))
  const builder = new Builder(kernel)
  for (let seed = from; seed < from + count; seed++) {
    const start = performance.now()
    const fail = (why: string) => failures.push({ seed, what: 'project', why })
    try {
      const document = checkProject(anyProject(new Random(seed), base, items))
      if (!document.ok) continue
      const build = await builder.build(document.value, models, 'drag')
      for (const { id, mesh } of build.parts) if (!isClosed(mesh.positions, mesh.indices)) fail(`${id} is open`)
      runChecks({ project: document.value, build, ledger: measureLedger(build), kernel })
    } catch (error) {
      fail(`throws ${error instanceof Error ? `${error.name}: ${error.message}` : String(error)}`)
    }
    if (performance.now() - start > 20_000) fail('takes too long')
  }
  builder.dispose()
  return failures
}
