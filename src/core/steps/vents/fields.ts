import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { facesField, partField } from '../../fields/part'
import { placeField } from '../../fields/place'

export const ventsFields = {
  part: partField('The part', 'change'),
  on: facesField('The face', 'part'),
  cells: choiceField('What they are', 'level', { level: 'Level slots', upright: 'Upright slots', round: 'Round holes', hex: 'Six-sided holes' }), // prettier-ignore
  size: lengthField('How wide each is', '1.6', 0.2, 100),
  long: lengthField('How long slots are at most', '16', 0.5, 1000),
  bar: lengthField('What is left between them', '3*line', 0.2, 100),
  over: choiceField('Where', 'all', { all: 'all over it', field: 'in a field' }),
  margin: lengthField('Margin', '3', 0, 1000),
  wide: lengthField('Width of the field', '20', 0.5, 10_000),
  high: lengthField('Height of the field', '10', 0.5, 10_000),
  at: placeField('The middle of the field'),
  lean: angleField('How steeply they fall outwards', '0', 0, 60),
  drip: lengthField('Drip edge over each', '0', 0, 20),
}
export type VentsValues = FieldValues<typeof ventsFields>
