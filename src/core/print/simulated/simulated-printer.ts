import { cameOut } from './came-out'
import { type Printer, printerSchema } from '../../document/schema'
import type { Tried } from '../learnt'

/**
 * A stand-in for a printer that lays its lines a little too wide, presses its lowest layer out and lets parts shrink; and
 * for a maker with a test of gaps in hand: gaps come out tighter by a figure of its own, which nobody
 * is told. Its pins go into a hole by force from the middle between a press fit and none on, and so forth.
 */
export class SimulatedPrinter {
  constructor(
    /** mm per side; less than 0 where gaps come out wider. */
    private readonly tighter: number,
    private readonly spread = 0,
    private readonly shrink = 0,
  ) {}

  /** One whose figure is made of a seed, between a gap that is wider by 0.03 and one that is tighter by 0.2. */
  static of(seed: number): SimulatedPrinter {
    const share = (salt: number) => (Math.imul(seed ^ salt, 0x85ebca6b) >>> 0) / 2 ** 32
    return new SimulatedPrinter(-0.03 + 0.23 * share(0x9e3779b9), 0.2 * share(0x7f4a7c15), 0.002 * share(0x2545f491))
  }

  /**
   * What comes off its bed of a mesh that lies on it.
   * @param first height of the lowest layer, mm
   * @param trimmed what is pressed out of that is taken off with a knife
   */
  prints(positions: ArrayLike<number>, indices: ArrayLike<number>, first: number, trimmed = false) {
    // Between two walls that are printed half of what the gap loses is each one's.
    return cameOut(positions, indices, {
      out: this.tighter / 2,
      spread: trimmed ? 0 : this.spread,
      first,
      shrink: this.shrink,
    })
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
