import { ENCLOSURE } from '../../enclosures/enclosure'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { sideField } from '../on-sides'

export const railsFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  side: sideField('Where it slides in', 'right'),
  grip: lengthField('How far they reach over the edge', '1.2', 0.3, 20),
  gap: lengthField('Gap over the board', 'fit.sliding', 0.1, 2),
  apart: lengthField('Gap round the wall that goes with the lid', 'fit.sliding', 0.05, 2),
}
export type RailsValues = FieldValues<typeof railsFields>
