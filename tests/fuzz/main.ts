/**
 * `npm run fuzz -- [files|projects|offers|skins|chains|joins|cuts|beds|cases|changes|meshes|proofs|server]... [--runs 1000] [--seed 1] [--only board.step]`
 *
 * Feeds broken files of every format to the readers, random projects to the builder, broken documents to the server, takes
 * what is offered for random faces of the demos, rounds and hollows random bodies, rounds random chains of edges whose rounds have a formula and edges of what was joined at random, divides them, makes them fit random beds, changes their faces by hand, and those of found meshes, and proves
 * random parts whose figures are known. Each run has a seed; what went wrong is printed with its own, which makes it again (`--seed N --runs 1`).
 * Ends with 1 if anything did.
 */
import { readFileSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { readStep } from '../../src/core/formats/step/read-step'
import { Kernel } from '../../src/core/kernel/kernel'
import { expectOk } from '../../src/core/result'
import { readProject } from '../../src/core/sheet/read-project'
import { openDatabase } from '../../src/server/database'
import { startQuietly } from '../support/kernel'
import { buildRandomProjects } from './build-projects'
import { changeRandomFaces } from './change-faces'
import { changeRandomMeshes } from './change-meshes'
import { caseRandomBoards } from './case-boards'
import { divideRandomParts } from './divide-parts'
import { fitRandomParts } from './fit-beds'
import { proveRandomParts } from './prove-parts'
import { type Failure, readBrokenFiles } from './read-files'
import { saveBrokenProjects } from './serve-projects'
import { roundRandomChains } from './round-chains'
import { roundRandomJoins } from './round-joined'
import { shapeRandomSkins } from './shape-skins'
import { takeRandomOffers } from './take-offers'

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    runs: { type: 'string', default: '1000' },
    seed: { type: 'string' },
    only: { type: 'string', multiple: true },
  },
})
const runs = Number(values.runs)
const seed = values.seed === undefined ? Math.floor(Math.random() * 1e9) : Number(values.seed)
const wanted = (what: string) => positionals.length === 0 || positionals.includes(what)
const failures: Failure[] = []
/** In lots, so that there is something to see. */
async function inLots(what: string, work: (from: number, count: number) => Promise<Failure[]>): Promise<void> {
  if (!wanted(what)) return
  for (let done = 0; done < runs; done += 50) {
    const found = await work(seed + done, Math.min(50, runs - done))
    for (const f of found) process.stdout.write(`${what}: seed ${f.seed}, ${f.what}: ${f.why}\n`)
    failures.push(...found)
    process.stderr.write(`${what}: ${Math.min(runs, done + 50)} of ${runs} from seed ${seed}\n`)
  }
}

/** The same for work that counts something besides. @param words what is said of how many these are */
async function counted<T extends { failures: Failure[] }>(
  what: string,
  work: (from: number, count: number, kernel: Kernel) => Promise<T>,
  of: (found: T) => number,
  words: string,
): Promise<void> {
  if (!wanted(what)) return
  const kernel = await Kernel.load()
  let sum = 0
  await inLots(what, async (from, count) => {
    const found = await work(from, count, kernel)
    sum += of(found)
    return found.failures
  })
  process.stdout.write(`${what}: ${sum} ${words}\n`)
}

const project = expectOk(readProject(readFileSync('tests/fixtures/logger-begun.json', 'utf8')))
await inLots('files', (from, count) => readBrokenFiles(from, count, startQuietly, values.only))
if (wanted('projects')) {
  const kernel = await Kernel.load()
  const model = expectOk(await readStep(readFileSync('demo/boards/rl-2-rev-a.step'), startQuietly))
  const models = new Map([[project.references[0]!.file, model]])
  await inLots('projects', (from, count) => buildRandomProjects(from, count, kernel, project, models))
}
if (wanted('offers')) {
  const kernel = await Kernel.load()
  await inLots('offers', (from, count) => takeRandomOffers(from, count, kernel))
}
if (wanted('skins')) {
  const kernel = await Kernel.load()
  await inLots('skins', (from, count) => shapeRandomSkins(from, count, kernel))
}
if (wanted('chains')) {
  const kernel = await Kernel.load()
  let [refused, right] = [0, 0]
  await inLots('chains', async (from, count) => {
    const found = await roundRandomChains(from, count, kernel)
    refused += found.refused.length
    right += found.right
    return found.failures
  })
  process.stdout.write(`chains: ${right} as their formulas say, ${refused} refused although there is one\n`)
}
await counted('joins', roundRandomJoins, (f) => f.right, `of ${runs} rounded, the others refused`)
if (wanted('cuts')) {
  const kernel = await Kernel.load()
  await inLots('cuts', (from, count) => divideRandomParts(from, count, kernel))
}
if (wanted('beds')) {
  const kernel = await Kernel.load()
  await inLots('beds', (from, count) => fitRandomParts(from, count, kernel))
}
if (wanted('cases')) {
  const kernel = await Kernel.load()
  await inLots('cases', (from, count) => caseRandomBoards(from, count, kernel))
}
await counted('changes', changeRandomFaces, (f) => f.refused, 'refused although what they should come to can be built')
await counted('meshes', changeRandomMeshes, (f) => f.refused, 'refused although it is known what they should come to')
if (wanted('proofs')) {
  const kernel = await Kernel.load()
  await inLots('proofs', (from, count) => proveRandomParts(from, count, kernel))
}
const folder = mkdtempSync(join(tmpdir(), 'anorak-fuzz-'))
const db = openDatabase(folder)
await inLots('server', (from, count) => saveBrokenProjects(from, count, db, project))
db.$client.close()
rmSync(folder, { recursive: true, force: true })
process.stdout.write(`${failures.length} failures in ${runs} runs each from seed ${seed}\n`)
process.exit(failures.length > 0 ? 1 : 0)
