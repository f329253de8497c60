import type { OpenCascadeInstance } from 'replicad-opencascadejs'
import { type Imported, readFile, type ReadTools } from '../../src/core/formats/read-file'
import type { Result } from '../../src/core/result'
import { mutated } from './mutate'
import { Random } from './random'
import { samples } from './samples'

/** No reader may work longer than this on a small file, ms. */
export const LONGEST = 20_000

/** What went wrong with a file; the seed makes it again. */
export interface Failure {
  seed: number
  what: string
  why: string
}

const tools = (startKernel: () => Promise<OpenCascadeInstance>): ReadTools => ({
  startKernel,
  decode: () => Promise.reject(new Error('no picture')),
})

/** What is wrong with an answer that should be a model, a drawing, a picture or a plain refusal. */
function complaint(result: Result<Imported>): string | undefined {
  if (!result.ok) return /\.\.$|undefined|\[object|call stack|is not a function|Cannot read/.test(result.problem.message) ? `says "${result.problem.message}"` : undefined // prettier-ignore
  if (result.value.holds !== 'solids') return undefined
  const bad = result.value.model.shapes.some((s) => s.positions.some((v) => !Number.isFinite(v)))
  return bad ? 'has positions that are no numbers' : undefined
}

/** Reads files of all formats with something wrong with them, one a seed. */
export async function readBrokenFiles(
  from: number,
  count: number,
  startKernel: () => Promise<OpenCascadeInstance>,
  names = Object.keys(samples()),
): Promise<Failure[]> {
  const failures: Failure[] = []
  const all = samples()
  for (let seed = from; seed < from + count; seed++) {
    const random = new Random(seed)
    const name = random.from(names)
    const bytes = mutated(all[name]!, random)
    const start = performance.now()
    let why: string | undefined
    try {
      why = complaint(await readFile(bytes, name, tools(startKernel)))
    } catch (error) {
      why = `throws ${error instanceof Error ? `${error.name}: ${error.message}` : String(error)}`
    }
    if (performance.now() - start > LONGEST) why ??= 'takes too long'
    if (why) failures.push({ seed, what: name, why })
  }
  return failures
}
