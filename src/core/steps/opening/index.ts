import { laidItem } from '../../enclosures/cased-items'
import type { CasedItem, Enclosure } from '../../enclosures/enclosure'
import { gapRow } from '../../built/gap-row'
import { boxesMeet } from '../../geometry/vec'
import { compose } from '../../geometry/placement'
import type { Profile } from '../../profile/segment'
import { boundsOf } from '../../profile/measure'
import { union } from '../../profile/combine'
import { rectangle } from '../../profile/shapes'
import { expectOk, raise } from '../../result'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { openingFields, type OpeningValues } from './fields'
import { offerOpenings, startOpening } from './offers'
import { frameOf, isLevel, plugOutline, seenThrough, type Stretch, stretchesOf, type Wall } from './outline'
import { openingTools } from './tool'
import { wallFor } from './wall'

/** Cutting away less than this meets no wall, mm3. */
const LEAST_CUT = 1e-6
/** Least material left above and below an opening, mm. */
const LEAST_RIM = 0.4

export const openingStep = stepKind({
  kind: 'opening',
  title: 'Open the wall for an item',
  findBy: ['opening', 'hole', 'cut-out', 'connector', 'socket', 'let out', 'window'],
  group: 'open',
  about: 'Opens the wall for an item; changes base and lid. Only the wall is cut, never what lies behind it.',
  fields: openingFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    item: 'item id',
    others: 'ids of items that share the opening',
    round: 'with `others`: `each` along its outline, or `one` rectangle round all of them',
    side: '`auto` (the wall it faces), `front`, `back`, `left`, `right`, `top` or `bottom`',
    gap: 'gap around the item’s outline, per side',
    bevel: 'bevel at the outside',
    ledge: 'how far the wall covers the edge of the item in front of it: a window',
    view: 'degrees off straight on from which all of it is seen, at its depth behind the wall',
    plug: '`none`, or `body`: the wall is let in for the body of a plug, as far as the item reaches, with the same gap; `wires`: a hole for each in place of the opening',
    way: '`shut`, or `open`: towards the parting as wide as it is, so that an item over the edge can be put in',
  },
  sentence: [
    'Open', { field: 'side' }, 'for', { field: 'item', after: ',' }, { field: 'others', rare: true, before: 'together with', after: ',' }, { field: 'round', rare: true, after: ',' }, { field: 'gap' }, 'around, bevel', { field: 'bevel' }, 'outside,',
    { field: 'ledge', rare: true, before: 'with a ledge of', after: ' over its edge,' }, { field: 'view', rare: true, before: 'seen whole from', after: 'aslant,' },
    { field: 'plug', rare: true }, { field: 'plugWide', when: ['plug', 'body'] }, { field: 'plugHigh', when: ['plug', 'body'], before: 'by', after: ',' },
    { field: 'wires', when: ['plug', 'wires'] }, { field: 'wireAcross', when: ['plug', 'wires'], before: 'of Ø', after: ',' }, { field: 'wireUp', when: ['plug', 'wires'], after: ' over its middle,' },
    'towards the parting', { field: 'way', after: '.' },
  ], // prettier-ignore
  printer: ['line'],
  surfaces: {
    opening: { called: 'opening', moved: ['gap', 'the gap'] },
    window: { called: 'window', moved: ['ledge', 'the ledge'] },
    view: { called: 'side of the window', moved: ['view', 'how far aslant it is seen'], along: () => 0 },
    recess: { called: 'room for the plug' },
    bevel: { called: 'bevel', moved: ['bevel', 'the bevel'] },
  },
  start: startOpening,
  offers: offerOpenings,
  example: [
    { kind: 'case', fields: { over: { 'USB socket': 'out' } } },
    { kind: 'opening', fields: { item: 'USB socket', gap: '0.35' } },
  ],
  build: buildOpening,
})

function buildOpening(v: OpeningValues, context: StepContext): StepOutput {
  const { id, kernel } = context
  const { item } = v
  const e = v.case.data
  if (item.state === 'left-out')
    return { parts: [], rows: [], notes: [`${item.name} is left out, so it needs no opening.`] }
  const [flat, ...others] = [item, ...v.others.filter((o) => o.id !== item.id && o.state !== 'left-out')].map((i) => laidItem(i, { id: e.reference, stand: e.stand })) // prettier-ignore
  const wall = wallFor(flat!, v.side, e, v.gap)
  const seen = allSeen(wall, kernel, [flat!, ...others], v.round)
  const stretches = stretchesOf(seen, wall, v, 2 * context.printer.line)
  keepsRim(stretches, wall, item.name, e)
  const tools = openingTools(stretches, wall, v.way === 'open', e, context)
  const cut = [...v.case.parts].flatMap(([part, solid]) => {
    const tool = part === e.base ? tools.base : tools.lid
    if (!boxesMeet(solid.bounds(), tool.bounds())) return []
    const less = kernel.subtract(solid, [tool])
    return less.volume() < solid.volume() - LEAST_CUT ? [{ id: part, solid: less }] : []
  })
  return {
    parts: cut,
    rows: [...roundIt(v, e, id, stretches, wall), ...(v.plug === 'body' ? plugRows(v, e, id, seen, wall) : [])],
    notes: cut.length === 0 ? [`The opening for ${item.name} meets no wall.`] : v.plug === 'body' ? [] : setBack(item.name, wall, v), // prettier-ignore
  }
}

