import { setField, setNumber } from '../src/core/document/edits'
import type { Project } from '../src/core/document/schema'
import type { Kernel } from '../src/core/kernel/kernel'
import type { ImportedModel } from '../src/core/references/model'
import { Builder } from '../src/core/sheet/builder'
import { givingWay } from '../src/worker/give-way'
import { Views } from '../src/worker/make-views'
import { registerTestKinds, step } from '../tests/support/kinds'
import { median, round } from './measure'

/**
 * A sheet of 100 steps: a project's own, and plain parts with cuts into them. All reused, one early and one late edit, as
 * the build worker runs it; and what it takes to say of an unchanged build that nothing has changed.
 */
export async function measureSheet(kernel: Kernel, project: Project, models: Map<string, ImportedModel>, runs: number) {
  registerTestKinds()
  const long: Project = { ...project, steps: [...project.steps, ...plainSteps(100 - project.steps.length)] }
  const builder = new Builder(kernel)
  const pause = () => givingWay(() => false, () => {}).between // prettier-ignore
  const build = (document: Project) => builder.build(document, models, 'view', pause())
  const full = await median(3, async () => {
    const fresh = new Builder(kernel)
    await fresh.build(long, models, 'view', pause())
    fresh.dispose()
  })
  const first = await build(long)
  const reused = await median(runs, () => build(long))
  const unused = await median(runs, (run) => build(setNumber('n', 'unused', `${run + 3}`)(long)))
  const late = await median(runs, (run) => build(setField('cut95', 'size', `${2 + (run + 2) / 10}`)(long)))
  const early = await median(runs, (run) => build(setField('wrap', 'clear', `${0.6 + (run + 2) / 100}`)(long)))
  const views = new Views(new Map())
  const known = new Set([...first.parts.map((p) => p.key), ...first.references.map((r) => r.key)])
  views.of(long, first, known, 0)
  const told = await median(runs, () => views.of(long, first, known, 0))
  builder.dispose()
  return {
    steps: long.steps.length,
    full_ms: full,
    all_reused_ms: reused,
    unused_number_ms: unused,
    late_edit_ms: late,
    late_ratio_to_full: round(late / full),
    early_edit_ms: early,
    views_of_nothing_new_ms: told,
  }
}

/** Slabs beside each other, each with three cuts. */
function plainSteps(count: number): Project['steps'] {
  return Array.from({ length: count }, (_, i) => {
    const n = Math.floor(i / 4)
    if (i % 4 === 0) return step(`slab${n}`, 'slab', { width: '60', height: '6', x: `${n * 70}` })
    const at = `${n * 70 + 5 + (i % 4) * 14}`
    return step(`cut${i}`, 'cut', {
      part: `slab${n}.slab`,
      what: i % 2 ? 'holes' : 'trench',
      count: '2',
      size: '3',
      at,
    })
  })
}
