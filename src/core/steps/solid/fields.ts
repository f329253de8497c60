import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'

const MOST = 10_000

export const solidFields = {
  shape: choiceField('The solid', 'box', { box: 'Box', cylinder: 'Cylinder', tube: 'Tube', cone: 'Cone', ball: 'Ball', wedge: 'Wedge' }), // prettier-ignore
  width: lengthField('Its width', '20', 0.01, MOST),
  depth: lengthField('Its depth', '20', 0.01, MOST),
  height: lengthField('Its height', '10', 0.01, MOST),
  across: lengthField('Its diameter', '20', 0.01, MOST),
  top: lengthField('Its diameter at the far end', '0', 0, MOST),
  wall: lengthField('The wall of the tube', '2', 0.01, MOST),
}
