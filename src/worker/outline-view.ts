import type { ResolvedOutline } from '../core/references/resolve-outline'
import type { ProjectOutline } from '../core/document/schema'
import { chordCount } from '../core/profile/polygon'
import { pointAt, type Segment } from '../core/profile/segment'
import type { Result } from '../core/result'

/** An outline for the lists and the scene. */
export interface OutlineView extends Omit<ResolvedOutline, 'profile' | 'open'> {
  /** Pairs of ends of short lines, x y z, mm. */
  lines: Float32Array
  loops: number
  openRuns: number
  /** Changes when anything about it does. */
  key: string
}

/** Chords stay this near to arcs, mm. */
const CHORD = 0.01

/** What an outline depends on: what the document says of it, and what its formulas come to. */
export function outlineKey(outline: ProjectOutline, value: (formula: string) => Result<number>): string {
  if (outline.kind === 'drawing') return JSON.stringify(outline)
  const { calibration, checks, sizes } = outline.photo
  const scale = calibration?.kind === 'length' ? [calibration.length] : calibration ? [calibration.width, calibration.height] : [] // prettier-ignore
  return JSON.stringify([outline, [...scale, ...[...checks, ...sizes].map((s) => s.length)].map(value)])
}

export function outlineView({ profile, open, ...rest }: ResolvedOutline, key: string): OutlineView {
  const ends: number[] = []
  const draw = (s: Segment) => {
    const count = chordCount(s, CHORD)
    for (let i = 0; i < count; i++) {
      const [a, b] = [pointAt(s, i / count), pointAt(s, (i + 1) / count)]
      ends.push(a[0], a[1], 0, b[0], b[1], 0)
    }
  }
  for (const run of [...profile.loops, ...open]) run.forEach(draw)
  return { ...rest, lines: Float32Array.from(ends), loops: profile.loops.length, openRuns: open.length, key }
}
