import { FIT_CLASSES } from '../../fit/classes'
import { choiceField, lengthField } from '../fields'

export const caseFields = {
  reference: { type: 'reference', label: 'Board' },
  outline: choiceField('Outline', 'followed', {
    followed: 'its outline',
    rectangle: 'a rectangle round it',
    hull: 'its outline without notches',
  }),
  clear: lengthField('Clearance round the board, per side', '0.7', 0, 50, 'per-side'),
  clearAbove: lengthField('Clearance above the tallest item', '1', 0, 200),
  clearBelow: lengthField('Clearance below the lowest item', '1', 0, 200),
  wall: lengthField('Wall thickness', '4*line + fit.snug', 0.2, 50),
  floor: lengthField('Floor thickness', '1.6', 0.2, 50),
  roof: lengthField('Roof thickness', '1.6', 0.2, 50),
  corner: lengthField('Outside corners, at least', '1', 0, 200),
  over: {
    type: 'item-choices',
    label: 'Items over the edge',
    options: { out: 'let out', in: 'taken in' },
    default: 'in',
  },
  parting: lengthField('Parting height above the ground', 'board.top + 2', -1000, 1000),
  lip: lengthField('Lip height', '2.4', 0.4, 50),
  fit: choiceField('Fit of the lip', 'snug', FIT_CLASSES),
} as const satisfies Record<string, unknown>
