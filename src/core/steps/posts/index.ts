import { choiceField } from '../../fields/choice'
import { holesField } from '../../fields/item'
import { type FieldSpecs, type FieldValues } from '../../fields/kinds'
import { lengthField } from '../../fields/length'
import { publicationField } from '../../fields/publication'
import { compose, translation } from '../../geometry/placement'
import type { Vec2 } from '../../geometry/vec'
import type { Solid } from '../../kernel/kernel'
import type { TurnedEdge } from '../../kernel/mesh-builder'
import { chordsFor } from '../../profile/polygon'
import type { Hole } from '../../references/board'
import { raise } from '../../result'
import { ENCLOSURE, type Enclosure } from '../enclosure'
import { type StepContext, stepKind, type StepOutput } from '../step-kind'
import { offerPosts, startPosts } from './offers'

export const postsFields = {
  case: publicationField('Case', ENCLOSURE, (e) => [e.base]),
  holes: holesField('Holes', 'case'),
  across: lengthField('Outside diameter', '6.4', 0.8, 100),
  top: choiceField('Top', 'pin', {
    pin: 'pins through the holes,',
    pilot: 'pilot holes for screws',
    plain: 'plain tops.',
  }),
  gap: lengthField('Gap round the pin, per side', 'fit.sliding', 0, 5, 'per-side'),
  reach: lengthField('Pin length above the post', 'board.thickness + 0.8', 0.2, 100),
  pilot: lengthField('Pilot hole diameter', '2.5', 0.4, 50),
  foot: lengthField('Fillet at the foot', 'min(1, (board.bottom - case.floor) / 2)', 0, 20),
} satisfies FieldSpecs

type Values = FieldValues<typeof postsFields>

/** The post goes this far into the floor, so that both become one, mm. */
const ROOT = 0.2
/** Free length a pin keeps to the roof, mm. */
const ROOF_ROOM = 0.1

export const postsStep = stepKind({
  kind: 'posts',
  title: 'Stand the board on posts',
  findBy: ['post', 'standoff', 'pin', 'screw', 'mount', 'hold the board', 'boss'],
  group: 'hold',
  about: 'Stands the board on posts; changes the base.',
  fields: postsFields,
  fieldNotes: {
    case: 'id of a case step before; empty: the nearest',
    holes: '`"mounting"`, or a list of hole ids (`h1`, `h2` … in file order)',
    top: '`pin` (through the hole), `pilot` (hole for a screw) or `plain`',
    gap: 'gap round the pin, per side',
    reach: 'length of the pin above the post',
  },
  sentence: [
    'Stand the board on posts at', { field: 'holes', after: ',' }, { field: 'across' }, 'across, with', { field: 'top' },
    { field: 'reach', when: ['top', 'pin'], after: ' long,' },
    { field: 'gap', when: ['top', 'pin'], after: ' clear per side.' },
    { field: 'pilot', when: ['top', 'pilot'], before: 'of Ø', after: '.' },
    'Foot rounded', { field: 'foot', after: '.' },
  ], // prettier-ignore
  surfaces: {
    pin: { called: 'pin', moved: ['gap', 'the gap round the pin'] },
    tip: { called: 'end of the pin', moved: ['reach', 'the length of the pin'], along: () => 1 },
    pilot: { called: 'pilot hole', moved: ['pilot', 'the pilot hole'] },
    foot: { called: 'foot of the post', moved: ['foot', 'the fillet'] },
    post: { called: 'post', moved: ['across', 'the post'] },
    seat: { called: 'top of the post', moved: ['across', 'the post'] },
  },
  start: startPosts,
  offers: offerPosts,
  example: [
    { kind: 'case', fields: {} },
    { kind: 'posts', fields: { across: '6.4' } },
  ],
  build: buildPosts,
})

function buildPosts(v: Values, context: StepContext): StepOutput {
  const { kernel, id } = context
  const e = v.case.data
  if (v.holes.length === 0)
    return { parts: [], rows: [], notes: ['The board has no mounting holes, so there are no posts.'] }
  const posts = v.holes.map((hole) => placedPost(v, context, e, hole))
  return {
    parts: [{ id: e.base, solid: kernel.union([v.case.parts.get(e.base)!, ...posts]) }],
    rows:
      v.top === 'pin'
        ? [
            {
              id: `${id}:pins`,
              step: id,
              between: `Pins in board holes`,
              wanted: v.gap,
              tolerance: 0.05,
              rule: 'exact',
              a: { of: 'items', reference: e.reference, items: [e.board.item] },
              b: { of: 'parts', parts: [e.base], surfaces: { step: id, role: 'pin' } },
            },
          ]
        : [],
    notes: [],
  }
}

