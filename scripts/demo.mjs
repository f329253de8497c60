// One command: installs, builds, seeds the demo once, and serves on this machine.
import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bin, install, root, run } from './setup.mjs'

const port = process.env.PORT ?? '3210'
const host = process.env.ANORAK_BIND ?? '127.0.0.1'
install()
build()
run(bin('tsx'), ['scripts/seed.ts'])
process.stdout.write(`\nAnorak is at http://${host}:${port}\nCtrl C ends it.\n\n`)
const server = spawn(bin('next'), ['start', '-H', host, '-p', port], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))

/** Builds when a source has changed since the last build. */
function build() {
  const stamp = join(root, '.next/anorak-sources')
  const key = sourceKey()
  if (existsSync(join(root, '.next/BUILD_ID')) && existsSync(stamp) && readFileSync(stamp, 'utf8') === key) return
  run(bin('next'), ['build'])
  writeFileSync(stamp, key)
}

/** A key of all that is built from. */
function sourceKey() {
  const hash = createHash('sha256')
  const add = (path) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name))
    else hash.update(path).update(readFileSync(path))
  }
  for (const path of ['src', 'package-lock.json', 'next.config.ts', 'postcss.config.mjs']) add(join(root, path))
  return hash.digest('hex')
}
