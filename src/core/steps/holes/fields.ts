import { choiceField } from '../../fields/choice'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { angleField, countField } from '../../fields/number'
import { partsField } from '../../fields/part'
import { placeField } from '../../fields/place'
import { planeField } from '../../fields/plane'
import { maybePublicationField } from '../../fields/publication'
import { spotsField } from '../../fields/spots'
import { DRAWING } from '../drawn'
import { screwField } from '../screw-field'

const MOST = 10_000

export const holesFields = {
  where: choiceField('Where they are', 'places', { places: 'at', ring: 'in a ring', grid: 'in a grid', drawing: 'at the middles of' }), // prettier-ignore
  on: planeField('The plane they begin on'),
  drawing: maybePublicationField('The drawing', DRAWING),
  at: spotsField('The places'),
  middle: placeField('The middle'),
  count: countField('How many there are', '6', 1, 1000),
  round: lengthField('The diameter of the ring', '40', 0.01, MOST),
  first: angleField('Where the first is', '0', -360, 360),
  columns: countField('How many from left to right', '2', 1, 1000),
  along: lengthField('From one to the next', '20', -MOST, MOST),
  rows: countField('How many rows', '2', 1, 1000),
  up: lengthField('From row to row', '20', -MOST, MOST),
  for: choiceField('What they are for', 'plain', { plain: 'of', clear: 'for a screw', pilot: 'to screw into,', insert: 'for an insert,' }), // prettier-ignore
  across: lengthField('The diameter', '5', 0.05, MOST),
  screw: screwField('The screw'),
  series: choiceField('How freely it goes through', 'medium', { fine: 'fine', medium: 'medium', coarse: 'coarse' }),
  head: choiceField('Their mouth', 'plain', { plain: 'plain', bore: 'counterbored for a cap head', sunk: 'countersunk', nut: 'with a pocket for a nut', side: 'with a pocket for a nut from the side' }), // prettier-ignore
  below: lengthField('How deep the pocket lies under the face', '3', 0, MOST),
  toward: angleField('Where its way in comes from', '0', -360, 360),
  wayLong: lengthField('How long its way in is', '10', 0, MOST),
  sink: lengthField('How far the head lies under the face', '0', 0, MOST),
  room: lengthField('The gap round head or nut, per side', 'fit.sliding', 0, 10, 'per-side'),
  reach: choiceField('How far', 'through', { through: 'through all of it', deep: 'deep', wall: 'through the first wall only' }), // prettier-ignore
  deep: lengthField('The depth', '8', 0.05, MOST),
  tip: choiceField('Their shape', 'round', { round: 'round', tear: 'with a tip upwards' }),
  parts: partsField('The parts they go into', 'change'),
}
export type HolesValues = FieldValues<typeof holesFields>
