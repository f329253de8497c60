import type { Vec2 } from '../geometry/vec'
import { arc, line, type Profile, type Segment } from './segment'

/** A piece with all its points moved by something that keeps lengths; `mirrored` if it turns left to right. */
export const moved = (s: Segment, by: (p: Vec2) => Vec2, mirrored = false, id = s.id): Segment =>
  s.kind === 'line' ? line(by(s.a), by(s.b), id) : arc(by(s.a), by(s.b), by(s.centre), s.ccw !== mirrored, id)

/** A region moved by something that keeps lengths and does not turn left to right. */
export const movedProfile = ({ loops }: Profile, by: (p: Vec2) => Vec2): Profile => ({
  loops: loops.map((loop) => loop.map((s) => moved(s, by))),
})
