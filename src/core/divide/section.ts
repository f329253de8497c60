import type { Pointable } from '../faces/resolve'
import { sectionOutline } from '../faces/section-outline'
import { invert, type Placement } from '../geometry/placement'
import { chain } from '../outlines/chain'
import { nested } from '../outlines/drawing'
import type { Profile } from '../profile/segment'

/** Ends of the pieces of a section are joined over so much, mm. */
const REACH = 0.02

/** What of a part is solid on a frame's plane, on that. */
export const sectionOf = (on: Pointable, frame: Placement): Profile => nested(chain(sectionOutline(on, invert(frame), 0), REACH).closed) // prettier-ignore
