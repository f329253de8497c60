import { expectOk } from '../result'
import { emptyProject } from '../document/schema'
import { projectNames } from '../references/names'
import type { Reference } from '../references/resolve'
import { choiceField, fitField, textField, yesNoField } from './choice'
import type { PartHere, Published, Resolved, Scope, Swap } from './field-kind'
import { token } from './field-kind'
import { holesField, itemChoicesField, itemField } from './item'
import { FIELD_KINDS, type FieldSpec, fieldKind } from './kinds'
import { lengthField } from './length'
import { angleField, countField } from './number'
import { edgesField, facesField, partField, partsField } from './part'
import { publicationField } from './publication'
import { referenceField } from './reference'

const board = {
  holes: [
    { id: 'h1', name: 'hole 1', centre: [0, 0], diameter: 3.2, through: true, mounting: true, why: '' },
    { id: 'h2', name: 'hole 2', centre: [9, 0], diameter: 0.8, through: true, mounting: false, why: '' },
  ],
  bounds: [-20, -10, 20, 10],
  thickness: 1.6,
  top: 1.6,
  under: 0,
  tallest: { name: 'chip', z: 4 },
  lowest: { name: 'pin', z: -1 },
}
const item = (id: string, key = id) => ({ id, key, name: id.toUpperCase(), state: 'fitted' })
const references = [
  { id: 'photo', name: 'Handle', key: 'k0', items: [item('whole')] },
  { id: 'rl', name: 'RL', key: 'k1', items: [item('usb'), item('knob')], board },
] as unknown as Reference[]
const part = (id: string, key = 'p1'): PartHere => ({ id, name: id, key, solid: { id } as never, pointable: () => { throw new Error('not asked for') } }) // prettier-ignore
const TRAY = token<{ part: string }>('tray', 'tray')
const tray = (step: string, key: string): Published => ({ token: 'tray', step, id: step, data: { part: `${step}.base` }, key, reference: 'rl', facts: { floor: 2 }, as: 'tray' }) // prettier-ignore

const scope = (change: Partial<Scope> = {}): Scope => ({
  names: projectNames(emptyProject('Shed'), []),
  printer: emptyProject('Shed').printer,
  references,
  parts: new Map([['a.base', part('a.base')], ['b.base', part('b.base', 'p2')]]), // prettier-ignore
  published: [tray('a', 't1'), tray('b', 't2')],
  flatUnion: () => [],
  fields: new Map(),
  ...change,
})
const resolve = (spec: FieldSpec, saved: unknown, at = scope()) => fieldKind(spec).resolve(saved, spec, at)
const good = (spec: FieldSpec, saved: unknown, at = scope()): Resolved => expectOk(resolve(spec, saved, at))
const problem = (spec: FieldSpec, saved: unknown, at = scope()) => {
  const result = resolve(spec, saved, at)
  return result.ok ? 'fine' : `${result.problem.kind}: ${result.problem.message}`
}
const fallback = (spec: FieldSpec) => fieldKind(spec).schema(spec).parse(undefined)

