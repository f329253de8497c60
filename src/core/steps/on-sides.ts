import { choiceField } from '../fields/choice'
import { lengthField } from '../fields/length'
import { countField } from '../fields/number'

const ONE_SIDE = { left: 'the left', right: 'the right', front: 'the front', back: 'the back' } as const

/** Which side of a case. */
export const sideField = (label: string, usual: keyof typeof ONE_SIDE) => choiceField(label, usual, ONE_SIDE)

/** At how many corners of a case. */
export const cornersField = () =>
  choiceField('Corners', 'corners', { corners: 'all four corners', diagonal: 'two corners' })

/** Where on the walls of a case a step puts what it makes (`enclosures/wall-places.ts`). */
export const onSidesFields = {
  sides: choiceField('Sides', 'ends', {
    ends: 'the left and the right',
    long: 'the front and the back',
    all: 'all four sides',
    ...ONE_SIDE,
  }),
  count: countField('How many on each side', '1', 1, 20),
  shift: lengthField('Moved along the wall by', '0', -1000, 1000),
}

export const ON_SIDES_NOTES = {
  sides:
    '`ends` (left and right), `long` (front and back), `all`, or one of `left`, `right`, `front`, `back`; in the middle of their straight walls',
  shift: 'from the middle, to the right or to the back',
}

export const onSidesWords = [
  { field: 'sides', after: ',' },
  { field: 'count' },
  'each,',
  { field: 'shift', rare: true, before: 'moved along the wall by', after: ',' },
] as const
