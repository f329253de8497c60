import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { OpenCascadeInstance } from 'replicad-opencascadejs'
import { writeStepAssembly } from '../demo/make/step-assembly'
import { drilledItems } from './assemblies'

/** The import of 1,500 items of 250 shapes, each time in a new process, starting the STEP kernel included. */
export function measureLargeImport(oc: OpenCascadeInstance, runs: number) {
  const folder = mkdtempSync(join(tmpdir(), 'anorak-bench-'))
  try {
    const file = join(folder, 'large.step')
    writeFileSync(file, writeStepAssembly(oc, drilledItems(1500)))
    const all = Array.from({ length: runs }, () => {
      const done = spawnSync('npx', ['tsx', 'bench/one-import.ts', file], { encoding: 'utf8' })
      if (done.status !== 0) throw new Error(done.stderr)
      return JSON.parse(done.stdout) as { ms: number }
    })
    return all.sort((a, b) => a.ms - b.ms)[Math.floor(runs / 2)]
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
