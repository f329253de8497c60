import { type Affine, after, STILL } from '../../outlines/curves'
import type { Vec2 } from '../../geometry/vec'
import type { FileUnit } from '../../units/file-unit'
import { DamagedFile } from '../limits'
import type { Element } from './element'
import { lengthOf, MM, numbersIn } from './numbers'

/** How what an svg element holds lies on what is round it, and how large its page is in its own units. */
export interface Viewport {
  map: Affine
  size: Vec2
}

/** The viewBox of an svg or symbol. @throws DamagedFile */
function boxOf(e: Element): [x: number, y: number, w: number, h: number] | undefined {
  if (e.attributes.viewBox === undefined) return undefined
  const box = numbersIn(e.attributes.viewBox, 'its viewBox')
  if (box.length !== 4) throw new DamagedFile('The SVG is damaged: its viewBox does not have four numbers.')
  return box[2]! > 0 && box[3]! > 0 ? (box as [number, number, number, number]) : undefined
}

/**
 * Where a viewBox comes to lie in a width and a height (SVG 2, 8.6): unless `preserveAspectRatio` says otherwise it is
 * fitted within, in the middle.
 */
function fitted(e: Element, [x, y, w, h]: readonly number[], width: number, height: number): Affine {
  const [align = 'xMidYMid', how = 'meet'] = (e.attributes.preserveAspectRatio ?? '').trim().split(/\s+/).filter(Boolean) // prettier-ignore
  const [sx, sy] = [width / w!, height / h!]
  if (align === 'none') return [sx, 0, 0, sy, -sx * x!, -sy * y!]
  const s = how === 'slice' ? Math.max(sx, sy) : Math.min(sx, sy)
  const share = (axis: 'x' | 'Y') => (new RegExp(`${axis}Min`).test(align) ? 0 : new RegExp(`${axis}Max`).test(align) ? 1 : 0.5) // prettier-ignore
  return [s, 0, 0, s, share('x') * (width - s * w!) - s * x!, share('Y') * (height - s * h!) - s * y!]
}

/** How an svg that stands in another one, or a symbol that is used, lies in it. */
export function innerViewport(e: Element, outer: Vec2): Viewport {
  const [x, y] = [lengthOf(e.attributes.x, outer[0], 'x of an svg') ?? 0, lengthOf(e.attributes.y, outer[1], 'y of an svg') ?? 0] // prettier-ignore
  const width = lengthOf(e.attributes.width, outer[0], 'the width of an svg') ?? outer[0]
  const height = lengthOf(e.attributes.height, outer[1], 'the height of an svg') ?? outer[1]
  const box = boxOf(e)
  const inside = box ? fitted(e, box, width, height) : STILL
  return { map: after([1, 0, 0, 1, x, y], inside), size: box ? [box[2], box[3]] : [width, height] }
}

/**
 * How the drawing lies on its page: y turned up, and scaled where width and height say how large a unit is.
 * One unit of the map's result is a millimetre where the page has a size, and a user unit where it has none.
 */
export function pageOf(root: Element): Viewport & { unit: FileUnit | undefined } {
  const box = boxOf(root)
  const size = (name: string) => {
    const found = /^\s*([-+\d.eE]+)\s*([a-zA-Z]*)\s*$/.exec(root.attributes[name] ?? '')
    const mm = found && MM[found[2]!.toLowerCase()]
    return found && typeof mm === 'number' && Number(found[1]) > 0
      ? { mm: Number(found[1]) * mm, unit: found[2]!.toLowerCase() }
      : undefined
  }
  const [width, height] = [size('width'), size('height')]
  const real = [width, height].find((s) => s && s.unit !== 'px')
  if (!real) {
    const plain = (name: string, whole: number) => lengthOf(root.attributes[name], whole, `the ${name} of the page`) ?? whole // prettier-ignore
    const [w, h] = box ? [box[2], box[3]] : [plain('width', 100), plain('height', 100)]
    const [x, y] = box ?? [0, 0]
    return { map: [1, 0, 0, -1, -x!, y! + h!], size: [w!, h!], unit: undefined }
  }
  const unit = { name: 'mm', from: `declared in the file, in ${real.unit}`, certain: true }
  // A side that is not said, or said in px or percent, follows the other by the viewBox.
  const ratio = box ? box[3] / box[2] : 1
  const w = width?.mm ?? (height ? height.mm / ratio : 0)
  const h = height?.mm ?? w * ratio
  // Without a viewBox a user unit is a px, whatever unit the page is given in.
  const inside: Affine = box ? fitted(root, box, w, h) : [MM.px!, 0, 0, MM.px!, 0, 0]
  return {
    map: after([1, 0, 0, -1, 0, h], inside),
    size: box ? [box[2], box[3]] : [w / MM.px!, h / MM.px!],
    unit,
  }
}
