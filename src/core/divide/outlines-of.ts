import type { Vec2 } from '../geometry/vec'
import type { Kernel } from '../kernel/kernel'
import { offsetProfile } from '../profile/offset'
import { toPolygons } from '../profile/polygon'
import { gap2, type Profile } from '../profile/segment'
import { polygonProfile } from '../profile/shapes'
import { without } from '../profile/united'

/** Outlines of more pieces than this are worked on as chords: exact ones would take too long. */
const MANY = 120
/** How near chords are to what they stand for, and what is simplified of them, mm. */
const CHORDS = 0.002

/**
 * What can be done with sections of parts: exactly, where they are a few lines and arcs, else with the kernel's chords
 * within 0.002 mm. Sections of free surfaces have hundreds of pieces, and edges that all but lie on each other.
 */
export class Outlines {
  constructor(private readonly kernel: Kernel) {}

  /** Grown by a distance, mm, or shrunk; corners that open are rounded. */
  grown(region: Profile, by: number): Profile {
    if (region.loops.length === 0 || by === 0) return region
    const exact = isSmall(region) ? offsetProfile(region, by) : undefined
    return exact?.ok ? exact.value : chorded(this.kernel.flatOffset(polygonsOf(region), by, CHORDS))
  }

  /** What both have. */
  common(a: Profile, b: Profile): Profile {
    const rest = isSmall(a) && isSmall(b) ? without(a, b) : undefined
    const both = rest?.ok ? without(a, rest.value) : undefined
    return both?.ok ? both.value : chorded(this.kernel.flatCombined(polygonsOf(a), polygonsOf(b), 'common'))
  }

  /** What the first has and the second has not. */
  less(a: Profile, b: Profile): Profile {
    const rest = isSmall(a) && isSmall(b) ? without(a, b) : undefined
    return rest?.ok ? rest.value : chorded(this.kernel.flatCombined(polygonsOf(a), polygonsOf(b), 'less'))
  }

  /** Without what is narrower than twice a radius, and with corners rounded by it, inwards and outwards. */
  smoothed(region: Profile, radius: number): Profile {
    return [-radius, 2 * radius, -radius].reduce((now, by) => this.grown(now, by), region)
  }
}

const isSmall = ({ loops }: Profile): boolean => loops.reduce((sum, l) => sum + l.length, 0) <= MANY

const polygonsOf = (region: Profile) => toPolygons(region, CHORDS).map((p) => p.points)

/** Corners nearer to the one before are left out, mm: solids drawn out of them would weld them, and touch themselves there. */
const NEXT = 5e-4

const chorded = (polygons: readonly (readonly Vec2[])[]): Profile => ({
  loops: polygons.flatMap((all) => {
    const points: Vec2[] = []
    for (const p of all) if (points.length === 0 || gap2(points.at(-1)!, p) > NEXT) points.push(p)
    while (points.length > 1 && gap2(points[0]!, points.at(-1)!) <= NEXT) points.pop()
    return points.length < 3 ? [] : polygonProfile(points, points.map(() => 'edge')).loops // prettier-ignore
  }),
})
