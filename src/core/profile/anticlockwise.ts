import { loopArea } from './measure'
import { type Loop, reversedLoop, type Segment } from './segment'

/** A closed run so that what it goes round lies to its left. */
export const anticlockwise = (run: readonly Segment[]): Segment[] => [
  ...(loopArea(run as Loop) < 0 ? reversedLoop(run as Loop) : run),
]
