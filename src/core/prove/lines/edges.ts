import { featherEdges, SHARP } from '../feather'
import type { Line } from '../line'
import { betweenWords } from '../where-words'

const MOST = 6

/** Edges that run out to nothing, which no line is narrow enough for. */
export const edges: Line = ({ part, project, say }) => {
  const found = featherEdges(part.mesh)
  const long = found.reduce((sum, e) => sum + e.length, 0)
  return {
    id: 'edges',
    about: 'Sharp edges',
    says: found.length === 0 ? `None runs out to nothing.` : `${say(long)} of edges run out to nothing, at under ${SHARP}°.`, // prettier-ignore
    verdict: found.length === 0 ? 'fine' : 'look',
    ...(found.length === 0
      ? {}
      : { mends: 'They print ragged and come off; a small bevel gives them a face of their own.' }),
    places: found.slice(0, MOST).map(({ surfaces, length, place }) => ({ says: `${say(length)} ${betweenWords(surfaces, part.mesh.surfaces, project)}`, at: place })), // prettier-ignore
  }
}
