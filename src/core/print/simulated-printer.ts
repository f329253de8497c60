import { type Printer, printerSchema } from '../document/schema'
import type { Tried } from './learnt'

/**
 * A stand-in for a printer and a maker with a test of gaps in hand: gaps come out tighter by a figure of its own, which nobody
 * is told. Its pins go into a hole by force from the middle between a press fit and none on, and so forth.
 */
export class SimulatedPrinter {
  constructor(
    /** mm per side; less than 0 where gaps come out wider. */
    private readonly tighter: number,
  ) {}

  /** One whose figure is made of a seed, between a gap that is wider by 0.03 and one that is tighter by 0.2. */
  static of(seed: number): SimulatedPrinter {
    const share = (Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) >>> 0) / 2 ** 32
    return new SimulatedPrinter(-0.03 + 0.23 * share)
  }

  /** How wide a gap comes out that is drawn so wide, mm per side. */
  printed(gap: number): number {
    return gap - this.tighter
  }

  /** A pin tried in holes of these gaps, as drawn: the first that it goes into by force, and that it slides into. */
  tries(gaps: readonly number[], each: number): Tried {
    const { press, sliding }: Printer['gaps'] = printerSchema.parse({}).gaps
    const first = (least: number) => gaps.find((g) => this.printed(g) >= least - 1e-9) ?? 0
    return { force: first(press), slides: first(sliding), each }
  }
}
