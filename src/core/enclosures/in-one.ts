import { raise } from '../result'
import type { Kernel, Solid } from '../kernel/kernel'
import type { Enclosure } from './enclosure'

/**
 * Errors: hangs (what of a case hangs from its roof, seen from below a height, and has nothing under it)
 * @param solid where the case lies flat
 * @param why not, for the maker: `and would be begun in the air`
 */
export function refuseHanging(e: Enclosure, solid: Solid, height: number, why: string, kernel: Kernel): void {
  const [, under] = kernel.split(solid, [0, 0, 1], height, 'looked at', 'cut')
  const hanging = kernel.bodies(under).find((b) => b.bounds().min[2] > e.bottom + 0.5)
  if (!hanging) return
  const { min, max } = hanging.bounds()
  const at = [0, 1].map((k) => ((min[k]! + max[k]!) / 2).toFixed(1))
  raise('hangs', `Something hangs from the roof near x ${at[0]}, y ${at[1]} mm, ${why}. With what holds down from the lid and guides of plungers switched off it can be had.`, 'case') // prettier-ignore
}
