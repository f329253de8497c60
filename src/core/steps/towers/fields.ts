import { choiceField } from '../../fields/choice'
import type { FieldSpecs, FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { ENCLOSURE } from '../../enclosures/enclosure'
import { cornersField } from '../on-sides'
import { screwField } from '../screw-field'

export const towersFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  at: cornersField(),
  screw: screwField('The screw'),
  head: choiceField('The head', 'bore', { bore: 'let in', sunk: 'countersunk', plain: 'on top of the lid' }),
  into: choiceField('What it goes into', 'insert', {
    insert: 'heat-set inserts',
    pilot: 'the plastic itself',
    nut: 'nuts from underneath',
  }),
  insert: lengthField('Insert length', '4', 0.5, 50),
  round: lengthField('Wall round it', '1.6', 0.4, 20),
  room: lengthField('Gap round head or nut, per side', 'fit.sliding', 0, 5, 'per-side'),
} satisfies FieldSpecs

export type TowersValues = FieldValues<typeof towersFields>
