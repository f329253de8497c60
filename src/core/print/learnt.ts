import { type Printer, printerSchema } from '../document/schema'

/** What a maker saw of a test of gaps; lengths mm, per side. */
export interface Tried {
  /** The least gap, as drawn, at which a pin goes into its hole by force, and at which it slides in by itself. */
  force: number
  slides: number
  /** How much more room each hole has than the one before. */
  each: number
}

/** What a printer is taught by it. */
export interface Learnt {
  /** How much tighter gaps come out than they are drawn, mm per side. */
  tighter: number
  /** Within so much. */
  within: number
  /** The gaps that come out as its fit classes mean them. */
  gaps: Printer['gaps']
}

/** What a printer can be taught, and how that is said. */
export interface Lesson {
  printer: Partial<Pick<Printer, 'gaps' | 'lean' | 'bridge' | 'wall' | 'holes' | 'outsides'>>
  says: string
}

/** Its gaps as a lesson. */
export const lessonOf = ({ gaps }: Pick<Learnt, 'gaps'>): Lesson => ({
  printer: { gaps },
  says: `So that fits come out as they are meant: ${Object.entries(gaps).map(([fit, gap]) => `${fit} ${gap}`).join(', ')}.`, // prettier-ignore
})

/** What fit classes mean where prints come out as they are drawn (trade figures). */
const MEANT = printerSchema.parse({}).gaps
/** Both figures disagree by more than this: something else than the gap has a part in it, mm. */
export const DISAGREE = 0.08

/**
 * Where prints come out as drawn, pins go in by force from a press fit on, and slide from a sliding one on: how much later both
 * come is how much tighter this printer prints. Nothing as long as it has not been tried.
 */
export function learntFrom({ force, slides, each }: Tried): Learnt | undefined {
  const later = [force > 0 ? force - MEANT.press : undefined, slides > 0 ? slides - MEANT.sliding : undefined].filter((v) => v !== undefined) // prettier-ignore
  if (later.length === 0) return undefined
  // The hole that was just too tight may have been so by nothing.
  const tighter = later.reduce((a, b) => a + b) / later.length - each / 2
  const within = Math.max(each / 2, ...later.map((v) => Math.abs(v - each / 2 - tighter)))
  return { tighter, within, gaps: gapsFor(tighter) }
}

/** The gaps to draw so that they come out as fit classes mean them, mm per side. */
export const gapsFor = (tighter: number): Printer['gaps'] =>
  Object.fromEntries(Object.entries(MEANT).map(([fit, gap]) => [fit, Math.round(100 * (gap + tighter) + 1e-6) / 100])) as Printer['gaps'] // prettier-ignore
