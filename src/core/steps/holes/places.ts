import type { Vec2 } from '../../geometry/vec'
import { polar } from '../../profile/segment'
import { raise } from '../../result'
import type { HolesValues } from './fields'

/** So many holes are made by one step. */
const MOST = 1000

/**
 * Where the holes are, mm on their plane.
 * Errors: few (there is none), many
 */
export function placesOf(values: HolesValues): readonly Vec2[] {
  const found = unlimited(values)
  if (found.length > MOST) return raise('many', `That makes ${found.length} holes; up to ${MOST} would do.`, values.where === 'ring' ? 'count' : 'columns') // prettier-ignore
  return found
}

function unlimited(values: HolesValues): readonly Vec2[] {
  const { where, at, middle, drawing } = values
  switch (where) {
    case 'places':
      return at.length > 0 ? at : raise('few', 'There is no place yet; add one to the list of places.', 'at')
    case 'ring':
      return Array.from({ length: values.count }, (_, k) => polar(middle, values.round / 2, (values.first * Math.PI) / 180 + (2 * Math.PI * k) / values.count)) // prettier-ignore
    case 'grid': {
      const { columns, rows, along, up } = values
      if (columns * rows > MOST)
        return raise('many', `That makes ${columns * rows} holes; up to ${MOST} would do.`, 'columns')
      const off = (k: number, n: number, by: number) => (k - (n - 1) / 2) * by
      return Array.from({ length: columns * rows }, (_, k): Vec2 => [middle[0] + off(k % columns, columns, along), middle[1] + off(Math.floor(k / columns), rows, up)]) // prettier-ignore
    }
    case 'drawing': {
      if (!drawing) return raise('no-step', 'This needs a drawing before it in the sheet, with circles or points where the holes are to be.', 'drawing') // prettier-ignore
      const { middles } = drawing.data
      return middles.length > 0 ? middles : raise('few', 'The drawing has no circle, and nothing else that has a middle. Guides do.', 'drawing') // prettier-ignore
    }
  }
}
