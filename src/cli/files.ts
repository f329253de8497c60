import { createHash } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { setFlagsFromString } from 'node:v8'
import type { OpenCascadeInstance } from 'replicad-opencascadejs'
import { importedFiles } from '../core/document/imported-files'
import { readProject } from '../core/sheet/read-project'
import type { Project } from '../core/document/schema'
import { unpackProject } from '../core/formats/project-file'
import { type Imported, readFile } from '../core/formats/read-file'
import type { ImportedModel } from '../core/references/model'
import type { Picture } from '../core/photo/picture'
import { expectOk, raise } from '../core/result'

export const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

export function readBytes(file: string): Uint8Array {
  try {
    return readFileSync(file)
  } catch (error) {
    return raise(
      'no-file',
      `${file} cannot be read: ${(error as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file.' : (error as Error).message}`,
    )
  }
}

const quiet = { print: () => {}, printErr: () => {} }
let kernel: Promise<OpenCascadeInstance> | undefined

/**
 * The STEP kernel can be started once a process. Its 22 MB are compiled the quick way: what the thorough way takes longer
 * is more than most files take to be read.
 */
const startKernel = () => (kernel ??= startOnce())

async function startOnce(): Promise<OpenCascadeInstance> {
  const { default: initKernel } = await import('replicad-opencascadejs')
  setFlagsFromString('--liftoff-only')
  try {
    return await initKernel(quiet)
  } finally {
    setFlagsFromString('--no-liftoff-only')
  }
}

/** The bytes of a file; a board in IDF together with the library beside it. */
export function readWhole(file: string): Uint8Array {
  const library = file.replace(/\.(emn|brd|bdf|idf)$/i, (_, ending: string) => (ending === 'EMN' ? '.EMP' : '.emp'))
  const bytes = readBytes(file)
  return library !== file && existsSync(library) ? joinBytes(bytes, readBytes(library)) : bytes
}

export const importFile = async (bytes: Uint8Array, name: string): Promise<Imported> =>
  expectOk(await readFile(bytes, name, { startKernel, decode: decodePicture }))

/** Reads a file that must hold solids. */
export async function importSolids(bytes: Uint8Array, name: string): Promise<ImportedModel> {
  const imported = await importFile(bytes, name)
  return imported.holds === 'solids'
    ? imported.model
    : raise('no-solid', `${name} is a drawing, without solids. A case needs a board in STEP or IDF.`)
}

/** Decodes a PNG or JPEG, turned as Exif says; rejects where it is damaged. */
export async function decodePicture(bytes: Uint8Array): Promise<Picture> {
  const { default: sharp } = await import('sharp')
  const { data, info } = await sharp(bytes, { failOn: 'truncated' })
    .autoOrient()
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data }
}

const joinBytes = (a: Uint8Array, b: Uint8Array): Uint8Array => Buffer.concat([a, Buffer.from('\n'), b])

/** Loads a saved project: one ZIP, or a project.json with its imported files beside it. */
export async function loadProject(
  file: string,
): Promise<{ project: Project; models: Map<string, ImportedModel>; files: Map<string, Uint8Array> }> {
  const bytes = readBytes(file)
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b
  const { project, files } = isZip ? expectOk(await unpackProject(bytes)) : besides(file, bytes)
  const models = new Map<string, ImportedModel>()
  for (const reference of project.references) {
    const content = files.get(reference.file)
    if (!content) return raise('no-file', `The project refers to ${reference.fileName}, which is not with it.`)
    const actual = sha256(content)
    if (actual !== reference.file)
      return raise(
        'wrong-file',
        `${reference.fileName} is not the file the project was made with: its SHA-256 is ${actual}.`,
      )
    if (!models.has(actual)) models.set(actual, await importSolids(content, reference.fileName))
  }
  return { project, models, files }
}

function besides(file: string, bytes: Uint8Array): { project: Project; files: Map<string, Uint8Array> } {
  const project = expectOk(readProject(new TextDecoder().decode(bytes)))
  return {
    project,
    files: new Map(importedFiles(project).map((f) => [f.file, readBytes(besideOrShipped(file, f.fileName))])),
  }
}

/** An imported file beside its project; those that ship with the demo need not lie there. */
function besideOrShipped(project: string, name: string): string {
  const beside = join(dirname(project), name)
  if (existsSync(beside)) return beside
  const demo = join(dirname(fileURLToPath(import.meta.url)), '../../demo')
  const shipped = ['boards', 'bracket', 'hinge'].map((folder) => join(demo, folder, basename(name)))
  return shipped.find(existsSync) ?? beside
}
