import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField } from '../../fields/number'
import { partsField } from '../../fields/part'
import { planeField } from '../../fields/plane'
import { compose, FLIPPED, invert, movedAlong, type Placement, translation, turnAbout } from '../../geometry/placement'
import { raise } from '../../result'
import { stepKind } from '../step-kind'
import { offerPut, startPut } from './offers'

const MOST = 10_000

const fields = {
  parts: partsField('The parts', 'change'),
  how: choiceField('How they are put', 'move', { move: 'by', turn: 'turned', against: 'with', inline: 'in line with' }),
  right: lengthField('To the right', '0', -MOST, MOST),
  back: lengthField('To the back', '0', -MOST, MOST),
  up: lengthField('Upwards', '0', -MOST, MOST),
  at: planeField('What they are turned about'),
  by: angleField('The angle', '90', -3600, 3600),
  mine: planeField('Their own face'),
  to: planeField('What it comes to'),
  gap: lengthField('The gap between', '0', -MOST, MOST),
  spin: angleField('The turn about that', '0', -3600, 3600),
}
type Values = FieldValues<typeof fields>

/** Parts put elsewhere: moved, turned, a face against a face, or an axis in line with an axis. */
export const putStep = stepKind({
  kind: 'put',
  title: 'Put a part elsewhere',
  findBy: ['move', 'turn', 'rotate', 'place', 'align', 'mate', 'assemble', 'face to face', 'axis', 'shift', 'stand on'],
  group: 'change',
  about: 'Puts parts, all together, somewhere else; what they are put by follows when it changes.',
  fields,
  fieldNotes: {
    parts: 'ids of the parts that move together',
    how: '`move` by `right`, `back` and `up`; `turn` about the axis that stands on `at` at its datum; `against`: their own face looks at another one; `inline`: it looks the same way (axes in line)',
    at: 'as in a drawing; a round face gives its axis',
    by: 'degrees, anticlockwise seen against the axis',
    mine: 'with `against` and `inline`: a face of one of the parts (of a round one its axis), its datum the place that comes to the other’s',
    to: 'the face, plane or axis that it comes to',
    gap: 'between the two datums, along the way that `to` looks',
    spin: 'degrees about that way',
  },
  sentence: [
    'Put', { field: 'parts' }, { field: 'how' },
    { field: 'right', when: ['how', 'move'], after: ' to the right,' }, { field: 'back', when: ['how', 'move'], after: ' to the back,' }, { field: 'up', when: ['how', 'move'], after: ' up.' },
    { field: 'by', when: ['how', 'turn'] }, { field: 'at', when: ['how', 'turn'], before: 'about the middle of', after: '.' },
    { field: 'mine', when: ['how', 'against'] }, { field: 'to', when: ['how', 'against'], before: 'against', after: ',' },
    { field: 'to', when: ['how', 'inline'] }, { field: 'mine', when: ['how', 'inline'], before: 'by', after: ',' },
    { field: 'gap', when: ['how', 'against', 'inline'], before: 'at a distance of', after: '.' }, { field: 'spin', rare: true, when: ['how', 'against', 'inline'], before: 'Turned by', after: '.' },
  ], // prettier-ignore
  start: startPut,
  offers: offerPut,
  example: [
    { kind: 'solid', fields: { width: '30', depth: '30', height: '6' } },
    { kind: 'put', fields: { parts: ['before1'], right: '12', up: '3' } },
  ],
  build: (values, { kernel }) => {
    const { parts } = values
    if (parts.length === 0) return raise('no-part', 'Choose the part that is put elsewhere.', 'parts')
    const to = placementOf(values)
    return { parts: parts.map((p) => ({ id: p.id, solid: kernel.place(p.solid, to) })), rows: [], notes: [] }
  },
})

const radians = (degrees: number) => (degrees * Math.PI) / 180

function placementOf({ how, right, back, up, at, by, mine, to, gap, spin, parts }: Values): Placement {
  switch (how) {
    case 'move':
      return translation([right, back, up])
    case 'turn':
      return compose(at.frame, compose(turnAbout([0, 0, 1], radians(by)), invert(at.frame)))
    case 'against':
    case 'inline': {
      const own = mine.part !== undefined && parts.some((p) => p.id === mine.part)
      if (!own)
        return raise('no-face', 'Pick a face of the part that is put; its datum comes to the other one’s.', 'mine')
      if (parts.some((p) => p.id === to.part)) return raise('same-part', 'What it comes to has to be on something else than what is put.', 'to') // prettier-ignore
      const there = compose(movedAlong(to.frame, [0, 0, gap]), turnAbout([0, 0, 1], radians(spin)))
      return compose(how === 'against' ? compose(there, FLIPPED) : there, invert(mine.frame))
    }
  }
}
