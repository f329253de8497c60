import type { Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'

/** A small body round a place, to ask of other bodies what they have there. @param r half of its width, mm */
export const speck = (kernel: Kernel, [x, y, z]: Vec3, r: number): Solid => kernel.around([x - r, y, z, x + r, y, z, x, y - r, z, x, y + r, z, x, y, z - r, x, y, z + r]) // prettier-ignore
