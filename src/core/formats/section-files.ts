import type { BuiltPart } from '../built/built'
import { pointable } from '../faces/resolve'
import { sectionOutline } from '../faces/section-outline'
import { fromFrame, invert } from '../geometry/placement'
import { boxOfPositions, emptyBox, joinBoxes, type Vec3 } from '../geometry/vec'
import { chain } from '../outlines/chain'
import { contains, loopArea } from '../profile/measure'
import { type Loop, reversedLoop } from '../profile/segment'
import { fail, ok, type Result } from '../result'
import { writeDxf } from './dxf/write-dxf'
import { safeFileName } from './file-names'
import { writeSvg } from './svg/write-svg'

export type Axis = 'x' | 'y' | 'z'

/** As a maker looks at the cut: along the page to the right, up the page, and out of it. */
const SEEN: Readonly<Record<Axis, readonly [Vec3, Vec3, Vec3]>> = {
  x: [[0, 1, 0], [0, 0, 1], [1, 0, 0]],
  y: [[1, 0, 0], [0, 0, 1], [0, -1, 0]],
  z: [[1, 0, 0], [0, 1, 0], [0, 0, 1]],
} // prettier-ignore

/** Ends of outlines that lie so near to each other are one, mm. */
const REACH = 0.01

/**
 * The outlines of parts where a plane square to an axis cuts them, as the maker looks at it, in mm at 1:1: SVG and DXF, lines and arcs.
 * @param at along the axis, mm
 * Errors: nothing-cut (between where and where there is something)
 */
export function sectionFiles(
  parts: readonly Pick<BuiltPart, 'mesh'>[],
  axis: Axis,
  at: number,
  title: string,
): Result<{ svg: { name: string; bytes: Uint8Array }; dxf: { name: string; bytes: Uint8Array } }> {
  const [right, up, out] = SEEN[axis]
  const toPlane = invert(fromFrame(right, up, out, [0, 0, 0]))
  // Looked at from the front, the way out of the page runs against the axis.
  const height = axis === 'y' ? -at : at
  const loops = parts.flatMap(({ mesh }) =>
    turned(chain(sectionOutline(pointable(mesh), toPlane, height), REACH).closed),
  )
  if (loops.length === 0) {
    const box = parts.reduce((b, { mesh }) => joinBoxes(b, boxOfPositions(mesh.positions)), emptyBox())
    const [low, high] = [box.min, box.max].map((end) => end['xyz'.indexOf(axis)]!) as [number, number]
    return fail('nothing-cut', parts.length === 0 ? 'There is no part to cut.' : `At ${at.toFixed(2)} mm nothing is cut; there is something between ${low.toFixed(2)} and ${high.toFixed(2)} mm.`) // prettier-ignore
  }
  const name = `${safeFileName(title)}-${axis}-${at.toFixed(2).replace('.', '-')}`
  return ok({
    svg: { name: `${name}.svg`, bytes: writeSvg({ loops }) },
    dxf: { name: `${name}.dxf`, bytes: writeDxf({ loops }) },
  })
}

/** Loops of one part so that outsides run anticlockwise and holes clockwise. */
function turned(loops: readonly Loop[]): Loop[] {
  return loops.map((loop, i) => {
    const around = loops.filter((other, k) => k !== i && contains({ loops: [other] }, loop[0]!.a)).length
    const outside = around % 2 === 0
    return loopArea(loop) > 0 === outside ? loop : reversedLoop(loop)
  })
}
