import { isWithin, lyingSize } from '../print/on-bed'
import { formatLength } from '../units/length'
import type { Check } from './finding'

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
