import type { Line } from '../line'
import { uprightArms } from '../upright-arms'

const MOST = 6

/** Arms that stand upright, whose layers lie across what will be bent. */
export const arms: Line = ({ kernel, layers, say, place }) => {
  const found = uprightArms(kernel, layers).sort((a, b) => a.thick / (a.to - a.from) - b.thick / (b.to - b.from))
  const [slim] = found
  return {
    id: 'arms',
    about: 'Layers across what bends',
    says: slim
      ? `${found.length} ${found.length === 1 ? 'arm stands' : 'arms stand'} upright, so that bending pulls its layers apart; the slimmest is ${say(slim.thick)} thick, ${say(slim.wide)} wide and ${say(slim.to - slim.from)} high.`
      : 'No arm that could be bent stands upright.',
    verdict: slim ? 'look' : 'fine',
    ...(slim ? { mends: 'Across its layers a print bears about half of what it does along them: lay the part so that they run along the arm, or make it longer and thicker at its root.' } : {}), // prettier-ignore
    places: found.slice(0, MOST).map((a) => ({ says: `${say(a.thick)} thick, ${say(a.to - a.from)} high`, at: place(a.at, a) })), // prettier-ignore
  }
}
