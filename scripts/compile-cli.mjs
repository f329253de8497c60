// Compiles the command line when its sources have changed; what a command does not need stays in files of its own.
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'

/** Packages that bring native code or WASM along and find it beside themselves. */
const EXTERNAL = ['manifold-3d', 'replicad-opencascadejs', 'sharp']

/** Sources by name, size and time: reading them all would take longer than most commands. */
function stateOf(folder, hash) {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) stateOf(path, hash)
    else if (/\.tsx?$/.test(entry.name) && !/\.test\./.test(entry.name)) {
      const { size, mtimeMs } = statSync(path)
      hash.update(`${path} ${size} ${mtimeMs}\n`)
    }
  }
}

/** @returns the compiled program, made anew if the sources or packages are not those it was made of */
export async function compiledCli(root) {
  const hash = createHash('sha256').update(process.version)
  for (const folder of ['src/core', 'src/cli']) stateOf(join(root, folder), hash)
  const { size, mtimeMs } = statSync(join(root, 'package.json'))
  const name = `cli-${hash.update(`${size} ${mtimeMs}`).digest('hex').slice(0, 16)}`
  const cache = join(root, '.cache')
  const done = join(cache, name)
  if (existsSync(done)) return join(done, 'main.js')
  const { build } = await import('esbuild')
  mkdirSync(cache, { recursive: true })
  const fresh = `${done}.${process.pid}`
  await build({
    entryPoints: [join(root, 'src/cli/main.ts')],
    outdir: fresh,
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    external: EXTERNAL,
    alias: { 'css-tree': join(root, 'node_modules/css-tree/dist/csstree.esm.js') },
    logLevel: 'error',
    // Packages in the older format ask for Node's own by name.
    banner: { js: "import { createRequire as __r } from 'node:module'; const require = __r(import.meta.url);" },
  })
  const old = readdirSync(cache).filter((f) => /^cli-[0-9a-f]{16}$/.test(f) && f !== name)
  // Another start may have been first.
  if (existsSync(done)) rmSync(fresh, { recursive: true })
  else renameSync(fresh, done)
  for (const folder of old) rmSync(join(cache, folder), { recursive: true, force: true })
  return join(done, 'main.js')
}
