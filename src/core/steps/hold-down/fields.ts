import { choiceField } from '../../fields/choice'
import { holesField } from '../../fields/item'
import type { FieldSpecs, FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { maybePublicationField, publicationField } from '../../fields/publication'
import { ENCLOSURE } from '../../enclosures/enclosure'
import { POSTS } from '../../enclosures/posts'
import { aroundFields } from '../around-items'
import { gussetFields } from '../gussets'
import { screwField } from '../screw-field'

export const holdDownFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.lid]),
  posts: maybePublicationField('The posts below', POSTS),
  holes: holesField('Holes', 'case'),
  across: lengthField('Outside diameter', '7.6', 0.8, 100),
  gap: lengthField('Gap above the board', 'fit.snug', 0, 5),
  end: choiceField('What they are for', 'screw', {
    screw: 'screws from outside:',
    pin: 'the pins below to go into,',
    plain: 'nothing else.',
  }),
  pin: lengthField('Gap round the pin, per side', 'fit.sliding', 0, 5, 'per-side'),
  screw: screwField('The screw'),
  head: choiceField('The head', 'bore', { bore: 'let in', sunk: 'countersunk', plain: 'on top of the lid' }),
  room: lengthField('Gap round the head, per side', 'fit.sliding', 0, 5, 'per-side'),
  foot: lengthField('Fillet at the foot', '1', 0, 20),
  ...gussetFields,
  ...aroundFields,
} satisfies FieldSpecs

export type HoldDownValues = FieldValues<typeof holdDownFields>
