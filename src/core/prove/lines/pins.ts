import { slimPins, SNAPS } from '../pins'
import type { Line } from '../line'

const MOST = 6

/** Thin pieces that stand free, which snap along their layers. */
export const pins: Line = ({ kernel, layers, say, place }) => {
  const found = slimPins(kernel, layers).sort((a, b) => (b.to - b.from) / b.across - (a.to - a.from) / a.across)
  const [slim] = found
  return {
    id: 'pins',
    about: 'Pins and legs',
    says: slim
      ? `${found.length} stand free under ${say(SNAPS)} thick; the slimmest is ${say(slim.across)} thick and ${say(slim.to - slim.from)} high.`
      : `None stands free that is thinner than ${say(SNAPS)}.`,
    verdict: slim ? 'look' : 'fine',
    ...(slim ? { mends: 'They snap along their layers: print them lying, or make them holes for pins of metal.' } : {}),
    places: found.slice(0, MOST).map((p) => ({ says: `${say(p.across)} thick, ${say(p.to - p.from)} high`, at: place(p.at, p) })), // prettier-ignore
  }
}
