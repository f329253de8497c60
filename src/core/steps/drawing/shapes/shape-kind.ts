import type { FieldValues } from '../../../fields/kinds'
import type { ShapeKind } from '../../../fields/shape-kind'

type Shape<F> = Omit<ShapeKind, 'fields' | 'make'> & {
  fields: F
  make: (values: FieldValues<F>, id: string) => ReturnType<ShapeKind['make']>
}

/** A kind of shape whose figures are known to its maker by name. */
export const shapeKind = <F extends ShapeKind['fields']>(kind: Shape<F>): ShapeKind => kind as unknown as ShapeKind
