import { apply } from '../../geometry/placement'
import { sizes } from '../../mesh/facts'
import { formatArea } from '../../units/length'
import type { Line } from '../line'
import { tipsAt } from '../tips-at'

/** Leaning by less than this it falls, or is knocked over by the nozzle, degrees. */
const STEADY = 5
/** Less than this does not stay on the bed, mm2. */
const HOLDS = 12

/** How the part stands on the bed. */
export const standing: Line = ({ layers, lies, project: { unit }, say }) => {
  const [foot] = layers
  const { middle } = sizes(lies.positions, lies.indices)
  const [area, tips] = [foot?.area ?? 0, tipsAt(foot?.outlines ?? [], middle)]
  const falls = tips < STEADY
  const look = falls || area < HOLDS
  return {
    id: 'standing',
    about: 'On the bed',
    says: `It is ${say(lies.size[2])} high on ${formatArea(area, unit)}${falls ? (tips < 0 ? ', and its middle is not over them' : `, and falls when it leans by ${tips.toFixed(1)}°`) : ''}.`,
    verdict: look ? 'look' : 'fine',
    ...(look ? { mends: 'It may come off while it prints: lay it on a larger face, or give it a brim.' } : {}),
    places: look ? [{ says: 'its middle', at: apply(lies.back, middle) }] : [],
  }
}
