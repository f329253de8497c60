import { boxOfPositions, boxSize, type Vec3 } from '../../geometry/vec'

/** Calipers read to so many decimals of a millimetre. */
const DECIMALS = 2

/** A length as calipers read it, mm. */
export const asRead = (mm: number): number => Number(mm.toFixed(DECIMALS))

/** How large something is as it lies, mm; and as calipers read that. */
export const outsides = (positions: ArrayLike<number>): Vec3 => boxSize(boxOfPositions(positions))
export const readOutsides = (positions: ArrayLike<number>): Vec3 => {
  const [x, y, z] = outsides(positions)
  return [asRead(x), asRead(y), asRead(z)]
}
