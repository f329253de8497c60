import { choiceField } from '../../../fields/choice'
import { lengthField } from '../../../fields/length'
import { angleField, countField } from '../../../fields/number'
import { placeField } from '../../../fields/place'
import type { Vec2 } from '../../../geometry/vec'
import { pointed } from '../../../fields/shape-kind'
import { arc, gap2, line, type Loop, polar, type Segment } from '../../../profile/segment'
import { arcThrough } from '../../../outlines/simplify'
import { raise } from '../../../result'
import { onPiece } from './figure-places'
import { shapeKind } from './shape-kind'
import { roleField } from './role'

const MOST = 10_000

/**
 * A ring of teeth. The width of a tooth is a chord: at the crown between the two corners on the outside diameter, at the
 * foot between those on the root diameter, as calipers measure it.
 */
export const teethShape = shapeKind({
  kind: 'teeth',
  title: 'ring of teeth',
  findBy: ['gear', 'cog', 'sprocket', 'wheel', 'tooth', 'ratchet', 'seed wheel'],
  about: 'A ring of teeth by diameters, count and widths (chords, as calipers measure them).',
  fields: {
    root: lengthField('The root diameter', '30', 0.1, MOST),
    outside: lengthField('The outside diameter', '40', 0.1, MOST),
    at: placeField('Its middle'),
    count: countField('How many teeth', '16', 2, 1000),
    crown: lengthField('The width at the crown', '2', 0.01, MOST),
    foot: lengthField('The width at the foot', '3.5', 0.01, MOST),
    flank: choiceField('The flanks', 'straight', { straight: 'straight', hollow: 'hollow', full: 'full' }),
    turn: angleField('The turn', '90', -360, 360),
    is: roleField(),
  },
  sentence: ['Ring of teeth from', { field: 'root', before: 'Ø' }, { field: 'outside', before: 'to Ø' }, { field: 'at', before: 'about', after: ',' }, { field: 'count', after: ' teeth,' }, { field: 'crown', after: ' wide at the crown,' }, { field: 'foot', after: ' at the foot,' }, { field: 'flank', before: 'flanks', after: ',' }, { field: 'turn', before: 'the first at', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  drawn: {
    key: 't',
    asks: ['Point at the middle of the wheel.', 'Point at a crown, or type the diameters.'],
    figures: ['outside', 'root', 'count'],
    start: ([at], [a, b]) => {
      const outside = 2 * gap2(a!, b!)
      const share = (of: number) => String(pointed(of * outside))
      return { at, outside: share(1), root: share(0.76), crown: share(0.05), foot: share(0.085) }
    },
  },
  figuresAt: { outside: onPiece('.1.crown'), root: onPiece('.1.root'), count: 'middle' },
  bones: (given) => ({ points: { middle: given.spot('at') } }),
  make: ({ root, outside, at, count, crown, foot, flank, turn }, id) => {
    if (root >= outside) return raise('root', `The root diameter is ${root.toFixed(2)} mm; under ${outside.toFixed(2)} mm, the outside, would do.`, 'root') // prettier-ignore
    const [r, R] = [root / 2, outside / 2]
    const share = (width: number, radius: number, field: string) =>
      width >= 2 * radius ? raise(field, `A tooth ${width.toFixed(2)} mm wide does not fit on Ø ${(2 * radius).toFixed(2)} mm.`, field) : Math.asin(width / 2 / radius) // prettier-ignore
    const [low, high] = [share(foot, r, 'foot'), share(crown, R, 'crown')]
    const pitch = (2 * Math.PI) / count
    const most = (radius: number) => (2 * radius * Math.sin(pitch / 2)).toFixed(2)
    if (2 * low > pitch + 1e-12)
      return raise('foot', `${count} teeth of ${foot.toFixed(2)} mm at the foot run into each other; up to ${most(r)} mm would do.`, 'foot') // prettier-ignore
    if (2 * high > pitch + 1e-12)
      return raise('crown', `${count} teeth of ${crown.toFixed(2)} mm at the crown run into each other; up to ${most(R)} mm would do.`, 'crown') // prettier-ignore
    const loop: Segment[] = []
    const bend = { straight: 0, hollow: -0.12, full: 0.12 }[flank]
    for (let k = 0; k < count; k++) {
      const middle = (turn * Math.PI) / 180 + k * pitch
      const [a, b, c, d] = [polar(at, r, middle - low), polar(at, R, middle - high), polar(at, R, middle + high), polar(at, r, middle + low)] // prettier-ignore
      const next = polar(at, r, middle + pitch - low)
      const piece = (what: string) => `${id}.${k + 1}.${what}`
      loop.push(
        ...flankOf(a!, b!, bend, piece('in')),
        arc(b!, c!, at, true, piece('crown')),
        ...flankOf(c!, d!, bend, piece('out')),
      )
      if (pitch - 2 * low > 1e-9) loop.push(arc(d!, next, at, true, piece('root')))
    }
    return { regions: [{ loops: [closed(loop)] }], open: [], points: { middle: at }, round: { centre: at, radius: R } }
  },
})

/** A flank, bent outwards (full) or inwards (hollow) by a share of its length. */
function flankOf(a: Vec2, b: Vec2, bend: number, id: string): Segment[] {
  if (bend === 0) return [line(a, b, id)]
  const middle: Vec2 = [(a[0] + b[0]) / 2 + bend * (b[1] - a[1]), (a[1] + b[1]) / 2 - bend * (b[0] - a[0])]
  const found = arcThrough(a, middle, b)
  return [found ? { ...found, id } : line(a, b, id)]
}

/** Each piece begins to the last bit where the one before ends. */
const closed = (pieces: readonly Segment[]): Loop =>
  pieces.map((s, i) => ({ ...s, a: pieces[(i + pieces.length - 1) % pieces.length]!.b }))
