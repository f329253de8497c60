import type { TieGiven } from '../../../fields/given'
import type { ShapeKind } from '../../../fields/shape-kind'
import type { Equation } from '../../../ties/equation'

type Tie = Omit<ShapeKind, 'make' | 'ties' | 'bones' | 'drawn' | 'ofPicked'> & {
  ties: (given: TieGiven) => Equation[]
}

/** A kind of shape that draws nothing: it says how others lie to each other. */
export const tieKind = (kind: Tie): ShapeKind => ({
  ...kind,
  make: () => ({ is: 'guide', regions: [], open: [], points: {} }),
})
