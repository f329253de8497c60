// Brings a fresh checkout to where it can run: installs packages when the lock file is newer than what is there.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const stamp = join(root, 'node_modules/.anorak-installed')

/** Runs a command to its end; a failure ends this script with its code. */
export function run(command, args, env = {}) {
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  })
  if (done.status !== 0) {
    process.stderr.write(`\n"${command} ${args.join(' ')}" failed.\n`)
    process.exit(done.status ?? 1)
  }
}

const digest = (...files) => {
  const hash = createHash('sha256')
  for (const file of files) hash.update(readFileSync(join(root, file)))
  return hash.digest('hex')
}

/** Installs packages unless the installed ones are from this very lock file. */
export function install() {
  const wanted = `${digest('package.json', 'package-lock.json')} ${process.version}`
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  process.stdout.write('Installing packages; the first time this takes some minutes.\n')
  // `npm ci` refuses lock files without the optional packages of other systems, so: install, with the lock present.
  run('npm', ['install', '--no-audit', '--no-fund', '--loglevel', 'error'], {
    npm_config_build_from_source: 'better-sqlite3',
  })
  mkdirSync(dirname(stamp), { recursive: true })
  writeFileSync(stamp, `${digest('package.json', 'package-lock.json')} ${process.version}`)
}

/** The path of a package's program. */
export const bin = (name) => join(root, 'node_modules/.bin', name)