/** What is seen of all that share an opening, each from where it ends itself. */
function allSeen(
  wall: Wall,
  kernel: StepContext['kernel'],
  items: readonly CasedItem[],
  round: OpeningValues['round'],
): Profile {
  const outlines = items.map((item, i) =>
    seenThrough(i === 0 ? wall : { ...wall, reach: reachOf(wall, item) }, kernel, item),
  )
  const [first, ...more] = outlines
  if (more.length === 0) return first!
  const all = more.reduce((sum, next) => expectOk(union(sum, next)), first!)
  return round === 'one' ? rectangle(...boundsOf(all)) : all
}

/** How far an item comes out along the normal of a wall, mm. */
function reachOf({ z }: Wall, { positions }: CasedItem): number {
  let far = -Infinity
  for (let i = 0; i < positions.length; i += 3) far = Math.max(far, z[0] * positions[i]! + z[1] * positions[i + 1]! + z[2] * positions[i + 2]!) // prettier-ignore
  return far
}

/** Refuses an opening that a side has no room for. Errors: rim */
function keepsRim(stretches: readonly Stretch[], wall: Wall, name: string, e: Enclosure): void {
  if (isLevel(wall)) return
  const spans = stretches.map((s) => boundsOf(s.wider ?? s.outline))
  const [low, high] = [Math.min(...spans.map((b) => b[1])), Math.max(...spans.map((b) => b[3]))]
  const past = low < e.bottom + LEAST_RIM ? 'floor' : high > e.top - LEAST_RIM ? 'roof' : undefined
  if (past)
    raise(
      'rim',
      `The opening for ${name} would reach from ${low.toFixed(2)} to ${high.toFixed(2)} mm, past the ${past} of the case (${e.bottom.toFixed(2)} to ${e.top.toFixed(2)} mm). More clearance ${past === 'floor' ? 'below' : 'above'} would make room.`,
      'gap',
    )
}

/** Where nothing of an opening goes round its item there is no gap: a ledge in front of one that ends behind the wall. */
const roundIt = (
  v: OpeningValues,
  e: Enclosure,
  id: string,
  stretches: readonly Stretch[],
  wall: Wall,
): StepOutput['rows'] =>
  stretches.some((s) => s.role === 'opening' && s.to > wall.inside) || (v.ledge === 0 && v.view > 0)
    ? [
        gapRow(id, 'gap', `${[v.item, ...v.others].map((i) => i.name).join(', ')} in ${v.others.length > 0 ? 'one' : 'its'} opening`, v.gap, 'at-least', { of: 'items', reference: e.reference, items: [v.item, ...v.others].map((i) => i.id) }, { of: 'parts', parts: [e.base, e.lid], surfaces: { step: id, role: 'opening' }, also: ['view', 'recess'].map((role) => ({ step: id, role })) }), // prettier-ignore
      ]
    : []

/** How far outside of the wall a plug is looked at, mm. */
const PLUG_LONG = 15

/** The plug as it stands in its socket, past base and lid. */
function plugRows(v: OpeningValues, e: Enclosure, id: string, seen: Profile, wall: Wall): StepOutput['rows'] {
  const plug = { of: 'drawn', profile: plugOutline(seen, v), frame: compose(e.stand, frameOf(wall)), span: [wall.reach, wall.outside + PLUG_LONG] } as const // prettier-ignore
  const past = (part: string, called: string) => gapRow(id, `plug:${called}`, `Plug of ${v.item.name} past the ${called}`, v.gap, 'at-least', plug, { of: 'whole', part }) // prettier-ignore
  return [past(e.base, 'base'), past(e.lid, 'lid')]
}

/** Behind the inside of the wall by more than this counts as set back, mm. */
const SET_BACK = 0.5

/** An item that ends before the wall has a wide gap in its opening; what matters then is how far a plug must reach. */
function setBack(name: string, wall: Wall, v: OpeningValues): string[] {
  const { reach, inside, outside } = wall
  if (reach > inside - SET_BACK) return []
  const behind = `${name} ends ${(outside - reach).toFixed(1)} mm behind the outside of the wall`
  if (!isLevel(wall)) return [`${behind}: a plug has to reach that far in.`]
  return v.view > 0 ? [] : [`${behind}; seen from 45° it would need ${(outside - reach).toFixed(1)} mm more all round.`]
}
