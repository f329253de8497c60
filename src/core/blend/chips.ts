import type { Kernel, Solid } from '../kernel/kernel'

/** A solid without its loose pieces under a volume, mm3: what chords leave beside each other when solids are cut. */
export function withoutChips(kernel: Kernel, solid: Solid, under: number): Solid {
  // The inside of a closed cavity is no piece: its volume is less than 0.
  const chips = kernel.bodies(solid).filter((b) => b.volume() > 0 && b.volume() < under)
  return chips.length > 0 ? kernel.subtract(solid, chips) : solid
}
