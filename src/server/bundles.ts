import { filesOf } from '../core/document/imported-files'
import { packProject, unpackProject } from '../core/formats/project-file'
import { detectFormat } from '../core/formats/detect'
import { fail, ok, type Result } from '../core/result'
import type { Db } from './database'
import { readStored, shaOf, storeBytes } from './file-store'
import { createProject, openProject } from './projects'

/** A project with its imported files as one file. */
export function exportBundle(db: Db, folder: string, id: string): Result<{ name: string; bytes: Uint8Array }> {
  const open = openProject(db, id)
  if (!open.ok) return open
  const project = open.value.document
  const files = new Map<string, Uint8Array>()
  for (const { file, fileName } of filesOf(project)) {
    const bytes = readStored(folder, file)
    if (!bytes)
      return fail(
        'no-file',
        `The imported file ${fileName} is missing from the data folder. Drop it on the project once more.`,
      )
    if (shaOf(bytes) !== file)
      return fail(
        'damaged-file',
        `The imported file ${fileName} is damaged in the data folder. Drop it on the project once more.`,
      )
    files.set(file, bytes)
  }
  return ok({ name: project.name, bytes: packProject({ project, files }) })
}

/** Takes in a project file as a new project; nothing is stored unless all of it is sound. */
export async function importBundle(db: Db, folder: string, bytes: Uint8Array): Promise<Result<{ id: string }>> {
  const bundle = await unpackProject(bytes)
  if (!bundle.ok) return bundle
  const { project, files } = bundle.value
  for (const { file, fileName } of filesOf(project)) {
    const content = files.get(file)
    if (!content) return fail('no-file', `The project refers to ${fileName}, which is not in the project file.`)
    if (shaOf(content) !== file) return fail('wrong-file', `${fileName} in the project file is damaged.`)
    const known = detectFormat(content, fileName)
    if (!known.ok) return known
  }
  for (const { file } of filesOf(project)) storeBytes(db, folder, files.get(file)!)
  return ok(createProject(db, project))
}
