import { choiceField } from '../../fields/choice'
import { itemField, itemsField } from '../../fields/item'
import type { FieldSpecs, FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField, countField } from '../../fields/number'
import { publicationField } from '../../fields/publication'
import { ENCLOSURE } from '../../enclosures/enclosure'

export const openingFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  item: itemField('Item', 'case'),
  others: itemsField('Others in the same opening', 'case'),
  round: choiceField('How they are gone round', 'each', { each: 'along the outline of each', one: 'in one rectangle round all' }), // prettier-ignore
  side: choiceField('Wall', 'auto', {
    auto: 'the wall it faces',
    front: 'the front',
    back: 'the back',
    left: 'the left',
    right: 'the right',
    top: 'the top',
    bottom: 'the underside',
  }),
  gap: lengthField('Gap around, per side', 'fit.loose', 0, 50, 'per-side'),
  bevel: lengthField('Bevel outside', '0', 0, 20),
  ledge: lengthField('Ledge over its edge', '0', 0, 20),
  view: angleField('How far aslant it is seen', '0', 0, 60),
  plug: choiceField('What goes into it', 'none', {
    none: 'no plug',
    body: 'a plug with a body of',
    wires: 'wires alone,',
  }),
  plugWide: lengthField('Width of the plug', '12', 0.5, 200),
  plugHigh: lengthField('Height of the plug', '7', 0.5, 200),
  wires: countField('How many wires', '3', 1, 100),
  wireAcross: lengthField('Diameter of a wire', '2.4', 0.3, 50),
  wireUp: lengthField('How high over its middle', '0', -200, 200),
  way: choiceField('Towards the parting', 'shut', { shut: 'shut', open: 'open, so that it can be put in' }),
} satisfies FieldSpecs

export type OpeningValues = FieldValues<typeof openingFields>
