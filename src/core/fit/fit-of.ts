import type { RowSpec, Selector } from '../built/rows'
import type { Printer } from '../document/schema'
import { FIT_CLASSES, type FitClass } from './classes'

/** The fit class that a row between two printed parts asks for; none where it asks for something else, or one side is not printed. */
export function fitOf(
  { wanted, a, b }: Pick<RowSpec, 'wanted' | 'a' | 'b'>,
  gaps: Printer['gaps'],
): FitClass | undefined {
  if (!isPrinted(a) || !isPrinted(b)) return undefined
  return (Object.keys(FIT_CLASSES) as FitClass[]).find((fit) => Math.abs(gaps[fit] - wanted) < 1e-6)
}

const isPrinted = ({ of }: Selector): boolean => of === 'parts' || of === 'whole'
