/** How layers are laid, mm. */
export interface Layering {
  layer: number
  /** The lowest one, if that is another. */
  first?: number | undefined
}

/** Figures of heights, mm. */
const SLIGHT = 1e-6

/** The first end of a layer that is so far above the bed, or farther; mm, and how many layers lie below it. */
export function endOfLayer(height: number, { layer, first = layer }: Layering): { layers: number; height: number } {
  const more = Math.max(0, Math.ceil((height - first - SLIGHT) / layer))
  return { layers: 1 + more, height: first + more * layer }
}

/** The last end of a layer that is not above a height; none where that lies in the first layer. */
export function endBelow(
  height: number,
  { layer, first = layer }: Layering,
): { layers: number; height: number } | undefined {
  if (height < first - SLIGHT) return undefined
  const more = Math.floor((height - first + SLIGHT) / layer)
  return { layers: 1 + more, height: first + more * layer }
}
