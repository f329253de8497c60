import { offsetFaces } from '../../alter/by-what'
import { withFaces } from '../../alter/move-faces'
import { type FlatWall, wallBehind, wallsLike } from '../../alter/walls-of'
import type { NewFace } from '../../alter/plan'
import type { Pointable } from '../../faces/resolve'
import { choiceField } from '../../fields/choice'
import { lengthField } from '../../fields/length'
import { facesField, partField } from '../../fields/part'
import { raise } from '../../result'
import { formatLength } from '../../units/length'
import { asFar, GONE_NOTE, goneField, offerOnFaces, passNotes, someFaces } from '../by-hand'
import { stepKind } from '../step-kind'

/** The thickness of flat walls, plates, ribs and legs of a part, however it was made. */
export const wallSizeStep = stepKind({
  kind: 'wall-size',
  title: 'Give walls a thickness',
  findBy: ['thicker', 'thinner', 'plate', 'flange', 'leaf', 'leg', 'rib', 'equal walls', 'edit a mesh'],
  group: 'alter',
  about: 'Gives flat walls of a part another thickness, however it was made: one, several, or all that are as thick.',
  fields: {
    part: partField('The part', 'change'),
    faces: facesField('A face of each', 'part'),
    also: choiceField('Which else', 'these', { these: 'alone', alike: 'and all as thick as they are' }),
    thick: lengthField('The thickness', '2', 0.01, 1000),
    side: choiceField('Which side moves', 'picked', { picked: 'the picked side moves', behind: 'the other side moves', both: 'both sides move, half each' }), // prettier-ignore
    gone: goneField(),
  },
  fieldNotes: {
    part: 'id of the part',
    faces: 'kept flat faces of it, one of each wall',
    also: '`these` walls alone, or with all that are as thick (`alike`)',
    side: 'which of the two faces of each wall moves: the `picked` one, the one `behind` it, or `both`',
    gone: GONE_NOTE,
  },
  sentence: [
    'Make the walls behind', { field: 'faces' }, { field: 'part', before: 'of', after: ',' }, { field: 'also', after: ',' }, { field: 'thick', after: ' thick;' }, { field: 'side', after: '.' }, { field: 'gone', rare: true, after: '.' },
  ], // prettier-ignore
  offers: (at) => {
    const [pick] = at.picks
    const thick = pick?.thickness
    if (thick === undefined || at.picks.some((p) => p.shape.kind !== 'plane')) return []
    return offerOnFaces(at, 'wall-size', (_, many) => (many ? 'give these walls a thickness' : 'give this wall a thickness'), { thick: String(Math.round(thick * 1000) / 1000) }) // prettier-ignore
  },
  example: [
    { kind: 'solid', fields: {} },
    { kind: 'wall-size', fields: { part: 'before1', faces: [{ name: { step: 'before1', role: 'far' }, near: [0, 0, 10], of: 1 }], thick: '6.4' } }, // prettier-ignore
  ],
  build: ({ part, faces, also, thick, side, gone }, { kernel }) => {
    const on = part.pointable()
    const picked = someFaces(faces).map((f) => wallBehind(on, f.region) ?? raise('no-wall', 'Behind one of these faces there is no flat face that looks the other way.', 'faces')) // prettier-ignore
    const walls = also === 'alike' ? allLike(on, picked) : picked
    const before = walls[0]!.thick
    const attempt = (share: number) => withFaces(kernel, part.solid, on, thickened(on, walls, side, (was) => was + share * (thick - was)), { part: part.id, given: gone === 'go' }) // prettier-ignore
    const made = asFar(kernel, attempt, { field: 'thick', value: thick, from: before, unit: 'mm' })
    const sizes = [...new Set(walls.map((w) => formatLength(w.thick)))].join(', ')
    const notes = [
      `${walls.length > 1 ? `${walls.length} walls were` : 'It was'} ${sizes} mm thick.`,
      ...passNotes(made),
    ]
    return { parts: [{ id: part.id, solid: made.solid }], facts: { was: before }, rows: [], notes }
  },
  facts: { was: 'how thick the first was before' },
})

function allLike(on: Pointable, picked: readonly FlatWall[]): FlatWall[] {
  const seen = new Set<number>()
  return picked.flatMap((w) => wallsLike(on, w)).filter((w) => {
    if (seen.has(w.face) || seen.has(w.behind)) return false
    seen.add(w.face).add(w.behind)
    return true
  }) // prettier-ignore
}

function thickened(
  on: Pointable,
  walls: readonly FlatWall[],
  side: 'picked' | 'behind' | 'both',
  thickFor: (was: number) => number,
): Map<number, NewFace> {
  return new Map(
    walls.flatMap(({ face, behind, thick }) => {
      const by = thickFor(thick) - thick
      if (side === 'both') return [...offsetFaces(on, [face, behind], by / 2)]
      return [...offsetFaces(on, [side === 'picked' ? face : behind], by)]
    }),
  )
}
