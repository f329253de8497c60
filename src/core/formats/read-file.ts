import { fail, ok, type Result } from '../result'
import type { ImportedOutline } from '../outlines/outline'
import type { ImportedModel } from '../references/model'
import { detectFormat, type FileFormat } from './detect'
import { readDxf } from './dxf/read-dxf'
import { readIdf } from './idf/read-idf'
import { type RawModel, meshModel } from './mesh-model'
import { readObj } from './obj/read-obj'
import { readStep, type ImportProgress, type StartKernel } from './step/read-step'
import { readStl } from './stl/read-stl'
import { readSvg } from './svg/read-svg'
import { read3mf } from './threemf/read-3mf'

/** What a file turned out to hold. */
export type Imported = { holds: 'solids'; model: ImportedModel } | { holds: 'outlines'; outline: ImportedOutline }

/**
 * Reads a file of any format Anorak knows. What is wrong with it comes back as a problem; nothing is thrown.
 * @param startKernel only called for STEP
 */
export async function readFile(
  bytes: Uint8Array,
  fileName: string,
  startKernel: StartKernel,
  onProgress: (progress: ImportProgress) => void = () => {},
): Promise<Result<Imported>> {
  const format = detectFormat(bytes, fileName)
  if (!format.ok) return format
  const name = fileName.replace(/\.[^.]+$/, '') || 'mesh'
  onProgress({ stage: 'Reading', share: 0.05 })
  await pause()
  switch (format.value) {
    case 'step':
      return solids(await readStep(bytes, startKernel, onProgress))
    case 'dxf':
    case 'svg': {
      const outline = format.value === 'dxf' ? readDxf(bytes) : readSvg(bytes)
      return outline.ok ? ok({ holds: 'outlines', outline: outline.value }) : outline
    }
    default:
      return solids(readMesh(format.value, bytes, name, onProgress))
  }
}

/** Lets a progress message out. */
const pause = () => new Promise((resolve) => setTimeout(resolve))

const solids = (model: Result<ImportedModel>): Result<Imported> =>
  model.ok ? ok({ holds: 'solids', model: model.value }) : model

function readMesh(
  format: Exclude<FileFormat, 'step' | 'dxf' | 'svg'>,
  bytes: Uint8Array,
  name: string,
  onProgress: (progress: ImportProgress) => void,
): Result<ImportedModel> {
  const recognise = (raw: RawModel, unit?: ImportedModel['unit']): Result<ImportedModel> => {
    const model = meshModel(format, raw, name, unit, (share) =>
      onProgress({ stage: 'Finding faces', share: 0.4 + 0.6 * share }),
    )
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
