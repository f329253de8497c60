import * as Comlink from 'comlink'
import type { EarlyMesh } from '../core/formats/early-mesh'
import type { Imported } from '../core/formats/read-file'
import type { ImportProgress } from '../core/formats/step/read-step'
import { fail, type Result } from '../core/result'
import type { Importer } from './import.worker'

const stops = new Map<number, (why: Result<Imported>) => void>()

/**
 * Hands each file to a reader of its own and ends it afterwards. This happens here because whoever ends a worker has to
 * wait until its memory is taken down, half a second for the STEP kernel's, and the page must not.
 */
const desk = {
  async read(
    ticket: number,
    bytes: Uint8Array,
    fileName: string,
    onProgress: (progress: ImportProgress) => void,
    onMesh: (mesh: EarlyMesh) => void,
  ): Promise<Result<Imported>> {
    const reader = new Worker(new URL('./import.worker.ts', import.meta.url), { type: 'module' })
    const stopped = new Promise<Result<Imported>>((resolve) => {
      stops.set(ticket, resolve)
      reader.addEventListener('error', () =>
        resolve(fail('kernel', 'The reader stopped. The file may be too large for this browser.')),
      )
    })
    const early = (mesh: EarlyMesh) =>
      onMesh(Comlink.transfer(mesh, [mesh.positions.buffer, mesh.normals.buffer] as ArrayBuffer[]))
    try {
      const read = Comlink.wrap<Importer>(reader).read(
        Comlink.transfer(bytes, [bytes.buffer as ArrayBuffer]),
        fileName,
        Comlink.proxy(onProgress),
        Comlink.proxy(early),
      ) as Promise<Result<Imported>>
      return await Promise.race([read, stopped])
    } finally {
      stops.delete(ticket)
      // The answer goes out first.
      setTimeout(() => reader.terminate())
    }
  },

  stop(ticket: number): void {
    stops.get(ticket)?.(fail('stopped', 'The import was stopped.'))
  },
}

export type ImportDesk = typeof desk
Comlink.expose(desk)
