import type { BuiltPart } from '../built/built'
import { placePositions } from '../geometry/placement'
import { boxOfPositions, boxSize, type Vec3 } from '../geometry/vec'

/** How large a part is the way it is printed, mm. */
export const lyingSize = ({ print, mesh }: Pick<BuiltPart, 'print' | 'mesh'>): Vec3 => boxSize(boxOfPositions(placePositions(print, mesh.positions))) // prettier-ignore

/** Whether what is so large lies on a bed, straight or turned by a quarter. */
export const isWithin = ([x, y, z]: Vec3, [width, depth, height]: readonly [number, number, number]): boolean => z <= height && ((x <= width && y <= depth) || (y <= width && x <= depth)) // prettier-ignore
