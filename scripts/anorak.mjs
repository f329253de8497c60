// Runs the command line from its sources.
import { spawnSync } from 'node:child_process'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const tsx = pathToFileURL(createRequire(import.meta.url).resolve('tsx')).href
const run = spawnSync(process.execPath, ['--import', tsx, join(root, 'src/cli/main.ts'), ...process.argv.slice(2)], {
  stdio: 'inherit',
  env: { ...process.env, TSX_TSCONFIG_PATH: join(root, 'tsconfig.json') },
})
process.exit(run.status ?? 1)
