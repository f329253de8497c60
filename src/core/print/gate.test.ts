import { waveThrough } from '../document/print-edits'
import { emptyProject } from '../document/schema'
import { heldAgainst, isStopped, type Known } from './gate'

const known = (measured = 0.02): Known => ({
  steps: [
    { id: 'a', problems: [] },
    { id: 'b', problems: [{ kind: 'missed', message: 'All of it lies in front.' }] },
  ],
  ledger: [
    { id: 'lip', between: 'Lip in groove', verdict: 'tight', measured, wanted: 0.1 },
    { id: 'knob', between: 'Knob', verdict: 'wide', measured: 2, wanted: 1 },
    { id: 'fine', between: 'Board', verdict: 'holds', measured: 0.5, wanted: 0.5 },
  ],
  findings: [{ check: 'thin-wall', parts: ['lid'], weight: 'look', title: 'Lid is 0.5 mm thin.' }],
  proofs: [
    {
      part: { id: 'lid', name: 'Lid' },
      lines: [
        { id: 'islands', about: 'In the air', says: 'One piece begins in the air.', verdict: 'look', places: [] },
        { id: 'thickness', about: 'Walls', says: 'The thinnest is 0.5 mm.', verdict: 'look', places: [] },
        { id: 'slits', about: 'Slits', says: 'None.', verdict: 'fine', places: [] },
      ],
    },
  ],
})

test('what stops an export comes first; thin walls, which are a finding, are said once', () => {
  const held = heldAgainst(emptyProject('P'), known())
  expect(held.map((h) => [h.weight, h.says])).toEqual([
    ['stop', 'A step has a problem, and its parts keep an older shape: All of it lies in front.'],
    ['stop', 'Lip in groove: tight, 0.02 of 0.10 mm.'],
    ['look', 'Knob: wide, 2.00 of 1.00 mm.'],
    ['look', 'Lid is 0.5 mm thin.'],
    ['look', 'Lid, in the air: One piece begins in the air.'],
  ])
  expect(isStopped(held)).toBe(true)
})

test('what the maker lets pass stays with its why, until something else is said of it', () => {
  const [step, lip] = heldAgainst(emptyProject('P'), known())
  const passed = waveThrough(
    lip!.what,
    'The lid is glued.',
  )(waveThrough(step!.what, 'It is not used.')(emptyProject('P')))
  const held = heldAgainst(passed, known())
  expect(isStopped(held)).toBe(false)
  expect(held.slice(-2).map((h) => h.why)).toEqual(['It is not used.', 'The lid is glued.'])
  // Another figure is another matter.
  expect(isStopped(heldAgainst(passed, known(0.01)))).toBe(true)
  expect(isStopped(heldAgainst(waveThrough(lip!.what, undefined)(passed), known()))).toBe(true)
})
