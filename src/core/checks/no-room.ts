import type { BuiltPart } from '../built/built'
import { fieldsOf } from '../document/edits'
import type { Project } from '../document/schema'
import {
  boxesMeet,
  boxMiddle,
  boxOfPositions,
  boxSize,
  cross,
  dot,
  length,
  scale,
  sub,
  type Vec3,
} from '../geometry/vec'
import type { SurfaceShape, SurfaceTag } from '../kernel/surface'
import type { Check, Finding } from './finding'

/** With less between them per side than this nothing goes into a hole, mm. */
const ROOM = 0.02
const PARALLEL = 1e-4

type Cylinder = Extract<SurfaceShape, { kind: 'cylinder' }>
interface Round {
  part: BuiltPart
  tag: SurfaceTag
  shape: Cylinder
}

/** A hole that is as wide as what stands in it has no room for it: of round ones, and of what was made to fit. */
export const noRoom: Check = ({ project, build }) => {
  const rounds = build.parts.flatMap((part) =>
    part.mesh.surfaces.flatMap((tag): Round[] =>
      tag.shape.kind === 'cylinder' ? [{ part, tag, shape: tag.shape }] : [],
    ),
  )
  const found = new Map<string, Finding>()
  for (const hole of rounds.filter((r) => r.shape.hole))
    for (const pin of rounds.filter((r) => !r.shape.hole && r.part !== hole.part)) {
      const key = `${hole.part.id} ${pin.part.id} ${hole.shape.radius.toFixed(3)}`
      if (found.has(key) || !fills(hole, pin)) continue
      const size = (2 * hole.shape.radius).toFixed(2)
      found.set(key, finding(pin.part, hole.part, `The hole is Ø ${size} mm, and so is what stands in it`, hole.shape.point, widening(hole.tag, project))) // prettier-ignore
    }
  for (const row of build.rows) {
    const [a, b] = [row.a, row.b].map((s) => (s.of === 'parts' ? build.parts.find((p) => s.parts.includes(p.id)) : undefined)) // prettier-ignore
    if (!row.along || !row.step || row.wanted >= ROOM || !a || !b) continue
    const mend = { of: row.step, field: 'gap', value: 'fit.sliding', words: 'give it a sliding gap' }
    found.set(
      row.id,
      finding(a, b, 'It was made to fit with no gap', boxMiddle(boxOfPositions(a.mesh.positions)), mend),
    )
  }
  return [...found.values()]
}

/** Whether a pin stands in a hole without room: about one axis, of one radius, beside each other. */
function fills(hole: Round, pin: Round): boolean {
  const [h, p] = [hole.shape, pin.shape]
  if (Math.abs(h.radius - p.radius) >= ROOM || length(cross(h.axis, p.axis)) > PARALLEL) return false
  const from = sub(p.point, h.point)
  const off = length(sub(from, scale(h.axis, dot(from, h.axis))))
  const standing = boxOf(pin)
  // What is lower than a hair stands in nothing.
  const high = dot(boxSize(standing), p.axis.map(Math.abs) as unknown as Vec3)
  return off < ROOM && high > ROOM && boxesMeet(boxOf(hole), standing)
}

function boxOf({ part: { mesh }, tag }: Round) {
  const at = mesh.surfaces.indexOf(tag)
  const own: number[] = []
  for (let t = 0; t < mesh.triangleSurface.length; t++)
    if (mesh.triangleSurface[t] === at)
      for (let k = 0; k < 3; k++)
        for (let c = 0; c < 3; c++) own.push(mesh.positions[3 * mesh.indices[3 * t + k]! + c]!)
  return boxOfPositions(own)
}

/** What would make a hole wider: the gap of its step, or its diameter, or that of the circle it was drawn as. */
function widening({ step, role, segment }: SurfaceTag, project: Project): Finding['mend'] {
  const words = 'give it a sliding gap'
  const fields = fieldsOf(project, step)
  if (!fields) return undefined
  if ('gap' in fields) return { of: step, field: 'gap', value: 'fit.sliding', words }
  const across = (of: string, own: Record<string, unknown> | undefined): Finding['mend'] => {
    const saved = own?.across
    return typeof saved === 'string' || typeof saved === 'number' ? { of, field: 'across', value: wider(String(saved)), words } : undefined // prettier-ignore
  }
  if (role === 'hole') return across(step, fields)
  const drawn = segment?.split(/[:.&]/)[0]
  return drawn === undefined ? undefined : across(drawn, fieldsOf(project, drawn))
}

const wider = (formula: string): string =>
  /^[\d.]+$/.test(formula) ? `${formula} + 2*fit.sliding` : `(${formula}) + 2*fit.sliding`

function finding(pin: BuiltPart, hole: BuiltPart, why: string, place: Vec3, mend: Finding['mend']): Finding {
  return {
    check: 'no-room',
    weight: 'look',
    title: `Nothing goes in here without room: ${pin.name} in ${hole.name}.`,
    text: `${why}; a print sticks. A gap by fit class would let it in, unless the two are printed as one.`,
    parts: [pin.id, hole.id],
    place,
    ...(mend ? { mend } : {}),
  }
}
