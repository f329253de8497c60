import type { Line } from '../line'
import { arms } from './arms'
import { bridges } from './bridges'
import { edges } from './edges'
import { islands } from './islands'
import { leaning } from './leaning'
import { pauses } from './pauses'
import { pieces } from './pieces'
import { pins } from './pins'
import { scars } from './scars'
import { slits } from './slits'
import { supports } from './supports'
import { standing } from './standing'
import { thickness } from './thickness'

/** What is said of a part, in this order. */
export const LINES: readonly Line[] = [
  thickness,
  slits,
  edges,
  pins,
  arms,
  leaning,
  bridges,
  islands,
  supports,
  scars,
  standing,
  pieces,
  pauses,
]
