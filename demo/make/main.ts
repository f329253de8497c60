/** Writes the demo's board files into `demo/`. Run with `npm run demo:files` after changing a board. */
import { mkdirSync, writeFileSync } from 'node:fs'
import { rl2RevA } from './rl2'
import { startKernel, writeStepAssembly } from './step-assembly'

const folder = new URL('../boards/', import.meta.url)
mkdirSync(folder, { recursive: true })
const bytes = writeStepAssembly(await startKernel(), rl2RevA())
writeFileSync(new URL('rl-2-rev-a.step', folder), bytes)
process.stdout.write(`demo/boards/rl-2-rev-a.step: ${bytes.length} bytes\n`)
