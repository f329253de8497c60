import * as Comlink from 'comlink'
import type { ImportProgress } from '@/core/formats/step/read-step'
import type { EarlyMesh } from '@/core/formats/early-mesh'
import type { Imported } from '@/core/formats/read-file'
import { fail, type Result } from '@/core/result'
import type { Importer } from '@/worker/import.worker'

/** Reads a file in a worker of its own, which ends with the import or when `signal` says so. */
export async function importFile(
  bytes: Uint8Array,
  fileName: string,
  onProgress: (progress: ImportProgress) => void,
  onMesh: (mesh: EarlyMesh) => void,
  signal: AbortSignal,
): Promise<Result<Imported>> {
  const worker = new Worker(new URL('../../worker/import.worker.ts', import.meta.url), { type: 'module' })
  const stopped = new Promise<Result<Imported>>((resolve) => {
    signal.addEventListener('abort', () => resolve(fail('stopped', 'The import was stopped.')))
    worker.addEventListener('error', () =>
      resolve(fail('kernel', 'The reader stopped. The file may be too large for this browser.')),
    )
  })
  try {
    const importer = Comlink.wrap<Importer>(worker)
    const read = importer.read(bytes, fileName, Comlink.proxy(onProgress), Comlink.proxy(onMesh)) as Promise<
      Result<Imported>
    >
    return await Promise.race([read, stopped])
  } finally {
    worker.terminate()
  }
}
