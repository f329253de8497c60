// One command: installs, lints, checks types and rooms, runs unit tests, builds, and drives the real interface.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { bin, install, root, run } from './setup.mjs'

install()
needChromium()
mkdirSync(join(root, '.cache'), { recursive: true })
for (const report of ['unit.json', 'e2e.json']) rmSync(join(root, '.cache', report), { force: true })
const step = (name) => process.stdout.write(`\n== ${name}\n`)
step('lint')
run(bin('eslint'), ['.', '--max-warnings', '0'])
run(bin('prettier'), ['--check', '--log-level', 'warn', '.'])
step('types')
run(bin('next'), ['typegen'])
run(bin('tsc'), ['--noEmit'])
step('rooms')
run(bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'src'])

step('unit tests')
const jest = [
  '--experimental-vm-modules',
  '--disable-warning=ExperimentalWarning',
  'node_modules/jest/bin/jest.js',
  '--json',
  '--outputFile=.cache/unit.json',
  ...(process.env.CI ? ['--ci'] : []),
]
const unit = attempt(process.execPath, jest, { SUITES: 'together' })
step('build')
run(bin('next'), ['build'])
step('interface')
const e2e = attempt(bin('playwright'), ['test'])

const counts = [unitCounts(), e2eCounts()]
const passed = counts.reduce((sum, c) => sum + c.passed, 0)
const failed = counts.reduce((sum, c) => sum + c.failed, 0)
process.stdout.write(`\n${passed} passed, ${failed} failed\n`)
process.exit(unit || e2e || failed > 0 || passed === 0 ? 1 : 0)

/** Runs to the end whatever comes of it; the exit code. */
function attempt(command, args, env = {}) {
  return (
    spawnSync(command, args, {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, ...env, NEXT_TELEMETRY_DISABLED: '1' },
    }).status ?? 1
  )
}

function read(file) {
  const path = join(root, file)
  return existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : undefined
}

function unitCounts() {
  const report = read('.cache/unit.json')
  return {
    passed: report?.numPassedTests ?? 0,
    failed: (report?.numFailedTests ?? 1) + (report?.numRuntimeErrorTestSuites ?? 0),
  }
}

function e2eCounts() {
  const stats = read('.cache/e2e.json')?.stats
  return { passed: (stats?.expected ?? 0) + (stats?.flaky ?? 0), failed: stats?.unexpected ?? 1 }
}

/** The interface is tested in Debian's Chromium; it is installed where that is possible. */
function needChromium() {
  const path = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium'
  if (existsSync(path)) return
  process.stdout.write('Installing Chromium for the tests of the interface.\n')
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const apt = (args) => spawnSync('apt-get', args, { stdio: ['ignore', 'ignore', 'inherit'], env }).status === 0
  if (apt(['update', '-qq']) && apt(['install', '-y', '-qq', '--no-install-recommends', 'chromium'])) return
  process.stderr.write(
    `\nThe tests of the interface need Chromium at ${path}, and it could not be installed here (apt-get as root can). Install it, or set CHROMIUM_PATH to a Chromium that is there.\n`,
  )
  process.exit(1)
}
