/** The unit a file's numbers are in, and how that is known. */
export interface FileUnit {
  name: string
  /** In words: `declared in the file`, or what the guess rests on. */
  from: string
  /** False where it is a guess that the maker may put right. */
  certain: boolean
}

/** The units files come in, mm each. */
export const FILE_UNITS = {
  um: 0.001,
  mm: 1,
  cm: 10,
  m: 1000,
  thou: 0.0254,
  in: 25.4,
  ft: 304.8,
  px: 25.4 / 96,
} as const
export type UnitName = keyof typeof FILE_UNITS
