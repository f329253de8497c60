import * as Comlink from 'comlink'
import type { ImportProgress } from '@/core/formats/step/read-step'
import type { EarlyMesh } from '@/core/formats/early-mesh'
import type { Imported } from '@/core/formats/read-file'
import type { Result } from '@/core/result'
import type { ImportDesk } from '@/worker/import-desk.worker'

let desk: Comlink.Remote<ImportDesk> | undefined
let tickets = 0

/** Reads a file away from the page; `signal` stops it. */
export async function importFile(
  bytes: Uint8Array,
  fileName: string,
  onProgress: (progress: ImportProgress) => void,
  onMesh: (mesh: EarlyMesh) => void,
  signal: AbortSignal,
): Promise<Result<Imported>> {
  desk ??= Comlink.wrap<ImportDesk>(
    new Worker(new URL('../../worker/import-desk.worker.ts', import.meta.url), { type: 'module' }),
  )
  const ticket = tickets++
  signal.addEventListener('abort', () => void desk?.stop(ticket))
  return desk.read(ticket, bytes, fileName, Comlink.proxy(onProgress), Comlink.proxy(onMesh)) as Promise<
    Result<Imported>
  >
}
