import * as Comlink from 'comlink'
import type { ImportProgress } from '@/core/formats/step/read-step'
import type { ImportedModel } from '@/core/references/model'
import { fail, type Result } from '@/core/result'
import type { Importer } from '@/worker/import.worker'

/** Reads a STEP file in a worker of its own, which ends with the import or when `signal` says so. */
export async function importStep(
  bytes: Uint8Array,
  onProgress: (progress: ImportProgress) => void,
  signal: AbortSignal,
): Promise<Result<ImportedModel>> {
  const worker = new Worker(new URL('../../worker/import.worker.ts', import.meta.url), { type: 'module' })
  const stopped = new Promise<Result<ImportedModel>>((resolve) => {
    signal.addEventListener('abort', () => resolve(fail('stopped', 'The import was stopped.')))
    worker.addEventListener('error', () =>
      resolve(fail('kernel', 'The STEP reader stopped. The file may be too large for this browser.')),
    )
  })
  try {
    const importer = Comlink.wrap<Importer>(worker)
    const read = importer.read(bytes, Comlink.proxy(onProgress)) as Promise<Result<ImportedModel>>
    return await Promise.race([read, stopped])
  } finally {
    worker.terminate()
  }
}
