import type { Part21 } from './part21'

/** Instances whose numbers are places and sizes. */
const GEOMETRY =
  /POINT|DIRECTION|VECTOR|CIRCLE|ELLIPSE|HYPERBOLA|PARABOLA|SURFACE|CURVE|B_SPLINE|LINE|SPHERE|TORUS|CYLINDER|CONE/
/** What is larger than this in a file's own unit is no length of anything that is printed. */
const MOST = 1e7
/** Text that could be a number larger than that, or none at all. */
const ODD =
  /(?<![\w'])[-+]?(?:nan|inf|infinity|1\.#\w+)(?!\w)|(?<![\w.#'])[-+]?(?:\d{8,}\.?\d*|\d+\.?\d*[eE]\+?0*(?:[1-9]\d+|[1-9]))(?![\w.])/gi

/**
 * The first place or size in a file that cannot be one: no number, or larger than 10,000,000. The kernel would try to
 * make facets of it for ever.
 */
export function impossibleNumber(text: string, file: Part21): string | undefined {
  for (const found of text.matchAll(ODD)) {
    const value = Number(found[0])
    if (Number.isFinite(value) && Math.abs(value) <= MOST) continue
    const at = file.instanceAt(found.index)
    if (at !== undefined && !file.inString(found.index, at) && GEOMETRY.test(file.type(at) ?? ''))
      return `#${at}, a ${file.type(at)!.toLowerCase().replaceAll('_', ' ')}, says ${found[0]}, which is no length or place. Export the file again.`
  }
  return undefined
}