describe('figures', () => {
  const length = lengthField('Gap', 'fit.loose', 0, 5, 'per-side')
  test('a length is what its formula comes to, in mm, and is keyed by that alone', () => {
    expect(fallback(length)).toBe('fit.loose')
    expect(good(length, '2*line')).toMatchObject({ value: 0.84, shown: 0.84 })
    expect(good(length, '0.84 mm').key).toBe(good(length, '2*line').key)
    expect(good(length, '60 thou').value).toBeCloseTo(1.524, 9)
    expect(good(length, '0.85').key).not.toBe(good(length, '0.84').key)
    expect(problem(length, '6')).toBe('range: Gap is 6 mm; between 0 and 5 mm would do.')
    expect(problem(length, 'board.top')).toMatch(/^unknown-name/)
    expect(problem(length, '3 mm * 2 mm')).toMatch(/^unit/)
  })
  test('names of what other fields of the step are about mean that here', () => {
    const at = scope({ fields: new Map([['case', { value: 0, key: '', names: { 'tray.floor': 2 } }]]) })
    expect(good(length, 'tray.floor + 1', at).value).toBe(3)
    expect(problem(length, 'tray.floor + 1')).toMatch(/^unknown-name/)
  })
  test('counts are whole, angles are degrees', () => {
    const count = countField('Teeth', '16', 3, 200)
    expect(good(count, '4*4').value).toBe(16)
    expect(problem(count, '16.5')).toBe('whole: Teeth is 16.5; a whole number is needed here.')
    expect(problem(count, '2')).toBe('range: Teeth is 2; between 3 and 200 would do.')
    expect(problem(count, '3 mm')).toMatch(/^unit/)
    const angle = angleField('Lean', '50', -80, 80)
    expect(good(angle, '45/2').value).toBe(22.5)
    expect(problem(angle, '90')).toBe('range: Lean is 90°; between -80 and 80° would do.')
  })
})

describe('words', () => {
  test('a choice is one of its options, a yes or no, a text no longer than it may be', () => {
    const top = choiceField('Top', 'pin', { pin: 'with pins', plain: 'plain' })
    expect(fallback(top)).toBe('pin')
    expect(fieldKind(top).schema(top).safeParse('sail').success).toBe(false)
    expect(good(top, 'plain')).toMatchObject({ value: 'plain', shown: 'plain' })
    const keep = yesNoField('Keep', false, 'kept', 'used up')
    expect([fallback(keep), good(keep, true).value]).toEqual([false, true])
    const label = textField('Label', 'RAIN', 4)
    expect([fallback(label), fieldKind(label).schema(label).safeParse('BEANS').success]).toEqual(['RAIN', false])
  })
  test('a fit class is the printer’s own gap, and changes with just that', () => {
    const fit = fitField('Fit', 'snug')
    const wider = scope({ printer: { ...scope().printer, gaps: { ...scope().printer.gaps, sliding: 0.3 } } })
    expect(good(fit, 'sliding').value).toEqual({ fit: 'sliding', gap: 0.2 })
    expect(good(fit, 'sliding', wider).value).toEqual({ fit: 'sliding', gap: 0.3 })
    expect(good(fit, 'snug', wider).key).toBe(good(fit, 'snug').key)
    expect(good(fit, 'sliding', wider).key).not.toBe(good(fit, 'sliding').key)
  })
})

describe('things', () => {
  test('a reference: the first that will do, by its id, or a problem; its board’s facts come along', () => {
    const any = referenceField('What')
    const withBoard = referenceField('Board', 'board')
    expect(good(any, '')).toMatchObject({ key: 'k0', reference: 'photo' })
    expect(good(withBoard, '')).toMatchObject({ key: 'k1', names: { 'board.thickness': 1.6, 'board.width': 40 } })
    expect(problem(any, 'gone')).toMatch(/not in the project any more/)
    expect(problem(withBoard, '', scope({ references: references.slice(0, 1) }))).toMatch(/has a board/)
  })
  test('what a step left: the nearest before, or by its step; with the parts it lets be changed', () => {
    const field = publicationField('Tray', TRAY, (t) => [t.part])
    expect(good(field, '')).toMatchObject({ shown: 'b', changes: ['b.base'], names: { 'tray.floor': 2 } })
    expect(good(field, 'a')).toMatchObject({
      shown: 'a',
      reference: 'rl',
      value: { step: 'a', data: { part: 'a.base' } },
    })
    const repainted = scope({ parts: new Map([['a.base', part('a.base', 'other')]]) })
    expect(good(field, 'a', repainted).key).not.toBe(good(field, 'a').key)
    expect(problem(field, 'b', repainted)).toMatch(/^no-part/)
    expect(problem(field, 'c')).toBe('no-step: The tray that this works on is not before it in the sheet, or could not be built.') // prettier-ignore
    expect(problem(field, '', scope({ published: [] }))).toBe('no-step: This needs a tray before it in the sheet.')
  })
  test('parts by id, each once, read or changed', () => {
    const one = partField('Part', 'read')
    const many = partsField('Parts', 'change')
    expect(good(one, 'a.base').changes).toBeUndefined()
    expect(good(many, ['a.base', 'b.base', 'a.base']).changes).toEqual(['a.base', 'b.base'])
    expect(good(many, ['a.base', 'b.base']).key).not.toBe(good(many, ['b.base', 'a.base']).key)
    expect(problem(one, '')).toBe('no-part: Choose a part.')
    expect(problem(one, 'c')).toBe('no-part: There is no part "c" before this step; there are a.base, b.base.')
  })
})

