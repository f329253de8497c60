import { apply } from '../../geometry/placement'
import { formatCubed } from '../../units/length'
import { bodiesIn } from '../pockets'
import type { Line } from '../line'

/** Whether the part is one body, without closed rooms in it. */
export const pieces: Line = ({ kernel, solid, lies, project: { unit } }) => {
  const { apart, pockets } = bodiesIn(kernel, solid)
  const said = [
    apart > 1 ? `It is ${apart} bodies that do not hold together.` : '',
    pockets.length > 0 ? `${pockets.length === 1 ? 'A closed room' : `${pockets.length} closed rooms`} in it, ${pockets.map((p) => formatCubed(p.volume, unit)).join(', ')}.` : '', // prettier-ignore
  ].filter((s) => s)
  return {
    id: 'pieces',
    about: 'Bodies',
    says: said.length > 0 ? said.join(' ') : 'It is one body without closed rooms.',
    verdict: said.length > 0 ? 'look' : 'fine',
    ...(pockets.length > 0 ? { mends: 'Nothing that is in there comes out again, supports neither: an opening lets it.' } : {}), // prettier-ignore
    places: pockets.map((p) => ({ says: formatCubed(p.volume, unit), at: apply(lies.back, p.place) })),
  }
}
