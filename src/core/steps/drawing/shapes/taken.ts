import { choiceField } from '../../../fields/choice'
import { outlineField } from '../../../fields/outline'
import { placeField } from '../../../fields/place'
import { angleField } from '../../../fields/number'
import { moved } from '../../../profile/moved'
import { loopArea } from '../../../profile/measure'
import { raise } from '../../../result'
import { shapeKind } from './shape-kind'
import { roleField } from './role'
import { turnedAbout } from './straight'

export const takenShape = shapeKind({
  kind: 'taken',
  title: 'taken from a photo or a drawing',
  findBy: ['trace', 'photo', 'dxf', 'svg', 'outline', 'imported'],
  about: 'The lines of an outline that was gathered. They stay tied to it: what changes there changes here.',
  fields: {
    from: outlineField('The outline'),
    holes: choiceField('Its holes', 'with', { with: 'with its holes', without: 'without its holes' }),
    at: placeField('Where its datum lies'),
    turn: angleField('The turn', '0', -360, 360),
    is: roleField(),
  },
  sentence: ['Taken from', { field: 'from', after: ',' }, { field: 'holes', after: ',' }, { field: 'at', before: 'its datum at', after: ',' }, { field: 'turn', rare: true, before: 'turned', after: ',' }, { field: 'is', after: '.' }], // prettier-ignore
  make: ({ from, holes, at, turn }, id) => {
    const put = turnedAbout(at, turn)
    const named = (run: readonly Parameters<typeof moved>[0][]) =>
      run.map((s, i) => ({ ...moved(s, put), id: `${id}.${s.id ?? i + 1}` }))
    const profile = from.profile.loops.map(named)
    if (profile.length + from.open.length === 0)
      return raise('empty', `There is no line on ${from.name} yet; trace it, or take in a layer of it.`, 'from')
    const loops = holes === 'with' ? profile : profile.filter((_, i) => loopArea(from.profile.loops[i]!) > 0)
    return {
      regions: loops.length > 0 ? [{ loops }] : [],
      open: from.open.map(named),
      points: {
        datum: at,
        ...Object.fromEntries(from.holes.map((h, i) => [`hole${i + 1}`, put(h.centre)])),
      },
    }
  },
})
