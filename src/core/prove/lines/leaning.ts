import { apply } from '../../geometry/placement'
import { formatArea } from '../../units/length'
import { CLEAN } from '../overhangs'
import type { Line } from '../line'

/** What leans out over nothing; what of it is a roof may be bridged, which is told by its layers. */
export const leaning: Line = ({ leans: { area, roofs, place }, lies, project: { unit, printer } }) => ({
  id: 'leaning',
  about: 'Leaning out',
  says:
    area === 0
      ? `Nothing leans out by more than ${printer.lean ?? CLEAN}°.`
      : `${formatArea(area, unit)} lean out by more than ${printer.lean ?? CLEAN}°, ${formatArea(roofs, unit)} of that are flat roofs.`,
  verdict: 'fine',
  places: place ? [{ says: 'the largest piece of it', at: apply(lies.back, place) }] : [],
  shows: 'leans',
})
