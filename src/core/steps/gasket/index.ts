import { ENCLOSURE, type Enclosure, laidParts, stood } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'
import type { FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { ratioField } from '../../fields/number'
import { publicationField } from '../../fields/publication'
import type { Solid } from '../../kernel/kernel'
import { difference } from '../../profile/combine'
import { perimeterOf } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import type { Profile } from '../../profile/segment'
import { expectOk, raise } from '../../result'
import { offerOnCase, startOnCase } from '../cases'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'

const fields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base, e.lid]),
  cord: lengthField('Diameter of the cord', '1.5', 0.5, 10),
  squeeze: ratioField('How much it is squeezed', '0.25', 0.05, 0.45),
  high: lengthField('Height of the rims', '2.4', 0.8, 30),
}
type Values = FieldValues<typeof fields>

/** How wide a groove is for its cord: squeezed flatter it goes aside. */
const WIDER = 1.3
/** Walls beside a groove, in lines. */
const LINES = 2
/** What is missing of a wall or of a groove is told from so much on, mm3. */
const MISSING = 0.01

/** A rim round the seam of a case with a groove for a round cord. */
export const gasketStep = stepKind({
  kind: 'gasket',
  title: 'Seal the seam with a cord',
  findBy: ['gasket', 'seal', 'o-ring', 'cord', 'water', 'dust', 'rain', 'waterproof', 'tight', 'groove', 'rubber'],
  group: 'open',
  about:
    'Rims outside of the wall on base and lid, and a groove in the base’s for a round rubber cord, as deep as the cord squeezed. Screws, straps or snap arms press it.',
  fields,
  fieldNotes: { case: 'id of a case step before; empty: the nearest', squeeze: 'a share of its diameter; rubber cords want 0.2 to 0.3', high: 'of each rim; slopes of 45 degrees carry them' }, // prettier-ignore
  sentence: ['Seal the seam with a cord of Ø', { field: 'cord', after: ',' }, 'squeezed by', { field: 'squeeze', after: ',' }, 'in rims', { field: 'high', after: ' high.' }], // prettier-ignore
  printer: ['line'],
  surfaces: {
    rim: { called: 'rim round the seam', moved: ['high', 'the height of the rims'] },
    seal: { called: 'face that seals' },
    groove: { called: 'groove for the cord', moved: ['cord', 'the cord'] },
    'groove:floor': { called: 'floor of the groove', moved: ['squeeze', 'how much the cord is squeezed'] },
  },
  start: startOnCase,
  offers: (at) => offerOnCase(at, 'gasket', { words: 'seal the seam with a cord' }),
  example: [
    { kind: 'case', fields: { over: {} } },
    { kind: 'gasket', fields: {} },
  ],
  build: buildGasket,
})

function buildGasket(v: Values, context: StepContext): StepOutput {
  const { kernel, id, tolerance, printer } = context
  const e = v.case.data
  const [base, lid] = laidParts(e, kernel, v.case.parts)
  const [beside, wide, deep] = [LINES * printer.line, WIDER * v.cord, v.cord * (1 - v.squeeze)]
  if (deep > v.high - 0.8) raise('high', `A groove ${deep.toFixed(2)} mm deep needs rims from ${(deep + 0.8).toFixed(2)} mm on.`, 'high') // prettier-ignore
  const out = 2 * beside + wide
  refuseOpen(e, base, context)
  const grown = (by: number) => expectOk(offsetProfile(e.outer, by))
  const ring = (inner: Profile, outer: Profile) => expectOk(difference(outer, inner))
  const groove = kernel.extrude(ring(grown(beside), grown(beside + wide)), e.parting - deep, e.parting + 1, { names: { step: id, top: 'mouth', bottom: 'groove:floor', side: 'groove' }, tolerance }) // prettier-ignore
  const rims = ([-1, 1] as const).map((up) => rim(e, out, v.high, up, context))
  const sealed = kernel.union([base, rims[0]!])
  // A rim would fill the holes of what stands there.
  const room = kernel.extrude(ring(grown(0.1), grown(out)), e.parting - deep, e.parting, { names: { step: id, top: 'in', bottom: 'in', side: 'in' }, tolerance }) // prettier-ignore
  const [stands] = kernel.bodies(kernel.intersect(base, room)).filter((body) => body.volume() > MISSING)
  if (stands) raise('in-the-way', `Something stands outside of the wall at the seam near ${where(stands)}, where the groove would run: screws at the corners, a hinge or guides of a strap. Screws through the board leave it free.`, 'case') // prettier-ignore
  const way = grown(beside + wide / 2)
  return {
    parts: [
      { id: e.base, solid: stood(e, kernel, kernel.subtract(sealed, [groove])) },
      { id: e.lid, solid: stood(e, kernel, kernel.union([lid, rims[1]!])) },
    ],
    rows: [gapRow(id, 'deep', 'Room of the cord in its groove', deep, 'exact', { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'groove:floor' } }, { of: 'parts', parts: [e.lid], surfaces: { step: id, role: 'seal' } })], // prettier-ignore
    notes: [`A cord of Ø ${v.cord.toFixed(1)} mm, ${perimeterOf(way).toFixed(0)} mm long; the groove is ${Math.round((25 * Math.PI * v.cord * v.cord) / (wide * deep))} % full.`], // prettier-ignore
  }
}

