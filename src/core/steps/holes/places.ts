import type { Spot } from '../../fields/spots'
import { polar } from '../../profile/segment'
import { raise } from '../../result'
import type { HolesValues } from './fields'

/** So many holes are made by one step. */
const MOST = 1000

/**
 * Where the holes are, mm on their plane, and what each is called: of a ring and a grid by its number in them.
 * Errors: few (there is none), many
 */
export function placesOf(values: HolesValues): readonly Spot[] {
  const found = unlimited(values)
  if (found.length > MOST) return raise('many', `That makes ${found.length} holes; up to ${MOST} would do.`, values.where === 'ring' ? 'count' : 'columns') // prettier-ignore
  return found
}

function unlimited(values: HolesValues): readonly Spot[] {
  const { where, at, middle, drawing } = values
  switch (where) {
    case 'places':
      return at.length > 0 ? at : raise('few', 'There is no place yet; add one to the list of places.', 'at')
    case 'ring':
      return Array.from({ length: values.count }, (_, k) => ({ at: polar(middle, values.round / 2, (values.first * Math.PI) / 180 + (2 * Math.PI * k) / values.count), name: `${k + 1}` })) // prettier-ignore
    case 'grid': {
      const { columns, rows, along, up } = values
      if (columns * rows > MOST)
        return raise('many', `That makes ${columns * rows} holes; up to ${MOST} would do.`, 'columns')
      const off = (k: number, n: number, by: number) => (k - (n - 1) / 2) * by
      return Array.from({ length: columns * rows }, (_, k): Spot => {
        const [column, row] = [k % columns, Math.floor(k / columns)]
        return { at: [middle[0] + off(column, columns, along), middle[1] + off(row, rows, up)], name: `${column + 1}, ${row + 1}` } // prettier-ignore
      })
    }
    case 'drawing': {
      if (!drawing) return raise('no-step', 'This needs a drawing before it in the sheet, with circles or points where the holes are to be.', 'drawing') // prettier-ignore
      const { middles } = drawing.data
      return middles.length > 0 ? middles : raise('few', 'The drawing has no circle, and nothing else that has a middle. Guides do.', 'drawing') // prettier-ignore
    }
  }
}
