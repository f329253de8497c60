const DIGITS = 1e6

/** Six decimals: what goes out as JSON. */
export const round = (v: number): number => Math.round(v * DIGITS) / DIGITS + 0
export const roundBox = (b: { min: readonly number[]; max: readonly number[] }) => [b.min.map(round), b.max.map(round)]
