import { mkdirSync, writeFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { safeFileName, uniqueNames } from '../core/formats/file-names'
import { writeStl } from '../core/formats/stl/write-stl'
import { print3mf } from '../core/print/simulated/print-3mf'
import { SimulatedPrinter } from '../core/print/simulated/simulated-printer'
import { expectOk, raise } from '../core/result'
import { readWhole } from './files'
import { round } from './rounded'

/** Prints a 3MF on a simulated printer: what comes off its bed, as STL, and what calipers read on it. */
export async function runSimulate(file: string, { seed, first, out }: { seed: string; first: string; out: string }) {
  const number = Number(seed)
  const lowest = Number(first)
  if (!Number.isInteger(number)) raise('seed', `--seed takes a whole number, not "${seed}".`)
  if (!(lowest > 0 && lowest <= 5))
    raise('first', `--first takes the height of the lowest layer in mm, up to 5, not "${first}".`)
  const things = expectOk(print3mf(readWhole(file), SimulatedPrinter.of(number), lowest))
  const names = uniqueNames(things.map((t) => `${safeFileName(t.name)}-printed`))
  mkdirSync(out, { recursive: true })
  for (const [i, t] of things.entries())
    writeFileSync(join(out, `${names[i]}.stl`), writeStl(t, `${t.name}, as it came out`))
  return {
    printed: basename(file),
    printer: number,
    parts: things.map((t, i) => ({
      name: t.name,
      file: `${names[i]}.stl`,
      drawn_mm: t.drawn.map(round),
      read_mm: t.read.map(round),
    })),
  }
}
