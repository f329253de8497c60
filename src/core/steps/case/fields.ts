import { choiceField, fitField } from '../../fields/choice'
import { itemChoicesField } from '../../fields/item'
import type { FieldSpecs } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { referenceField, referencesField } from '../../fields/reference'

export const caseFields = {
  reference: referenceField('Board', 'board'),
  also: referencesField('Other boards in it'),
  outline: choiceField('Outline', 'followed', {
    followed: 'its outline',
    rectangle: 'a rectangle round it',
    hull: 'its outline without notches',
  }),
  clear: lengthField('Clearance round the board, per side', '0.55', 0, 50, 'per-side'),
  clearAbove: lengthField('Clearance above the tallest item', '1', 0, 200),
  clearBelow: lengthField('Clearance below the lowest item', '1', 0, 200),
  wall: lengthField('Wall thickness', '4*line', 0.2, 50),
  floor: lengthField('Floor thickness', '1.8', 0.2, 50),
  roof: lengthField('Roof thickness', '1.8', 0.2, 50),
  corner: lengthField('Outside corners, at least', '1', 0, 200),
  over: itemChoicesField('Items over the edge', 'reference', 'in', { out: 'let out', in: 'taken in' }),
  parting: lengthField('Parting height above the ground', 'board.top + 2', -1000, 1000),
  lip: lengthField('Lip height', '2.4', 0.4, 50),
  fit: fitField('Fit of the lip', 'snug'),
} satisfies FieldSpecs
