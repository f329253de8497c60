import initKernel, { type OpenCascadeInstance } from 'replicad-opencascadejs'

const quiet = { print: () => {}, printErr: () => {} }
let kernel: Promise<OpenCascadeInstance> | undefined

/** The STEP kernel, which can be started once a process or test file. */
export const startQuietly = (): Promise<OpenCascadeInstance> => (kernel ??= initKernel(quiet))
