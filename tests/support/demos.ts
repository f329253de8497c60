import { cpSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { loadProject } from '../../src/cli/files'

const FOLDERS = ['boards', 'bracket', 'found', 'handles', 'hinge', 'shelf']

/** The demo projects, by file name. */
export const DEMOS = readdirSync('demo').filter((f) => f.endsWith('.json'))

/** A folder of its own with the demo projects and all their files beside them. */
export function demoFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'anorak-demos-'))
  for (const own of FOLDERS) cpSync(join('demo', own), folder, { recursive: true })
  for (const name of DEMOS) cpSync(join('demo', name), join(folder, name))
  return {
    load: (name: string) => loadProject(join(folder, name)),
    remove: () => rmSync(folder, { recursive: true, force: true }),
  }
}