function placedPost(v: Values, context: StepContext, e: Enclosure, hole: Hole): Solid {
  const { kernel, id, tolerance } = context
  const height = e.board.under - e.floor
  if (height < 0.05)
    raise(
      'no-room',
      'There is no room for posts between the floor and the board; more clearance below would make some.',
      'case',
    )
  if (v.foot > height)
    raise(
      'foot',
      `A ${v.foot.toFixed(2)} mm fillet does not fit on a ${height.toFixed(2)} mm post; up to ${height.toFixed(2)} mm would.`,
      'foot',
    )
  const radius = v.across / 2
  const { start, edges } = postOutline(v, tolerance, e, height, hole)
  const chords = Math.max(24, chordsFor(radius + v.foot, 2 * Math.PI, tolerance))
  const post = kernel.turned(start, edges, { step: id, copy: [hole.id] }, chords)
  return kernel.place(post, compose(e.stand, translation([hole.centre[0], hole.centre[1], e.floor])))
}

/** The post as an outline in (radius, height above the floor). */
function postOutline(
  v: Values,
  tolerance: number,
  e: Enclosure,
  height: number,
  hole: Hole,
): { start: Vec2; edges: TurnedEdge[] } {
  const radius = v.across / 2
  const axis = { axis: [0, 0, 1], point: [0, 0, 0] } as const
  const level = (to: Vec2, role: string, up: 1 | -1): TurnedEdge => ({
    to,
    role,
    shape: { kind: 'plane', normal: [0, 0, up], point: [0, 0, to[1]] },
  })
  const round = (to: Vec2, role: string, r: number, isHole = false): TurnedEdge => ({
    to,
    role,
    shape: { kind: 'cylinder', ...axis, radius: r, hole: isHole },
  })
  const edges: TurnedEdge[] = [
    level([radius + v.foot, -ROOT], 'root', -1),
    round([radius + v.foot, 0], 'root', radius + v.foot),
  ]
  if (v.foot > 1e-6) {
    const count = chordsFor(v.foot, Math.PI / 2, tolerance)
    const on = (i: number): Vec2 => {
      const a = (Math.PI / 2) * (i / count)
      return [radius + v.foot * (1 - Math.sin(a)), v.foot * (1 - Math.cos(a))]
    }
    edges.push({
      to: on(count),
      via: Array.from({ length: count - 1 }, (_, i) => on(i + 1)),
      role: 'foot',
      shape: { kind: 'torus', ...axis, point: [0, 0, v.foot], radius: radius + v.foot, tube: v.foot },
    })
  }
  edges.push(round([radius, height], 'post', radius))
  if (v.top === 'pin') {
    const pin = hole.diameter / 2 - v.gap
    if (pin < 0.3)
      raise(
        'gap',
        `A pin with ${v.gap.toFixed(2)} mm round it in a ${hole.diameter.toFixed(2)} mm hole would be ${Math.max(0, 2 * pin).toFixed(2)} mm across; a smaller gap or a pilot hole would do.`,
        'gap',
      )
    if (pin >= radius)
      raise(
        'across',
        `Posts of ${v.across.toFixed(2)} mm are no wider than their pins of ${(2 * pin).toFixed(2)} mm; from ${(2 * pin + 1.6).toFixed(1)} mm on they carry the board.`,
        'across',
      )
    const most = e.roof - e.floor - height - ROOF_ROOM
    if (v.reach > most)
      raise(
        'reach',
        `Pins ${v.reach.toFixed(2)} mm long would meet the roof; up to ${most.toFixed(2)} mm fit.`,
        'reach',
      )
    edges.push(
      level([pin, height], 'seat', 1),
      round([pin, height + v.reach], 'pin', pin),
      level([0, height + v.reach], 'tip', 1),
    )
  } else if (v.top === 'pilot') {
    const pilot = v.pilot / 2
    if (pilot > radius - 0.4)
      raise(
        'pilot',
        `A ${v.pilot.toFixed(2)} mm pilot hole leaves no wall in a ${v.across.toFixed(2)} mm post; up to ${Math.max(0, v.across - 0.8).toFixed(2)} mm would.`,
        'pilot',
      )
    edges.push(
      level([pilot, height], 'seat', 1),
      round([pilot, 0], 'pilot', pilot, true),
      level([0, 0], 'pilot:end', 1),
    )
  } else edges.push(level([0, height], 'seat', 1))
  return { start: [0, -ROOT], edges }
}
