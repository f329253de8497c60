import { choiceField } from '../../fields/choice'
import { holesField } from '../../fields/item'
import type { FieldSpecs, FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { ENCLOSURE } from '../../enclosures/enclosure'
import { screwField } from '../screw-field'
import { aroundFields } from '../around-items'
import { gussetFields } from '../gussets'

export const postsFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base]),
  holes: holesField('Holes', 'case'),
  across: lengthField('Outside diameter', '6.4', 0.8, 100),
  top: choiceField('Top', 'pin', {
    pin: 'pins through the holes,',
    pilot: 'pilot holes for screws',
    insert: 'holes for heat-set inserts,',
    bolt: 'holes for bolts right through,',
    plain: 'plain tops.',
  }),
  gap: lengthField('Gap round the pin, per side', 'fit.sliding', 0, 5, 'per-side'),
  reach: lengthField('Pin length above the post', 'board.thickness + 0.8', 0.2, 100),
  pilot: lengthField('Pilot hole diameter', '2.5', 0.4, 50),
  screw: screwField('The screw'),
  insert: lengthField('Insert length', '4', 0.5, 50),
  under: choiceField('Underneath', 'nut', {
    nut: 'a pocket for its nut underneath',
    bore: 'its head let in underneath',
  }),
  room: lengthField('Gap round head or nut, per side', 'fit.sliding', 0, 5, 'per-side'),
  foot: lengthField('Fillet at the foot', 'min(1, (board.bottom - case.floor) / 2)', 0, 20),
  ...gussetFields,
  ...aroundFields,
} satisfies FieldSpecs

export type PostsValues = FieldValues<typeof postsFields>
