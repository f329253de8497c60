import { apply } from '../../geometry/placement'
import { middleOfTriangle } from '../../mesh/doubled-normal'
import { formatArea } from '../../units/length'
import { cleanTriangles, scarred } from '../clean-faces'
import type { Line } from '../line'

/** Less is an edge of chords, mm2. */
const LEAST = 0.5

/** Whether faces that are to stay clean would be scarred by supports, or sag. */
export const scars: Line = ({ part, project, lies, leans }) => {
  const asked = project.parts[part.id]?.clean?.length ?? 0
  const { area, largest } = scarred(lies, leans, cleanTriangles(part, project))
  const told = largest !== undefined && area > LEAST
  return {
    id: 'scars',
    about: 'Faces to stay clean',
    says: asked === 0 ? 'None is asked for.' : told ? `${formatArea(area, project.unit)} of them lean out and would be scarred by supports, or sag.` : `${asked === 1 ? 'It prints' : `All ${asked} print`} without supports.`, // prettier-ignore
    verdict: told ? 'look' : 'fine',
    ...(told ? { mends: 'Lay the part another way: the ways to lie count what would be scarred.' } : {}),
    places: told ? [{ says: 'the largest piece of it', at: apply(lies.back, middleOfTriangle(lies, largest)) }] : [],
    ...(told ? { shows: 'leans' as const } : {}),
  }
}
