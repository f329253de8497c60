import { apply } from '../../geometry/placement'
import { length } from '../../geometry/vec'
import { doubledNormal } from '../../mesh/doubled-normal'
import { formatArea } from '../../units/length'
import { cleanTriangles } from '../clean-faces'
import type { Line } from '../line'

/** Less is an edge of chords, mm2. */
const LEAST = 0.5

/** Whether faces that are to stay clean would be scarred by supports, or sag. */
export const scars: Line = ({ part, project, lies, leans: { leans } }) => {
  const asked = project.parts[part.id]?.clean?.length ?? 0
  const isClean = cleanTriangles(part, project)
  let [area, largest, at] = [0, 0, -1]
  for (let t = 0; t < leans.length; t++) {
    if (leans[t] === 0 || !isClean(t)) continue
    const own = length(doubledNormal(lies.positions, lies.indices, t)) / 2
    area += own
    if (own > largest) [largest, at] = [own, t]
  }
  const scarred = area > LEAST
  const middle = (k: number) => [0, 1, 2].reduce((sum, c) => sum + lies.positions[3 * lies.indices[3 * at + c]! + k]!, 0) / 3 // prettier-ignore
  return {
    id: 'scars',
    about: 'Faces to stay clean',
    says: asked === 0 ? 'None is asked for.' : scarred ? `${formatArea(area, project.unit)} of them lean out and would be scarred by supports, or sag.` : `${asked === 1 ? 'It prints' : `All ${asked} print`} without supports.`, // prettier-ignore
    verdict: scarred ? 'look' : 'fine',
    ...(scarred ? { mends: 'Lay the part another way: the ways to lie count what would be scarred.' } : {}),
    places: scarred
      ? [{ says: 'the largest piece of it', at: apply(lies.back, [middle(0), middle(1), middle(2)]) }]
      : [],
    ...(scarred ? { shows: 'leans' as const } : {}),
  }
}