/** A cord seals where the wall is whole: not where it is open at the seam. Errors: open (where) */
function refuseOpen(e: Enclosure, base: Solid, { kernel, id, tolerance }: StepContext): void {
  const drawn = (p: Profile, z0: number, z1: number) => kernel.extrude(p, z0, z1, { names: { step: id, top: 'in', bottom: 'in', side: 'in' }, tolerance }) // prettier-ignore
  const wall = kernel.subtract(drawn(expectOk(offsetProfile(e.outer, -0.05)), e.parting - 0.4, e.parting - 0.1), e.hollows.map((h) => drawn(expectOk(offsetProfile(h.outline, 0.05)), h.from - 1, h.to + 1))) // prettier-ignore
  const [open] = kernel.bodies(kernel.subtract(wall, [base])).filter((b) => b.volume() > MISSING)
  if (open) raise('open', `The wall is open at the seam near ${where(open)}, and no cord seals there: an opening that is not open towards the parting, or another height of it, would do.`, 'case') // prettier-ignore
}

const where = (solid: Solid): string => {
  const { min, max } = solid.bounds()
  return `x ${((min[0] + max[0]) / 2).toFixed(1)}, y ${((min[1] + max[1]) / 2).toFixed(1)} mm`
}

/** A rim outside of the wall, below the seam or above it, and the slope that carries it. */
function rim(e: Enclosure, out: number, high: number, up: 1 | -1, { kernel, id, tolerance }: StepContext): Solid {
  const grown = (by: number) => expectOk(offsetProfile(e.outer, by))
  const names = { step: id, top: up < 0 ? 'seal' : 'rim', bottom: up < 0 ? 'rim' : 'seal', side: 'rim' }
  const z = (far: number) => e.parting + up * far
  const [low, top] = [Math.min(z(0), z(high)), Math.max(z(0), z(high))]
  // Both outlines are made from the outside of the case by growing it, so that they have the same run.
  const [narrow, wide] = [grown(0.02), grown(out)].map((p) => p.loops[0]!)
  const slope = up < 0 ? kernel.taper(narrow!, wide!, z(high + out), z(high), { names, tolerance }) : kernel.taper(wide!, narrow!, z(high), z(high + out), { names, tolerance }) // prettier-ignore
  const whole = kernel.union([kernel.extrude(grown(out), low, top, { names, tolerance }), slope])
  const inner = kernel.extrude(expectOk(offsetProfile(e.outer, -0.02)), e.bottom - out, e.top + out, { names: { step: id, top: 'in', bottom: 'in', side: 'in' }, tolerance }) // prettier-ignore
  const bare = kernel.subtract(whole, [inner])
  // A slope that would go on past the case ends with it.
  const [, under] = kernel.split(bare, [0, 0, 1], e.top, id, 'rim')
  return kernel.split(under, [0, 0, 1], e.bottom, id, 'rim')[0]
}
