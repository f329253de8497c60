/** Writes the demo's board files into `demo/`. Run with `npm run demo:files` after changing a board. */
import { mkdirSync, writeFileSync } from 'node:fs'
import { rl2 } from './rl2'
import { startKernel, writeStepAssembly } from './step-assembly'

const folder = new URL('../boards/', import.meta.url)
mkdirSync(folder, { recursive: true })
const kernel = await startKernel()
for (const rev of ['A', 'B'] as const) {
  const name = `rl-2-rev-${rev.toLowerCase()}.step`
  const bytes = writeStepAssembly(kernel, rl2(rev))
  writeFileSync(new URL(name, folder), bytes)
  process.stdout.write(`demo/boards/${name}: ${bytes.length} bytes\n`)
}
