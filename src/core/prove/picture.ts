/** What a check looks like on a part: triangles laid over it with a figure at each corner. */
export interface Picture {
  /** Nine numbers a triangle, mm, in the project's frame. */
  positions: Float32Array
  /** At each corner: mm, or degrees. */
  values: Float32Array
}

/** What is drawn as a picture. */
export type PictureKind = 'material' | 'air' | 'leans'

/** A picture's figures fall into bands: each up to its bound, the one that matters most first. */
export interface Band {
  from: number
  to: number
  words: string
}

/** The bands of a picture for a printer: of walls and slits by its lines, of what leans out by degrees. */
export function bandsOf(kind: PictureKind, line: number, say: (mm: number) => string): Band[] {
  if (kind === 'leans')
    return [
      { from: 85, to: 91, words: 'a flat roof' },
      { from: 60, to: 85, words: 'leans out over 60°' },
      { from: 45, to: 60, words: '45° to 60°' },
    ]
  const bounds = kind === 'material' ? [1, 2, 3] : [0.5, 1]
  return bounds.map((n, i) => {
    const from = (bounds[i - 1] ?? 0) * line
    return { from, to: n * line, words: i === 0 ? `under ${say(n * line)}` : `${say(from)} to ${say(n * line)}` }
  })
}
