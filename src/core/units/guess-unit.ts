import { FILE_UNITS, type FileUnit, type UnitName } from './file-unit'

/** Sizes of printed things are more often above this than below, mm; in metres, above a sixth of it. */
const SMALL = 2

/** The likelier unit of a file that does not say, by its largest side. @param size in the file's numbers */
export function guessUnit(size: readonly number[]): FileUnit {
  const most = Math.max(...size)
  const name: UnitName = most >= SMALL ? 'mm' : most >= SMALL / 6 ? 'in' : 'm'
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
