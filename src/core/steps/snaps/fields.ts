import type { FieldSpecs, FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { publicationField } from '../../fields/publication'
import { ENCLOSURE } from '../../enclosures/enclosure'
import { onSidesFields } from '../on-sides'

export const snapsFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  ...onSidesFields,
  wide: lengthField('Width', '8', 2, 100),
  thick: lengthField('Thickness', '3*line', 0.6, 10),
  long: lengthField('Length of the arm', '12', 2, 200),
  overlap: lengthField('How far it reaches under', '0.6', 0.05, 5),
  lead: angleField('Slope that leads it in', '30', 10, 70),
  gap: lengthField('Gap to the wall', 'fit.sliding', 0.05, 5, 'per-side'),
  play: lengthField('Play of the catch', 'fit.snug', 0, 5),
} satisfies FieldSpecs

export type SnapsValues = FieldValues<typeof snapsFields>
