import { placePositions } from '../geometry/placement'
import { boxOfPositions, boxSize, type Vec3 } from '../geometry/vec'
import type { BuiltPart } from '../built/built'
import { formatLength } from '../units/length'
import type { Check } from './finding'

/** How large a part is the way it is printed, mm. */
export const lyingSize = ({ print, mesh }: Pick<BuiltPart, 'print' | 'mesh'>): Vec3 => boxSize(boxOfPositions(placePositions(print, mesh.positions))) // prettier-ignore

/** Whether what is so large lies on a bed, straight or turned by a quarter. */
export const isWithin = ([x, y, z]: Vec3, [width, depth, height]: readonly [number, number, number]): boolean => z <= height && ((x <= width && y <= depth) || (y <= width && x <= depth)) // prettier-ignore

/** A part has to lie on the bed, straight or turned by a quarter. */
export const fitsBed: Check = ({ build, project }) => {
  return build.parts.flatMap((p) => {
    const lies = lyingSize(p)
    if (isWithin(lies, project.printer.bed)) return []
    const size = lies.map((v) => formatLength(v)).join(' x ')
    return [
      {
        check: 'bed',
        weight: 'stop' as const,
        title: `${p.name} is larger than the bed.`,
        text: `It is ${size} mm; the bed takes ${project.printer.bed.map((v) => formatLength(v)).join(' x ')} mm.`,
        parts: [p.id],
      },
    ]
  })
}
