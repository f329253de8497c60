/** Where a maker standing at the printer looks from. */
export type Direction = 'top' | 'bottom' | 'front' | 'back' | 'left' | 'right' | 'corner'

/** Towards the eye. */
export const LOOK_FROM: Record<Direction, [number, number, number]> = {
  top: [0, -0.0001, 1],
  bottom: [0, -0.0001, -1],
  front: [0, -1, 0],
  back: [0, 1, 0],
  left: [-1, 0, 0],
  right: [1, 0, 0],
  corner: [0.62, -1, 0.78],
}
