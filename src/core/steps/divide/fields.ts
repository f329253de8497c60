import type { LineShape } from '../../divide/cut-line'
import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField, countField } from '../../fields/number'
import { facesField, partField } from '../../fields/part'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { maybePublicationField } from '../../fields/publication'
import { maybeRimField } from '../../fields/rim'
import { DRAWING } from '../drawn'

/** Shapes of a line that have a depth. */
export const SHAPED = ['fingers', 'dovetail', 'lap', 'puzzle'] as const
export const fields = {
  part: partField('The part', 'change'),
  line: choiceField<LineShape | 'drawn' | 'face' | 'foot' | 'run'>('How the cut runs', 'straight', {
    straight: 'straight',
    fingers: 'in fingers',
    dovetail: 'in dovetails',
    lap: 'with a lap',
    puzzle: 'in round knobs',
    drawn: 'along',
    face: 'following',
    foot: 'along the foot of what stands out',
    run: 'through',
  }),
  face: facesField('The face that the cut follows', 'part'),
  run: maybeRimField('The edges that the cut follows'),
  drawing: maybePublicationField('The drawing', DRAWING),
  at: planeField('The plane'),
  count: countField('How many tongues', '2', 1, 200),
  deep: lengthField('How deep', '8', 0.1, 1000),
  lean: angleField('How far dovetails lean', '12', 1, 45),
  along: choiceField('Which way the line runs', 'usual', { usual: 'as usual', long: 'along the longer side of the cut', short: 'along its shorter side' }), // prettier-ignore
  gap: lengthField('Gap between the pieces', '0.2', 0, 5),
  side: choiceField('Where the gap is taken from', 'both', { both: 'half from each', front: 'all from what lies in front', behind: 'all from what lies behind' }), // prettier-ignore
  may: choiceField('What may be cut', 'whole', {
    whole: 'the whole part',
    piece: 'only the piece that has',
    box: 'only in a box',
  }),
  holds: facesField('The face that the piece has', 'part'),
  middle: placeField('The middle of the box'),
  wide: lengthField('Width of the box', '20', 0.1, 10_000),
  high: lengthField('Height of the box', '20', 0.1, 10_000),
  times: countField('How many cuts', '1', 1, 40),
  pitch: lengthField('From cut to cut', '50', 0.5, 10_000),
  stay: choiceField('Which pieces stay', 'all', { all: 'all pieces stay', picked: 'only those stay that have' }),
  stays: facesField('Faces of the pieces that stay', 'part'),
  lie: choiceField('How the pieces are printed', 'whole', { whole: 'as the whole', cut: 'lying on their cuts' }), // prettier-ignore
}
export type DivideValues = FieldValues<typeof fields>
