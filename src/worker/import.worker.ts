import * as Comlink from 'comlink'
import initKernel from 'replicad-opencascadejs'
import type { EarlyMesh } from '../core/formats/early-mesh'
import { readFile } from '../core/formats/read-file'
import type { ImportProgress } from '../core/formats/step/read-step'

const quiet = { print: () => {}, printErr: () => {} }

async function decode(bytes: Uint8Array): Promise<{ width: number; height: number }> {
  const bitmap = await createImageBitmap(new Blob([new Uint8Array(bytes)]))
  const { width, height } = bitmap
  bitmap.close()
  return { width, height }
}

/** Reads one file; the worker is ended afterwards, because the STEP kernel never gives its memory back. */
const importer = {
  read(
    bytes: Uint8Array,
    fileName: string,
    onProgress: (progress: ImportProgress) => void,
    onMesh: (mesh: EarlyMesh) => void,
  ) {
    const early = (mesh: EarlyMesh) =>
      onMesh(Comlink.transfer(mesh, [mesh.positions.buffer, mesh.normals.buffer] as ArrayBuffer[]))
    return readFile(bytes, fileName, { startKernel: () => initKernel(quiet), decode, onMesh: early }, onProgress)
  },
}

export type Importer = typeof importer
Comlink.expose(importer)
