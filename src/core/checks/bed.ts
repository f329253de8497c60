import { placePositions } from '../geometry/placement'
import { boxOfPositions, boxSize } from '../geometry/vec'
import { formatLength } from '../units/length'
import type { Check } from './finding'

/** A part has to lie on the bed, straight or turned by a quarter. */
export const fitsBed: Check = ({ build, project }) => {
  const [width, depth, height] = project.printer.bed
  return build.parts.flatMap((p) => {
    const [x, y, z] = boxSize(boxOfPositions(placePositions(p.print, p.mesh.positions)))
    const fits = z <= height && ((x <= width && y <= depth) || (y <= width && x <= depth))
    if (fits) return []
    const size = [x, y, z].map((v) => formatLength(v)).join(' x ')
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