describe('what is picked on things', () => {
  const about = scope({ fields: new Map([['tray', { value: 0, key: '', reference: 'rl' }]]) })
  const swap: Swap = { reference: 'rl', items: { usb: 'port', h1: 'h7' }, edges: {}, steps: new Set(['s']), own: true }
  test('an item, by its content and not by its neighbours’', () => {
    const field = itemField('Item', 'tray')
    expect(good(field, 'usb', about)).toMatchObject({ key: 'usb', shown: 'usb' })
    expect(problem(field, 'lamp', about)).toBe('lost-item: RL has no item "lamp" any more; choose another.')
    expect(problem(field, '', about)).toBe('lost-item: Choose an item of RL.')
    expect(problem(field, 'usb')).toMatch(/^no-reference/)
    expect(fieldKind(field).swapped!('usb', swap, field)).toBe('port')
    expect(fieldKind(field).swapped!('usb', { ...swap, own: false }, field)).toBe('usb')
  })
  test('holes: all that are for mounting, or those named; keyed by where they are', () => {
    const field = holesField('Holes', 'tray')
    expect((good(field, 'mounting', about).value as { id: string }[]).map((h) => h.id)).toEqual(['h1'])
    expect(good(field, ['h1'], about).key).toBe(good(field, 'mounting', about).key)
    expect(problem(field, ['h1', 'h9'], about)).toMatch(/no hole h9 any more/)
    expect(fieldKind(field).swapped!(['h1', 'h2'], swap, field)).toEqual(['h7', 'h2'])
    expect(fieldKind(field).swapped!('mounting', swap, field)).toBe('mounting')
  })
  test('choices by item go with their items', () => {
    const field = itemChoicesField('Over', 'tray', 'in', { in: 'taken in', out: 'let out' })
    expect(good(field, { usb: 'out', knob: 'in' }).key).toBe(good(field, { knob: 'in', usb: 'out' }).key)
    expect(fieldKind(field).swapped!({ usb: 'out', knob: 'in' }, swap, field)).toEqual({ port: 'out', knob: 'in' })
  })
  test('faces and edges take the names of the next revision', () => {
    const name = { step: 's', role: 'cavity', segment: 'e1' }
    const near: [number, number, number] = [0, 0, 0]
    const later = { ...swap, edges: { e1: 'e4' } }
    const faces = facesField('Faces', 'part')
    expect(fieldKind(faces).swapped!([{ name, near, of: 1 }], later, faces)).toEqual([{ name: { ...name, segment: 'e4' }, near, of: 1 }]) // prettier-ignore
    const edges = edgesField('Edges', 'part')
    expect(fieldKind(edges).swapped!([{ between: [name, { step: 'x', role: 'top' }], near, of: 1, run: 'all' }], later, edges)).toEqual([{ between: [{ ...name, segment: 'e4' }, { step: 'x', role: 'top' }], near, of: 1, run: 'all' }]) // prettier-ignore
    expect(problem(faces, [])).toMatch(/^no-part/)
  })
})

test('every kind goes by its own name and takes an absent field', () => {
  for (const [type, kind] of Object.entries(FIELD_KINDS)) {
    expect(kind.type).toBe(type)
    expect(['things', 'picks', 'figures']).toContain(kind.turn)
  }
})
