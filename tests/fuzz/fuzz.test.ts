import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readStep } from '../../src/core/formats/step/read-step'
import { Kernel } from '../../src/core/kernel/kernel'
import { expectOk } from '../../src/core/result'
import { readProject } from '../../src/core/sheet/read-project'
import { openDatabase } from '../../src/server/database'
import { startQuietly } from '../support/kernel'
import { buildRandomProjects } from './build-projects'
import { caseRandomBoards } from './case-boards'
import { changeRandomFaces } from './change-faces'
import { changeRandomMeshes } from './change-meshes'
import { divideRandomParts } from './divide-parts'
import { fitRandomParts } from './fit-beds'
import { mutated } from './mutate'
import { proveRandomParts } from './prove-parts'
import { Random } from './random'
import { readBrokenFiles } from './read-files'
import { roundRandomChains } from './round-chains'
import { roundRandomJoins } from './round-joined'
import { samples } from './samples'
import { saveBrokenProjects } from './serve-projects'
import { takeRandomOffers } from './take-offers'

/** A short run of `npm run fuzz`, the same each time; a failure names the seed that makes it again. */
const SEED = 20_261
const project = expectOk(readProject(readFileSync('tests/fixtures/logger-begun.json', 'utf8')))

test('the same seed breaks a file the same way, and it is broken', () => {
  const bytes = samples()['text.stl']!
  const [a, b] = [mutated(bytes, new Random(5)), mutated(bytes, new Random(5))]
  expect(Buffer.compare(a, b)).toBe(0)
  expect(Buffer.compare(a, bytes)).not.toBe(0)
})

test('broken files of every format are read or plainly refused', async () => {
  const quick = Object.keys(samples()).filter((name) => name !== 'board.step')
  expect(await readBrokenFiles(SEED, 300, startQuietly, quick)).toEqual([])
  expect(await readBrokenFiles(SEED, 12, startQuietly, ['board.step'])).toEqual([])
}, 120_000)

test('random projects build without a throw or an open part, and are measured and checked', async () => {
  const kernel = await Kernel.load()
  const model = expectOk(await readStep(readFileSync('demo/boards/rl-2-rev-a.step'), startQuietly))
  const models = new Map([[project.references[0]!.file, model]])
  expect(await buildRandomProjects(SEED, 30, kernel, project, models)).toEqual([])
}, 120_000)

test('what is offered for random faces of the demos is built, or says what stands in its way, and nothing else breaks', async () => {
  expect(await takeRandomOffers(SEED, 12, await Kernel.load())).toEqual([])
}, 240_000)

test('parts divided at random add up, are in one piece each, do not overlap, and go together with the gaps that were asked, as exported too', async () => {
  expect(await divideRandomParts(SEED, 40, await Kernel.load())).toEqual([])
}, 240_000)

test('random parts are cut so that every piece fits a random bed, few and sound, or it is said why not', async () => {
  expect(await fitRandomParts(SEED, 16, await Kernel.load())).toEqual([])
}, 240_000)

test('random boards with random answers get cases that pass their own checks, or say what cannot be had', async () => {
  expect(await caseRandomBoards(SEED, 12, await Kernel.load())).toEqual([])
}, 240_000)

test('chains of lines and arcs, drawn out, on a plate or turned, come out rounded as formulas say', async () => {
  const { failures, refused, right } = await roundRandomChains(SEED, 16, await Kernel.load())
  expect([failures, refused]).toEqual([[], []])
  expect(right).toBeGreaterThan(8)
}, 120_000)

test('edges of what was joined at random are rounded where they are, the same ones however coarse, or refused', async () => {
  const { failures, right } = await roundRandomJoins(SEED, 24, await Kernel.load())
  expect(failures).toEqual([])
  expect(right).toBeGreaterThan(10)
}, 120_000)

test('parts changed by hand at random come out as if they had been built like that, and what can be had is not refused', async () => {
  expect(await changeRandomFaces(SEED, 40, await Kernel.load())).toEqual({ failures: [], refused: 0 })
}, 120_000)

test('found meshes, turned and noisy, show their faces and are changed by hand as formulas say', async () => {
  const { failures, refused } = await changeRandomMeshes(SEED, 40, await Kernel.load())
  expect(failures).toEqual([])
  expect(refused).toBeLessThan(4)
}, 120_000)

test('broken documents and project files are taken or refused, and what was saved stays', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'anorak-fuzz-'))
  const db = openDatabase(folder)
  expect(await saveBrokenProjects(SEED, 80, db, project)).toEqual([])
  db.$client.close()
  rmSync(folder, { recursive: true, force: true })
})

test('what is proved of random parts is what formulas, and rays shot through them, say', async () => {
  expect(await proveRandomParts(SEED, 60, await Kernel.load())).toEqual([])
}, 120_000)
