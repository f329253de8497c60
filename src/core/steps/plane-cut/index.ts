import { choiceField } from '../../fields/choice'
import { bodyAt } from '../../divide/parted'
import { facesField, type FaceValue, partField } from '../../fields/part'
import { planeField } from '../../fields/plane'
import { apply, turn } from '../../geometry/placement'
import { dot } from '../../geometry/vec'
import type { Kernel, Solid } from '../../kernel/kernel'
import { raise } from '../../result'
import { newStep, type Offer, type Situation } from '../offer'
import { flatPick } from '../picked'
import { stepKind } from '../step-kind'

/** A part cut along a plane, upright, level or at a slant; one side of it stays, or both. */
export const planeCutStep = stepKind({
  kind: 'plane-cut',
  title: 'Cut at a plane',
  findBy: ['slant', 'slice', 'trim', 'mitre', 'halve', 'plane', 'saw', 'choose pieces'],
  group: 'change',
  about: 'Cuts a part along a plane, also at an angle through one of its edges, and keeps one side of it, or both.',
  fields: {
    part: partField('The part', 'change'),
    at: planeField('The plane'),
    keep: choiceField('What stays', 'behind', { behind: 'what lies behind it', front: 'what lies in front of it', both: 'both, as parts of their own', picked: 'the pieces that have' }), // prettier-ignore
    holds: facesField('A face of each piece that stays', 'part'),
  },
  fieldNotes: {
    part: 'id of the part',
    at: 'as in a drawing: a plane through an edge of a face, by `"edge"` and `"angle"`, cuts at a slant',
    keep: '`behind` or in `front` of the plane; `both`: the part keeps what lies behind, the rest is `ID.2`, ID being the step’s; `picked`: the pieces that have one of some faces, at both sides of it',
    holds: 'with `picked`: a face of each piece that stays, kept by the place at which it was picked',
  },
  sentence: ['Cut', { field: 'part' }, { field: 'at', before: 'at', after: ',' }, { field: 'keep', before: 'keeping' }, { field: 'holds', when: ['keep', 'picked'], after: '.' }], // prettier-ignore
  surfaces: { cut: { called: 'cut' } },
  start: (at: Situation) => {
    const last = at.parts.at(-1)
    return last && { part: last.id, at: { base: 'ground', off: '5' } }
  },
  offers: offerCut,
  example: [
    { kind: 'solid', fields: { width: '40', depth: '24', height: '10' } },
    { kind: 'plane-cut', fields: { part: 'before1', at: { base: 'ground', off: '6' } } },
  ],
  build: ({ part, at, keep, holds }, { kernel, id }) => {
    const out = turn(at.frame, [0, 0, 1])
    const [front, behind] = kernel.split(part.solid, out, dot(out, apply(at.frame, [0, 0, 0])), id, 'cut')
    const lost = [front, behind].find((s) => s.volume() < 1e-9 * part.solid.volume())
    if (lost) return raise('missed', `The plane does not go through ${part.name}, which lies ${lost === front ? 'behind' : 'in front of'} it.`, 'at') // prettier-ignore
    if (keep === 'picked')
      return { parts: [{ id: part.id, solid: piecesWith(kernel, [front, behind], holds) }], rows: [], notes: [] }
    const [stays, other] = keep === 'front' ? [front, behind] : [behind, front]
    const more = keep === 'both' ? [{ id: `${id}.2`, solid: other, name: `${part.name} 2` }] : []
    return { parts: [{ id: part.id, solid: stays }, ...more], rows: [], notes: [] }
  },
})

/** The pieces at both sides that have a place of some faces, as one solid. Errors: no-face */
function piecesWith(kernel: Kernel, sides: readonly Solid[], holds: readonly FaceValue[]): Solid {
  if (holds.length === 0) return raise('no-face', 'Pick a face of each piece that stays.', 'holds')
  const bodies = sides.flatMap((s) => kernel.bodies(s))
  return kernel.union([...new Set(holds.flatMap(({ point }) => bodyAt(kernel, bodies, point) ?? []))])
}

/** The part whose flat face is picked, at a slant through its lower edge. */
function offerCut(at: Situation): Offer[] {
  const flat = flatPick(at)
  if (!flat || !('part' in flat.face)) return []
  const plane = { ...flat.face, datum: 'middle', edge: 'low', angle: '-30', off: '0' }
  return [{ key: 'cut slant', words: 'cut at a slant here', picked: true, of: 'part', steps: [newStep(at, 'plane-cut', { part: flat.face.part, at: plane })] }] // prettier-ignore
}
