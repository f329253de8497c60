import { readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'

/** Takes away what uploads that were broken off by the end of the program have left. */
export function clearParts(folder: string): void {
  for (const name of readdirSync(join(folder, 'files')))
    if (name.endsWith('.part')) rmSync(join(folder, 'files', name), { force: true })
}
