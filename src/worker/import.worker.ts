import * as Comlink from 'comlink'
import initKernel from 'replicad-opencascadejs'
import { type ImportProgress, readStep } from '../core/formats/step/read-step'

const quiet = { print: () => {}, printErr: () => {} }

/** Reads one file; the worker is ended afterwards, because the STEP kernel never gives its memory back. */
const importer = {
  read: (bytes: Uint8Array, onProgress: (progress: ImportProgress) => void) =>
    readStep(bytes, () => initKernel(quiet), onProgress),
}

export type Importer = typeof importer
Comlink.expose(importer)
