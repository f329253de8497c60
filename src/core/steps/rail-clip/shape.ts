import type { Vec2 } from '../../geometry/vec'
import { polygonProfile, rectangle } from '../../profile/shapes'
import type { Profile } from '../../profile/segment'

/** A mounting rail across: half of its width, how thick and how wide its lips are, and how deep it is behind their front, mm. Source: EN 60715, TH 35-7.5. */
export const RAIL = { half: 17.5, lip: 1, wide: 4, deep: 7.5 } as const

/** How far the rigid hook reaches behind its lip, how thick it and its wall are, and the catch at its tip, mm. */
const [HOOK, HOOK_THICK, HOOK_WALL, TIP] = [1.5, 2, 3, 0.6] as const
/** What stands on the rail leaves the arm so much to move, mm. */
const ASIDE = 0.5
/** The end of the arm that is pulled at, mm. */
const PULL = { long: 3, thick: 1.6 } as const

/** Sizes of a clip, mm; heights are over the face that it is put on. */
export interface ClipSizes {
  plate: number
  /** The front of the rail, and the backs of its hook and its catch. */
  front: number
  back: number
  /** The end of the arm. */
  end: number
  gap: number
  thick: number
  overlap: number
}

export function clipSizes(v: {
  plate: number
  long: number
  gap: number
  play: number
  thick: number
  overlap: number
  lead: number
}): ClipSizes {
  // prettier-ignore
  const back = v.plate + v.long
  const slope = (v.overlap + v.gap) / Math.tan((v.lead * Math.PI) / 180)
  return { ...v, back, front: back - RAIL.lip - v.play, end: back + TIP + slope }
}

/** How deep behind the front of the rail the clip reaches, mm. */
export const reachBehind = ({ front, back, end }: ClipSizes): number => Math.max(end, back + HOOK_THICK) - front

/** The outline of a clip: along across the rail, up out of the face. It is rigid to the right and gives way to the left. */
export function clipProfile({ plate, front, back, end, gap, thick, overlap }: ClipSizes): Profile {
  const { half, wide } = RAIL
  const [arm, wall] = [-half - gap, half + gap]
  const out = arm - thick
  const corners: (readonly [Vec2, string])[] = [
    [[out, 0], 'face'],
    [[wall + HOOK_WALL, 0], 'outside'],
    [[wall + HOOK_WALL, back + HOOK_THICK], 'end'],
    [[half - HOOK, back + HOOK_THICK], 'end'],
    [[half - HOOK, back], 'hook'],
    [[wall, back], 'edge'],
    [[wall, front], 'seat'],
    [[half - wide, front], 'shoulder'],
    [[half - wide, plate], 'plate'],
    [[wide - half, plate], 'shoulder'],
    [[wide - half, front], 'seat'],
    [[ASIDE - half, front], 'shoulder'],
    [[ASIDE - half, plate], 'plate'],
    [[arm, plate], 'arm'],
    [[arm, back], 'catch'],
    [[overlap - half, back], 'tip'],
    [[overlap - half, back + TIP], 'lead'],
    [[arm, end], 'end'],
    [[out - PULL.long, end], 'end'],
    [[out - PULL.long, end - PULL.thick], 'pull'],
    [[out, end - PULL.thick], 'outside'],
  ]
  return polygonProfile(corners.map(([at]) => at), corners.map(([, id]) => id)) // prettier-ignore
}

/** The lips of the rail, where they are once it is clipped on. */
export const railProfile = ({ front }: ClipSizes): Profile => ({
  loops: [-1, 1].flatMap((side) => {
    const [a, b] = [side * RAIL.half, side * (RAIL.half - RAIL.wide)]
    return rectangle(Math.min(a, b), front, Math.max(a, b), front + RAIL.lip).loops
  }),
})
