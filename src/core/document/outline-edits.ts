import { produce } from 'immer'
import type { PhotoCalibration, ProjectPhoto, TraceLoop, TraceSize } from './photo-schema'
import type { Edit } from './edits'
import type { ProjectOutline } from './schema'

export const addOutline = (outline: ProjectOutline): Edit => produce((p) => void p.outlines.push(outline))
export const removeOutline = (id: string): Edit =>
  produce((p) => void (p.outlines = p.outlines.filter((o) => o.id !== id)))
export const nameOutline = (id: string, name: string): Edit =>
  produce((p) => void Object.assign(p.outlines.find((o) => o.id === id) ?? {}, { name }))

const editDrawing = (id: string, change: (drawing: Extract<ProjectOutline, { kind: 'drawing' }>) => void): Edit =>
  produce((p) => {
    const drawing = p.outlines.find((o) => o.id === id)
    if (drawing?.kind === 'drawing') change(drawing)
  })

export const setDrawingScale = (id: string, scale: number): Edit => editDrawing(id, (d) => void (d.scale = scale))
export const setDrawingChecked = (id: string, checked: boolean): Edit =>
  editDrawing(id, (d) => void (d.checked = checked))
/** Takes a layer of a drawing, or leaves it. */
export const takeLayer = (id: string, layer: string, taken: boolean): Edit =>
  editDrawing(id, (d) => void (d.without = [...d.without.filter((l) => l !== layer), ...(taken ? [] : [layer])]))

const editPhoto = (id: string, change: (photo: ProjectPhoto) => void): Edit =>
  produce((p) => {
    const outline = p.outlines.find((o) => o.id === id)
    if (outline?.kind === 'photo') change(outline.photo)
  })

/** Gives a photo its scale; what was traced keeps its pixels, and so follows. */
export const calibrate = (id: string, calibration: PhotoCalibration): Edit =>
  editPhoto(id, (p) => void (p.calibration = calibration))
export const addPhotoCheck = (id: string, check: ProjectPhoto['checks'][number]): Edit =>
  editPhoto(id, (p) => void p.checks.push(check))
export const setPhotoCheck = (id: string, check: string, length: string): Edit =>
  editPhoto(id, (p) => void Object.assign(p.checks.find((c) => c.id === check) ?? {}, { length }))
export const removePhotoCheck = (id: string, check: string): Edit =>
  editPhoto(id, (p) => void (p.checks = p.checks.filter((c) => c.id !== check)))

/** Puts new lines in the place of all that were traced; sizes of lines that go, go with them. */
export const setLoops = (id: string, loops: TraceLoop[]): Edit =>
  editPhoto(id, (p) => {
    p.loops = loops
    dropLooseSizes(p)
  })
/** Of two loops of which one's box covers so much of the other's, both are of one thing. */
const SAME = 0.3

/** Puts what was traced of one thing in the place of what was traced of it before; other things' loops stay. */
export const setLoopsOfThing = (id: string, loops: TraceLoop[]): Edit =>
  editPhoto(id, (p) => {
    const others = p.loops.filter((old) => !loops.some((now) => overlap(boxOf(old), boxOf(now)) > SAME))
    p.loops = [...others, ...loops]
    dropLooseSizes(p)
  })

type Box = readonly [left: number, top: number, right: number, bottom: number]

function boxOf(loop: TraceLoop): Box {
  const points = loop.kind === 'circle' ? loop.points : loop.nodes.flatMap((n) => (n.via ? [n.at, n.via] : [n.at]))
  const [xs, ys] = [points.map((q) => q[0]), points.map((q) => q[1])]
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

/** How much of the smaller of two boxes lies in the other, 0 to 1. */
function overlap(a: Box, b: Box): number {
  const area = ([x0, y0, x1, y1]: Box) => Math.max(0, x1 - x0) * Math.max(0, y1 - y0)
  const shared = area([Math.max(a[0], b[0]), Math.max(a[1], b[1]), Math.min(a[2], b[2]), Math.min(a[3], b[3])])
  return shared / Math.max(Math.min(area(a), area(b)), 1e-9)
}

export const addLoop = (id: string, loop: TraceLoop): Edit => editPhoto(id, (p) => void p.loops.push(loop))
export const removeLoop = (id: string, loop: string): Edit =>
  editPhoto(id, (p) => {
    p.loops = p.loops.filter((l) => l.id !== loop)
    dropLooseSizes(p)
  })

/** Moves a point of a line: a node, what an arc runs through, or one of the three of a circle. */
export const moveTracePoint = (
  id: string,
  point: { loop: string; node: string | number; via?: boolean },
  to: [number, number],
): Edit =>
  editPhoto(id, (p) => {
    const loop = p.loops.find((l) => l.id === point.loop)
    if (loop?.kind === 'circle') loop.points[point.node as number] = to
    if (loop?.kind !== 'path') return
    const node = loop.nodes.find((n) => n.id === point.node)
    if (node) node[point.via ? 'via' : 'at'] = to
  })

/** Takes a point out of a line; a line of one point goes altogether. */
export const removeTraceNode = (id: string, loopId: string, node: string): Edit =>
  editPhoto(id, (p) => {
    const loop = p.loops.find((l) => l.id === loopId)
    if (loop?.kind !== 'path') return
    loop.nodes = loop.nodes.filter((n) => n.id !== node)
    if (loop.nodes.length < 2) p.loops = p.loops.filter((l) => l !== loop)
    dropLooseSizes(p)
  })

export const addTraceSize = (id: string, size: TraceSize): Edit => editPhoto(id, (p) => void p.sizes.push(size))
export const setTraceSize = (id: string, size: string, change: { length?: string; how?: 'scale' | 'move' }): Edit =>
  editPhoto(id, (p) => void Object.assign(p.sizes.find((s) => s.id === size) ?? {}, change))
export const removeTraceSize = (id: string, size: string): Edit =>
  editPhoto(id, (p) => void (p.sizes = p.sizes.filter((s) => s.id !== size)))

function dropLooseSizes(photo: ProjectPhoto): void {
  const there = ({ loop, node }: { loop: string; node?: string | undefined }) => {
    const found = photo.loops.find((l) => l.id === loop)
    return found?.kind === 'circle' || found?.nodes.some((n) => n.id === node)
  }
  photo.sizes = photo.sizes.filter((s) =>
    s.kind === 'diameter' ? photo.loops.some((l) => l.id === s.loop) : there(s.from) && there(s.to),
  )
}
