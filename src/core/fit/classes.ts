/** Fit classes, tightest first, as the ledger and the sheet name them. */
export const FIT_CLASSES = { press: 'press', snug: 'snug', sliding: 'sliding', loose: 'loose' } as const
export type FitClass = keyof typeof FIT_CLASSES

/** Gaps at or under a press fit's hold by friction; this much is allowed on top for measuring, mm. */
export const PRESS_SLACK = 0.02
