import { strFromU8, strToU8, unzip, zipSync } from 'fflate'
import { filesOf } from '../document/imported-files'
import { readProject, writeProject } from '../sheet/read-project'
import type { Project } from '../document/schema'
import { fail, ok, type Result } from '../result'
import { SIZE_LIMIT } from './limits'

/** A project with the files it refers to, by SHA-256. */
export interface ProjectBundle {
  project: Project
  files: Map<string, Uint8Array>
}

/** Largest unpacked size of the document, of one imported file, and of all of them, bytes. */
const LARGEST_DOCUMENT = 24 * 1024 * 1024
const LARGEST_FILE = SIZE_LIMIT
const LARGEST_TOTAL = 400 * 1024 * 1024

/** Ending of a project saved as one file. */
export const PROJECT_ENDING = '.anorak.zip'

/** Packs a project as one ZIP: `project.json` and `files/<SHA-256>`. */
export function packProject({ project, files }: ProjectBundle): Uint8Array {
  const entries: Record<string, Uint8Array> = { 'project.json': strToU8(writeProject(project)) }
  for (const [sha, bytes] of files) entries[`files/${sha}`] = bytes
  return zipSync(entries, { level: 6 })
}

/**
 * Unpacks a project file: first the document, then of the files just those that it refers to. Nothing is unfolded that
 * says it is too large, and what is large is unfolded in a thread of its own.
 * Errors: not-a-project, too-large, and those of the document
 */
export async function unpackProject(bytes: Uint8Array): Promise<Result<ProjectBundle>> {
  const document = await entries(bytes, (name) => name === 'project.json', LARGEST_DOCUMENT)
  if (!document.ok) return document
  const text = document.value['project.json']
  if (!text) return fail('not-a-project', 'This is not a project file: it holds no project.json.')
  const project = readProject(strFromU8(text))
  if (!project.ok) return project
  const wanted = new Set(filesOf(project.value).map((f) => `files/${f.file}`))
  const found = await entries(bytes, (name) => wanted.has(name), LARGEST_FILE)
  if (!found.ok) return found
  const files = new Map(Object.entries(found.value).map(([name, content]) => [name.slice('files/'.length), content]))
  return ok({ project: project.value, files })
}

function entries(
  bytes: Uint8Array,
  isWanted: (name: string) => boolean,
  largest: number,
): Promise<Result<Record<string, Uint8Array>>> {
  let total = 0
  let tooLarge = false
  const filter = ({ name, originalSize }: { name: string; originalSize: number }) => {
    if (tooLarge || !isWanted(name)) return false
    total += originalSize
    tooLarge = originalSize > largest || total > LARGEST_TOTAL
    return !tooLarge
  }
  return new Promise((resolve) => {
    const done = (error: unknown, found: Record<string, Uint8Array>) =>
      resolve(
        tooLarge
          ? fail('too-large', 'The project file unpacks to more than this program takes in.')
          : error
            ? fail('not-a-project', 'This is not a project file: it is no readable ZIP.')
            : ok(found),
      )
    try {
      unzip(bytes, { filter }, done)
    } catch (error) {
      done(error, {})
    }
  })
}
