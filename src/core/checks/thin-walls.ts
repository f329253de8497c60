import type { Project } from '../document/schema'
import type { SurfaceTag } from '../kernel/surface'
import { stepKindNamed } from '../steps/registry'
import { formatLength } from '../units/length'
import type { Check, Finding } from './finding'
import { type ThinSpot, thinSpots } from './thin-pairs'

/** Thickness this little under the limit still prints as two lines, mm. */
const SLACK = 0.06
/** The most that is said of one part. */
const MOST = 6

/** A wall holds from two line widths on. */
export const thinWalls: Check = ({ build, project }) => {
  const least = 2 * project.printer.line
  return build.parts.flatMap((part) => {
    const between = new Map<string, ThinSpot>()
    for (const spot of thinSpots(part.mesh, least - SLACK)) {
      const words = wordsFor(spot, part.mesh.surfaces, project)
      const known = between.get(words)
      if (!known || spot.thickness < known.thickness) between.set(words, spot)
    }
    const thinnest = [...between].sort(([, a], [, b]) => a.thickness - b.thickness).slice(0, MOST)
    return thinnest.map(([words, { thickness, place }]): Finding => ({
      check: 'thin-wall',
      weight: 'look',
      title: `${part.name} is ${formatLength(thickness)} mm thin ${words}.`,
      text: `With a ${formatLength(project.printer.line)} mm line that is less than two lines (${formatLength(least)} mm). More room between the two would make it hold.`,
      parts: [part.id],
      place,
    }))
  })
}

/** Where it is, in words: between which surfaces, as their kinds call them. */
function wordsFor({ surfaces: [a, b] }: ThinSpot, surfaces: readonly SurfaceTag[], project: Project): string {
  const [s, t] = [a, b].map((i) => called(surfaces[i]!, project)).sort()
  return s === t ? `at the ${s}` : `between the ${s} and the ${t}`
}

function called({ step, role }: SurfaceTag, { steps }: Project): string {
  const kind = stepKindNamed(steps.find((s) => s.id === step)?.kind ?? '')
  return kind?.surfaces?.[role]?.called ?? role.split(':')[0]!
}
