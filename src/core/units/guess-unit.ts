import { FILE_UNITS, type FileUnit, type UnitName } from './file-unit'

/** The largest side of a thing that is printed to go with others is mostly about this, mm: what fits in a hand. */
const USUAL = 50
/** Its logarithm strays by this (so that two thirds of all things are between 17 and 150 mm). */
const STRAYS = 1.1
/** How often files that do not say are in a unit. */
const OFTEN: Partial<Record<UnitName, number>> = { mm: 1, in: 1 / 20, m: 1 / 100 }

const likelihood = (most: number, unit: UnitName): number =>
  Math.log(OFTEN[unit]!) - (Math.log((most * FILE_UNITS[unit]) / USUAL) / STRAYS) ** 2 / 2

/** The likelier unit of a file that does not say, by its largest side. @param size in the file's numbers */
export function guessUnit(size: readonly number[]): FileUnit {
  const most = Math.max(...size)
  const units = Object.keys(OFTEN) as UnitName[]
  const name = most > 0 ? units.reduce((a, b) => (likelihood(most, b) > likelihood(most, a) ? b : a)) : 'mm'
  const other: UnitName = name === 'mm' ? 'in' : 'mm'
  return {
    name,
    from: `guessed, because the file does not say: ${sizeIn(size, name)} is likelier than ${sizeIn(size, other)}`,
    certain: false,
  }
}

/** A size in file numbers as it would be in mm if they were in a unit: `62 × 18 × 9 mm`. */
export const sizeIn = (size: readonly number[], unit: UnitName): string =>
  `${size.map((v) => Number((v * FILE_UNITS[unit]).toPrecision(4))).join(' × ')} mm`
