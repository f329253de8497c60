/** Something round that was drawn so large and read on the print; 0 where it was not read. mm across. */
export interface Sized {
  drawn: number
  read: number
}

/** How much printed sizes are off in the middle, mm across, and within how much of that all are. */
export interface Off {
  by: number
  within: number
}

/** What readings further from the drawn size than this are: slips, mm. */
const SLIP = 1.5

/**
 * How much smaller than drawn holes come out, and how much larger outsides; with what is to be said of it. Nothing of
 * what was not read.
 */
export function sizesLearnt(
  holes: readonly Sized[],
  posts: readonly Sized[],
): { holes?: Off; outsides?: Off; says: string[] } | undefined {
  const seen = [...holes, ...posts].filter((s) => s.read > 0)
  if (seen.length === 0) return undefined
  const slips = seen.filter((s) => Math.abs(s.read - s.drawn) > SLIP)
  const [smaller, larger] = [offOf(holes, -1), offOf(posts, 1)]
  return {
    ...(smaller ? { holes: smaller } : {}),
    ...(larger ? { outsides: larger } : {}),
    says: [
      ...(smaller ? [`Holes come out ${said(smaller, 'smaller', 'larger')}.`] : []),
      ...(larger ? [`Outsides come out ${said(larger, 'larger', 'smaller')}.`] : []),
      ...slips.map((s) => `A reading of ${s.read} at what was drawn as ${s.drawn} is a slip, and left out.`),
    ],
  }
}

function offOf(all: readonly Sized[], sign: 1 | -1): Off | undefined {
  const off = all.filter((s) => s.read > 0 && Math.abs(s.read - s.drawn) <= SLIP).map((s) => sign * (s.read - s.drawn))
  if (off.length === 0) return undefined
  const mean = off.reduce((a, b) => a + b) / off.length
  return { by: Math.round(100 * mean) / 100, within: Math.max(...off.map((v) => Math.abs(v - mean))) }
}

const said = ({ by, within }: Off, more: string, less: string): string =>
  by === 0 ? 'as they are drawn' : `${Math.abs(by).toFixed(2)} mm ${by > 0 ? more : less} across than drawn, within ${within.toFixed(2)}` // prettier-ignore
