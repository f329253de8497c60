import {
  addReference,
  addStep,
  duplicateStep,
  moveStep,
  removeStep,
  setField,
  setItemState,
  setOff,
  setUnit,
  together,
  turnReference,
} from './edits'
import { cancelGroup, endGroup, newHistory, record, redo, undo } from './history'
import { checkProject, readProject, writeProject } from '../sheet/read-project'
import { emptyProject, makeReference } from './schema'

const board = makeReference({ id: 'rl2', name: 'RL-2', kind: 'step', file: 'b'.repeat(64), fileName: 'rl-2.step' })
const start = together(
  addReference(board),
  addStep({ id: 's1', kind: 'case', off: false, fields: { clear: '0.55' } }),
)(emptyProject('Rain logger'))

describe('edits', () => {
  test('leave the old document as it was', () => {
    const next = setField('s1', 'clear', '1 mm')(start)
    expect(start.steps[0]!.fields.clear).toBe('0.55')
    expect(next.steps[0]!.fields.clear).toBe('1 mm')
    expect(next.references).toBe(start.references)
  })
  test('steps move, double, go off and go', () => {
    const two = duplicateStep('s1', 's2')(start)
    expect(two.steps.map((s) => s.id)).toEqual(['s1', 's2'])
    expect(moveStep('s2', -1)(two).steps.map((s) => s.id)).toEqual(['s2', 's1'])
    expect(moveStep('s1', -1)(two)).toBe(two)
    expect(setOff('s2', true)(two).steps[1]!.off).toBe(true)
    expect(removeStep('s1')(two).steps.map((s) => s.id)).toEqual(['s2'])
  })
  test('four quarter turns about one axis are none', () => {
    const once = turnReference('rl2', 'z')(start)
    expect(once.references[0]!.turns).toEqual([{ axis: 'z', quarters: 1 }])
    const back = [1, 2, 3].reduce((p) => turnReference('rl2', 'z')(p), once)
    expect(back.references[0]!.turns).toEqual([])
  })
  test('an item left out and fitted again leaves no trace', () => {
    const out = setItemState('rl2', 'Radio module', 'left-out')(start)
    expect(out.references[0]!.states).toEqual({ 'Radio module': 'left-out' })
    expect(setItemState('rl2', 'Radio module', 'fitted')(out).references[0]!.states).toEqual({})
  })
})

describe('undo and redo', () => {
  const edit = (clear: string) => setField('s1', 'clear', clear)(start)
  test('a drag is taken back as one', () => {
    let history = newHistory(start)
    for (const v of ['0.75', '0.8', '0.85']) history = record(history, edit(v), 'drag')
    history = record(endGroup(history), edit('2'), 'drag')
    expect(undo(history).present.steps[0]!.fields.clear).toBe('0.85')
    expect(undo(undo(history)).present).toBe(start)
    expect(redo(undo(history)).present.steps[0]!.fields.clear).toBe('2')
  })
  test('a new edit ends what could be redone, and no edit is no step', () => {
    const dragged = record(record(record(newHistory(start), edit('1')), edit('2'), 'drag'), edit('3'), 'drag')
    expect(cancelGroup(dragged, 'drag')).toMatchObject({ past: [start], present: edit('1'), group: undefined })
    expect(cancelGroup(dragged, 'other')).toBe(dragged)
    // Typed and typed back again: nothing to take back.
    const back = endGroup(record(record(newHistory(start), edit('2'), 'type'), structuredClone(start), 'type'))
    expect(back).toMatchObject({ past: [], present: start })
    const history = record(undo(record(newHistory(start), edit('1'))), edit('3'))
    expect(redo(history)).toBe(history)
    expect(record(history, history.present)).toBe(history)
  })
})

describe('reading', () => {
  test('what is written is read back the same', () => {
    const read = readProject(writeProject(setUnit('in')(start)))
    expect(read.ok && read.value).toEqual(setUnit('in')(start))
  })
  test('a document of version 1 comes up to date: gaps were on the diameter, steps were disabled', () => {
    const old = {
      format: 'anorak-project',
      version: 1,
      name: 'Old funnel',
      printer: { line: 0.5, fits: { press: 0.1, snug: 0.2, sliding: 0.4, loose: 0.8 } },
      steps: [{ id: 'a', kind: 'case', disabled: true, fields: {} }],
    }
    const read = checkProject(old)
    expect(read.ok && read.value.printer.gaps).toEqual({ press: 0.05, snug: 0.1, sliding: 0.2, loose: 0.4 })
    expect(read.ok && read.value.printer.line).toBe(0.5)
    expect(read.ok && read.value.steps[0]).toMatchObject({ off: true })
    expect(read.ok && read.value.version).toBe(4)
  })
  test.each([
    ['{', 'not-json'],
    ['{"format":"something"}', 'not-a-project'],
    ['{"format":"anorak-project","version":99,"name":"x"}', 'newer'],
    ['{"format":"anorak-project","version":2,"name":""}', 'invalid'],
    ['{"format":"anorak-project","version":2,"name":"x","printer":{"line":-1}}', 'invalid'],
    ['null', 'not-a-project'],
  ])('%s is refused: %s', (text, kind) => {
    const read = readProject(text)
    expect(read.ok ? 'ok' : read.problem.kind).toBe(kind)
  })
})
