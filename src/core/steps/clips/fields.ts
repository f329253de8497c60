import { ENCLOSURE } from '../../enclosures/enclosure'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { publicationField } from '../../fields/publication'
import { onSidesFields } from '../on-sides'

export const clipsFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base]),
  ...onSidesFields,
  long: lengthField('Length of the arm', '16', 4, 200),
  thick: lengthField('Thickness', '3*line', 0.6, 10),
  catch: lengthField('Width of the catch', '4', 1, 50),
  overlap: lengthField('How far it reaches over the board', '0.5', 0.05, 5),
  lead: angleField('Slope that leads it in', '45', 10, 70),
  gap: lengthField('Gap to the edge', 'fit.sliding', 0.05, 5, 'per-side'),
  play: lengthField('Play over the board', 'fit.snug', 0, 5),
  under: lengthField('Rest under the edge', '1.5', 0.3, 50),
}
export type ClipsValues = FieldValues<typeof clipsFields>
