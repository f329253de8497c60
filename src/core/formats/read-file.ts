import { fail, ok, type Result } from '../result'
import type { ImportedOutline } from '../outlines/outline'
import type { ImportedModel } from '../references/model'
import { detectFormat, type FileFormat } from './detect'
import type { EarlyMesh } from './early-mesh'
import { reading } from './limits'
import { type PictureHeader, readPictureHeader } from './picture/read-header'
import type { Picture } from '../photo/picture'
import { readDxf } from './dxf/read-dxf'
import { readIdf } from './idf/read-idf'
import { type RawModel, meshModel } from './mesh-model'
import { readObj } from './obj/read-obj'
import { readStep, type ImportProgress, type StartKernel } from './step/read-step'
import { readStl } from './stl/read-stl'
import { readSvg } from './svg/read-svg'
import { read3mf } from './threemf/read-3mf'

/** What a file turned out to hold. */
export type Imported =
  | { holds: 'solids'; model: ImportedModel }
  | { holds: 'outlines'; outline: ImportedOutline }
  | { holds: 'picture'; picture: PictureHeader }

/** What reading needs from where it runs. */
export interface ReadTools {
  /** Only called for STEP. */
  startKernel: StartKernel
  /** Decodes a picture, turned as Exif says; rejects where it is damaged. Only called for pictures. */
  decode: (bytes: Uint8Array) => Promise<Pick<Picture, 'width' | 'height'>>
  /** Given the triangles of a mesh as soon as they are read, before they are mended and their faces found. */
  onMesh?: ((mesh: EarlyMesh) => void) | undefined
}

/**
 * Reads a file of any format Anorak knows. What is wrong with it comes back as a problem; nothing is thrown.
 */
export async function readFile(
  bytes: Uint8Array,
  fileName: string,
  tools: ReadTools,
  onProgress: (progress: ImportProgress) => void = () => {},
): Promise<Result<Imported>> {
  const format = detectFormat(bytes, fileName)
  if (!format.ok) return format
  const name = fileName.replace(/\.[^.]+$/, '') || 'mesh'
  onProgress({ stage: 'Reading', share: 0.05 })
  await pause()
  switch (format.value) {
    case 'step':
      return solids(await readStep(bytes, tools.startKernel, onProgress))
    case 'dxf':
    case 'svg': {
      const outline = format.value === 'dxf' ? readDxf(bytes) : readSvg(bytes)
      return outline.ok ? ok({ holds: 'outlines', outline: outline.value }) : outline
    }
    case 'png':
    case 'jpeg': {
      const header = reading(() => readPictureHeader(bytes))
      return header.ok ? decoded(header.value, tools.decode(bytes)) : header
    }
    default:
      return solids(readMesh(format.value, bytes, name, onProgress, tools.onMesh))
  }
}

/** Lets a progress message out. */
const pause = () => new Promise((resolve) => setTimeout(resolve))

const solids = (model: Result<ImportedModel>): Result<Imported> =>
  model.ok ? ok({ holds: 'solids', model: model.value }) : model

async function decoded(header: PictureHeader, decoding: ReturnType<ReadTools['decode']>): Promise<Result<Imported>> {
  try {
    const { width, height } = await decoding
    return ok({ holds: 'picture', picture: { ...header, width, height } })
  } catch {
    return fail('damaged', 'The picture is damaged or cut short: its pixels cannot be read.')
  }
}

function readMesh(
  format: Extract<FileFormat, 'stl' | 'obj' | '3mf' | 'idf'>,
  bytes: Uint8Array,
  name: string,
  onProgress: (progress: ImportProgress) => void,
  onMesh: ReadTools['onMesh'],
): Result<ImportedModel> {
  const recognise = (raw: RawModel, unit?: ImportedModel['unit']): Result<ImportedModel> => {
    const onShare = (share: number) => onProgress({ stage: 'Finding faces', share: 0.4 + 0.6 * share })
    onProgress({ stage: 'Mending', share: 0.2 })
    const model = meshModel(format, raw, name, unit, onShare, onMesh)
    return model.shapes.every((s) => s.indices.length === 0)
      ? fail('empty', 'None of the triangles in this file has an area.')
      : ok(model)
  }
  switch (format) {
    case 'stl':
    case 'obj': {
      const raw = format === 'stl' ? readStl(bytes) : readObj(bytes)
      return raw.ok ? recognise(raw.value) : raw
    }
    case '3mf':
    case 'idf': {
      const read = format === '3mf' ? read3mf(bytes) : readIdf(bytes)
      return read.ok ? recognise(read.value.raw, read.value.unit) : read
    }
  }
}
