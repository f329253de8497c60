import type { SavedPlace } from '@/core/fields/place'
import type { Drawn } from '@/core/fields/drawn-shape'
import type { Vec2 } from '@/core/geometry/vec'
import { pointWords } from '../store/drawing-state'

/** Where a point that is being put would come to lie, and how the document keeps it. */
export interface Snapped {
  at: Vec2
  place: SavedPlace
  /** What it has caught on, in words. */
  on?: string
}

const STEPS = [0.01, 0.05, 0.1, 0.5, 1, 5, 10, 50]
/** Steps are at least this far apart on the screen, pixels. */
const FINEST = 5

/** The step that places go by at a magnification, mm. */
export const stepAt = (pixelsPerMm: number): number => STEPS.find((s) => s * pixelsPerMm >= FINEST) ?? STEPS.at(-1)!

/**
 * A point of an earlier shape or the datum if one is within reach: that makes a tie. Otherwise the nearest whole step, or
 * none with `free`.
 * @param reach mm
 */
export function snapped(
  at: Vec2,
  drawn: readonly Drawn[],
  letter: (shape: string) => string,
  { reach, step, free }: { reach: number; step: number; free: boolean },
): Snapped {
  const marks = [
    { from: '', p: [0, 0] as Vec2, on: 'the datum' },
    ...drawn.flatMap((d) =>
      Object.entries(d.points).map(([name, p]) => ({ from: `${d.id}.${name}`, p, on: pointWords(letter(d.id), name) })),
    ),
  ]
  const off = (p: Vec2) => Math.hypot(p[0] - at[0], p[1] - at[1])
  const near = marks.filter((m) => off(m.p) <= reach).sort((a, b) => off(a.p) - off(b.p))[0]
  if (near && !free) return { at: near.p, on: near.on, place: { along: '0', up: '0', from: near.from } }
  const to = (v: number) => (free ? Math.round(v * 100) / 100 : Math.round(Math.round(v / step) * step * 1000) / 1000)
  const [along, up] = [to(at[0]), to(at[1])]
  return { at: [along, up], place: { along, up, from: '' } }
}
