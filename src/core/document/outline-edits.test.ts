import { removeReference, setBlock, setMove, swapFile, together } from './edits'
import { blockSchema } from './items-schema'
import {
  addLoop,
  addOutline,
  addPhotoCheck,
  addTraceSize,
  calibrate,
  moveTracePoint,
  removeLoop,
  removeOutline,
  removeTraceNode,
  setLoops,
  setLoopsOfThing,
  setTraceSize,
  takeLayer,
} from './outline-edits'
import { type TraceLoop } from './photo-schema'
import { emptyProject, makeReference, outlineSchema, type Project } from './schema'

const SHA = 'a'.repeat(64)
const photo = outlineSchema.parse({ id: 'b', name: 'Bracket', kind: 'photo', file: SHA, fileName: 'b.jpg', photo: { width: 800, height: 600 } }) // prettier-ignore
const plate: TraceLoop = {
  id: 'p',
  kind: 'path',
  closed: true,
  nodes: ['1', '2', '3'].map((id, i) => ({ id, at: [100 * i, 50 * i * i], to: 'line' })),
}
const hole: TraceLoop = { id: 'h', kind: 'circle', points: [[0, 0], [4, 0], [2, 2]] } // prettier-ignore
const start = together(
  addOutline(photo),
  addLoop('b', plate),
  addLoop('b', hole),
  addTraceSize('b', { id: 's', kind: 'distance', from: { loop: 'p', node: '1' }, to: { loop: 'h' }, length: '40', how: 'scale' }),
  addTraceSize('b', { id: 'd', kind: 'diameter', loop: 'h', length: 'pivot' }),
)(emptyProject('Vent')) // prettier-ignore
const photoOf = (p: Project) => {
  const [outline] = p.outlines
  if (outline?.kind !== 'photo') throw new Error('no photo')
  return outline.photo
}

test('sizes go with the lines they hang on, and with no others', () => {
  const sizes = (edit: (p: Project) => Project) => photoOf(edit(start)).sizes.map((s) => s.id)
  expect(sizes(removeLoop('b', 'h'))).toEqual([])
  expect(sizes(removeTraceNode('b', 'p', '1'))).toEqual(['d'])
  expect(sizes(removeTraceNode('b', 'p', '2'))).toEqual(['s', 'd'])
  expect(sizes(setLoops('b', [hole]))).toEqual(['d'])
})

test('a line that loses all but one of its points goes altogether', () => {
  const bare = together(removeTraceNode('b', 'p', '2'), removeTraceNode('b', 'p', '3'))(start)
  expect(photoOf(bare).loops.map((l) => l.id)).toEqual(['h'])
})

test('a new calibration leaves the traced pixels as they are', () => {
  const next = calibrate('b', { kind: 'length', a: [0, 0], b: [100, 0], length: '25' })(start)
  expect(photoOf(next).loops).toBe(photoOf(start).loops)
  expect(photoOf(start).calibration).toBeUndefined()
})

test('points, checks and sizes are changed one by one', () => {
  const moved = photoOf(moveTracePoint('b', { loop: 'h', node: 1 }, [9, 9])(start)).loops[1]!
  expect(moved.kind === 'circle' && moved.points).toEqual([[0, 0], [9, 9], [2, 2]]) // prettier-ignore
  const checked = addPhotoCheck('b', { id: 'c', a: [0, 0], b: [1, 1], length: '5' })(start)
  expect(photoOf(checked).checks).toHaveLength(1)
  expect(photoOf(setTraceSize('b', 's', { how: 'move' })(start)).sizes[0]).toMatchObject({ how: 'move', length: '40' })
  expect(removeOutline('b')(start).outlines).toEqual([])
})

test('layers of a drawing are left and taken again', () => {
  const drawing = outlineSchema.parse({ id: 'd', name: 'D', kind: 'drawing', file: SHA, fileName: 'd.dxf' })
  const without = (...edits: ((p: Project) => Project)[]) => {
    const [outline] = together(addOutline(drawing), ...edits)(emptyProject('D')).outlines
    return outline?.kind === 'drawing' && outline.without
  }
  expect(without(takeLayer('d', 'notes', false))).toEqual(['notes'])
  expect(without(takeLayer('d', 'notes', false), takeLayer('d', 'notes', true))).toEqual([])
})

test('the next revision takes over what was said of items by their new names, everywhere', () => {
  const face = { item: 'knob', kind: 'plane' as const, direction: [0, 0, 1] as [number, number, number], point: [0, 0, 0] as [number, number, number] } // prettier-ignore
  const reference = (id: string) => makeReference({ id, name: id, kind: 'step', file: SHA, fileName: `${id}.step` })
  const project: Project = {
    ...emptyProject('Case'),
    references: [
      {
        ...reference('board'),
        flats: ['knob'],
        travels: { knob: { kind: 'slide', direction: [0, 0, 1], length: '3' } },
      },
      reference('lid'),
    ],
    measures: [{ id: 'm', name: '', ends: [{ reference: 'board', owner: 'knob', as: 'face', point: [0, 0, 0], face }, { owner: 'wrap.base', as: 'point', point: [0, 0, 0] }] }], // prettier-ignore
  }
  const placed = together(
    setMove('board', { id: 'g', kind: 'ground', face }),
    setMove('lid', { id: 'f', kind: 'meet', face: { ...face, item: 'own' }, with: { reference: 'board', face }, gap: '0' }), // prettier-ignore
    setBlock(blockSchema.parse({ id: 'k', name: 'K', on: 'board', face, foot: [0, 0, 0], shape: { kind: 'cylinder', diameter: '4', height: '2' } })), // prettier-ignore
  )(project)
  const next = swapFile('board', { file: 'b'.repeat(64), fileName: 'b.step', kind: 'step' }, { knob: 'dial', own: 'no' })(placed) // prettier-ignore
  expect(JSON.stringify(next)).not.toContain('knob')
  expect(JSON.stringify(next)).toContain('"item":"own"')
  expect(removeReference('board')(next).blocks).toEqual([])
})

test('what is traced of one thing takes the place of what was traced of it, and leaves other things alone', () => {
  const square = (id: string, x: number, size: number): TraceLoop => ({
    id,
    kind: 'path',
    closed: true,
    nodes: [[x, 0], [x + size, 0], [x + size, size], [x, size]].map(([u, v], k) => ({ id: `${id}${k}`, at: [u!, v!], to: 'line' })), // prettier-ignore
  })
  const hole: TraceLoop = {
    id: 'hole',
    kind: 'circle',
    points: [
      [40, 50],
      [60, 50],
      [50, 60],
    ],
  }
  const photo = { width: 400, height: 300, checks: [], loops: [], sizes: [] }
  const start = addOutline({ id: 'o', name: 'Handles', kind: 'photo', file: 'a'.repeat(64), fileName: 'h.jpg', photo })(emptyProject('Rack')) // prettier-ignore
  const loops = (...edits: ((p: Project) => Project)[]) => {
    const outline = edits.reduce((p, edit) => edit(p), start).outlines[0]!
    return outline.kind === 'photo' ? outline.photo.loops.map((l) => l.id) : []
  }
  const first = setLoopsOfThing('o', [square('a', 0, 100), hole])
  const second = setLoopsOfThing('o', [square('b', 150, 80)])
  expect(loops(first, second)).toEqual(['a', 'hole', 'b'])
  // Traced once more, a hair beside where it was.
  expect(loops(first, second, setLoopsOfThing('o', [square('c', 1, 99)]))).toEqual(['b', 'c'])
  expect(loops(first, second, setLoops('o', [square('all', 0, 300)]))).toEqual(['all'])
})
