// Serves the built application on a data folder of its own, which goes when the server does.
import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { bin, root } from '../../scripts/setup.mjs'

const folder = mkdtempSync(join(tmpdir(), 'anorak-e2e-'))
const env = { ...process.env, ANORAK_DATA: folder, NEXT_TELEMETRY_DISABLED: '1' }
spawnSync(bin('tsx'), ['scripts/seed.ts'], { cwd: root, env, stdio: 'inherit' })
const server = spawn(bin('next'), ['start', '-H', '127.0.0.1', '-p', process.argv[2]], {
  cwd: root,
  env,
  stdio: 'inherit',
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => {
  rmSync(folder, { recursive: true, force: true })
  process.exit(code ?? 0)
})
