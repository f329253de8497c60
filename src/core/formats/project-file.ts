import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { readProject, writeProject } from '../sheet/read-project'
import type { Project } from '../document/schema'
import { fail, ok, type Result } from '../result'

/** A project with the files it refers to, by SHA-256. */
export interface ProjectBundle {
  project: Project
  files: Map<string, Uint8Array>
}

/** Largest unpacked size of one file in a bundle, and of all, bytes. */
const LARGEST_FILE = 250 * 1024 * 1024
const LARGEST_TOTAL = 1024 * 1024 * 1024

/** Ending of a project saved as one file. */
export const PROJECT_ENDING = '.anorak.zip'

/** Packs a project as one ZIP: `project.json` and `files/<SHA-256>`. */
export function packProject({ project, files }: ProjectBundle): Uint8Array {
  const entries: Record<string, Uint8Array> = { 'project.json': strToU8(writeProject(project)) }
  for (const [sha, bytes] of files) entries[`files/${sha}`] = bytes
  return zipSync(entries, { level: 6 })
}

/**
 * Unpacks a project file. Files whose name is no SHA-256 are ignored; their contents are checked by the caller.
 * Errors: not-a-project, too-large, and those of the document
 */
export function unpackProject(bytes: Uint8Array): Result<ProjectBundle> {
  let total = 0
  let tooLarge = false
  let entries: Record<string, Uint8Array>
  try {
    entries = unzipSync(bytes, {
      filter: (file) => {
        const wanted = file.name === 'project.json' || /^files\/[0-9a-f]{64}$/.test(file.name)
        if (!wanted) return false
        total += file.originalSize
        if (file.originalSize > LARGEST_FILE || total > LARGEST_TOTAL) tooLarge = true
        return !tooLarge
      },
    })
  } catch {
    return fail('not-a-project', 'This is not a project file: it is no readable ZIP.')
  }
  if (tooLarge) return fail('too-large', 'The project file unpacks to more than this program takes in.')
  const text = entries['project.json']
  if (!text) return fail('not-a-project', 'This is not a project file: it holds no project.json.')
  const project = readProject(strFromU8(text))
  if (!project.ok) return project
  const files = new Map(
    Object.entries(entries)
      .filter(([name]) => name.startsWith('files/'))
      .map(([name, content]) => [name.slice(6), content]),
  )
  return ok({ project: project.value, files })
}
