import { formatLength } from '../units/length'
import type { Check, Finding } from './finding'
import { type NarrowSpot, thinSpots } from '../prove/thin-spots'
import { betweenWords, isShallow } from '../prove/where-words'

/** Thickness this little under the limit still prints as two lines, mm. */
const SLACK = 0.06
/** The most that is said of one part. */
const MOST = 6

/** A wall holds from two line widths on. */
export const thinWalls: Check = ({ build, project }) => {
  const least = 2 * project.printer.line
  return build.parts.flatMap((part) => {
    const between = new Map<string, NarrowSpot>()
    for (const spot of thinSpots(part.mesh, least - SLACK)) {
      if (isShallow(spot.surfaces, part.mesh.surfaces, project)) continue
      const words = betweenWords(spot.surfaces, part.mesh.surfaces, project)
      const known = between.get(words)
      if (!known || spot.apart < known.apart) between.set(words, spot)
    }
    const thinnest = [...between].sort(([, a], [, b]) => a.apart - b.apart).slice(0, MOST)
    return thinnest.map(([words, { apart, place }]): Finding => ({
      check: 'thin-wall',
      weight: 'look',
      title: `${part.name} is ${formatLength(apart)} mm thin ${words}.`,
      text: `With a ${formatLength(project.printer.line)} mm line that is less than two lines (${formatLength(least)} mm). More room between the two would make it hold.`,
      parts: [part.id],
      place,
    }))
  })
}
