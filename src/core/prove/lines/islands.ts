import { formatArea } from '../../units/length'
import type { Line } from '../line'

const MOST = 6

/** Pieces of layers that begin in the air. */
export const islands: Line = ({ layers, project: { unit }, say, place }) => {
  const found = layers.flatMap((l) => l.islands.map((i) => ({ ...i, layer: l })))
  return {
    id: 'islands',
    about: 'In the air',
    says: found.length === 0 ? 'Nothing begins in the air.' : `${found.length === 1 ? 'One piece begins' : `${found.length} pieces begin`} in the air, the lowest ${say(found[0]!.layer.from)} up.`, // prettier-ignore
    verdict: found.length === 0 ? 'fine' : 'look',
    ...(found.length === 0 ? {} : { mends: 'Without supports it has nothing to hold to: lay the part another way, or let it begin on something.' }), // prettier-ignore
    places: found.slice(0, MOST).map(({ at, size, layer }) => ({ says: `${formatArea(size, unit)} in layer ${layer.nth}, ${say(layer.from)} up`, at: place(at, layer), layer: layer.nth })), // prettier-ignore
  }
}
