// Unit tests of the core, many suites to a file: modules are loaded and warmed up once for all of them, not for each.
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const FOLDER = join(root, '.cache', 'together')
/** So many suites to a file: what many have left behind makes those after them slower again. */
const SUITES = 7
/** Begun first and by themselves: what takes longest by far, and what would see the kinds of steps that others make up. */
const ALONE = ['steps/wrap-answers.test.ts', 'sheet/builder.test.ts', 'document/file-format.test.ts']

/** Writes the files anew, and returns their folder. */
export function writeTogether() {
  rmSync(FOLDER, { recursive: true, force: true })
  mkdirSync(FOLDER, { recursive: true })
  const suites = readdirSync(join(root, 'src', 'core'), { recursive: true })
    .filter((name) => name.endsWith('.test.ts'))
    .filter((name) => !ALONE.includes(name))
    .sort()
  const files = Math.ceil(suites.length / SUITES)
  ALONE.forEach((name, i) => write(`first-${i + 1}`, [name]))
  // Dealt like cards: neighbours cost alike.
  for (let i = 0; i < files; i++) write(`core-${i + 1}`, suites.filter((_, n) => n % files === i)) // prettier-ignore
  return FOLDER
}

function write(called, suites) {
  const from = (name) => relative(FOLDER, join(root, 'src', 'core', name)).replaceAll('\\', '/')
  writeFileSync(join(FOLDER, `${called}.test.ts`), suites.map((name) => `import '${from(name)}'\n`).join(''))
}
