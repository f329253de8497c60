import { printerSchema } from '../document/schema'
import { differences, followed, type KeptPrinter, printedOn, profileOf } from './kept-printers'

const shed = printerSchema.parse({ name: 'Shed printer', filament: 'PETG' })
const kept = (revision: number, change: object = {}): KeptPrinter => ({ id: 'p1', revision, profile: { ...profileOf(shed), ...change }, projects: 2 }) // prettier-ignore

test('a project follows the printer it is on once that has learnt, and is told what changed', () => {
  const mine = printedOn(kept(1))
  const learnt = kept(2, { gaps: { ...shed.gaps, snug: 0.15 }, first: 0.3 })
  expect(followed(mine, [learnt])).toEqual({ printer: printedOn(learnt), changes: ['lowest layer 0.2 → 0.3', 'snug 0.1 → 0.15'] }) // prettier-ignore
})

test('it stays as it is where nothing changed, where that printer is not kept any more, and where it is its own', () => {
  expect(followed(printedOn(kept(2)), [kept(2)])).toBeUndefined()
  expect(followed(printedOn(kept(2)), [])).toBeUndefined()
  expect(followed(shed, [kept(2)])).toBeUndefined()
  // What the project has otherwise of its own stays as long as the printer is not changed.
  expect(followed({ ...printedOn(kept(2)), layer: 0.1 }, [kept(2)])).toBeUndefined()
  expect(differences({ ...profileOf(shed), layer: 0.1 }, kept(2).profile)).toEqual(['layer 0.1 → 0.2', 'lowest layer 0.1 → 0.2']) // prettier-ignore
})
