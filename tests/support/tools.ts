import type { ReadTools } from '../../src/core/formats/read-file'

/** For files that need neither the STEP kernel nor a decoder. */
export const noTools: ReadTools = {
  startKernel: () => Promise.reject(new Error('not needed')),
  decode: () => Promise.reject(new Error('not needed')),
}
