import { readFileSync } from 'node:fs'
import { read } from '../../../tests/support/boards'
import { runChecks } from '../checks'
import { measureLedger } from '../fit/ledger'
import { Kernel } from '../kernel/kernel'
import { isClosed } from '../mesh/facts'
import { expectOk } from '../result'
import { Builder } from './builder'
import { readProject } from './read-project'

test.each(['a', 'b'])('the finished rain logger is held, let out, pressed and aired on revision %s: all holds, nothing is found', async (rev) => { // prettier-ignore
  const project = expectOk(readProject(readFileSync('demo/rain-logger.json', 'utf8')))
  const model = await read(readFileSync(`demo/boards/rl-2-rev-${rev}.step`))
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const built = await builder.build(project, new Map([[project.references[0]!.file, model]]), 'export')
  expect(built.steps.flatMap((s) => s.problems)).toEqual([])
  const ledger = measureLedger(built)
  expect(ledger.filter((r) => r.verdict !== 'holds').map((r) => [r.between, r.measured])).toEqual([])
  // What was asked is what is there, to a fiftieth of a millimetre.
  for (const between of ['Board under the posts of the lid', 'Plunger of Button up in its guide', 'Plug of USB socket past the lid', 'Knob in its opening', 'Lip in groove']) { // prettier-ignore
    const row = ledger.find((r) => r.between === between)!
    expect(Math.abs(row.measured! - row.wanted)).toBeLessThan(0.02)
  }
  expect(runChecks({ project, build: built, ledger, kernel }).map((f) => f.title)).toEqual([])
  expect(built.parts.map((p) => p.name)).toEqual(['Base', 'Lid', 'Plunger', 'Plunger 2'])
  for (const part of built.parts) expect(isClosed(part.mesh.positions, part.mesh.indices)).toBe(true)
  builder.dispose()
}, 120_000) // prettier-ignore
