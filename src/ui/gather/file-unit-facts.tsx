'use client'
import { sizeIn } from '@/core/units/guess-unit'
import { FILE_UNITS, type FileUnit, type UnitName } from '@/core/units/file-unit'
import { Choose } from '../primitives/choose'

/** Units a file without one may be in. */
const CHOICES: readonly UnitName[] = ['mm', 'in', 'cm', 'm']

/** Which unit a file is in and how that is known; where it does not say, a choice between the sizes it could mean. */
export function FileUnitFacts({
  name,
  fileName,
  unit,
  scale,
  size,
  onScale,
}: {
  name: string
  fileName: string
  unit: FileUnit
  scale: number
  /** As it is now, mm. */
  size: readonly number[]
  onScale: (scale: number) => void
}) {
  if (unit.certain)
    return (
      <p>
        From {fileName}, in {unit.name} ({unit.from}).{scale !== 1 && ` Sized by ${scale.toPrecision(5)}.`}
      </p>
    )
  const guessed = FILE_UNITS[unit.name as UnitName]
  const inFile = size.map((v) => v / (guessed * scale))
  const chosen = CHOICES.find((u) => Math.abs((scale * guessed) / FILE_UNITS[u] - 1) < 1e-9)
  return (
    <p>
      <span className="text-ochre">▲ {fileName} does not say its unit.</span> It is taken to be{' '}
      <Choose
        label={`Size of ${name}`}
        value={chosen ?? 'other'}
        options={{
          ...Object.fromEntries(CHOICES.map((u) => [u, `${sizeIn(inFile, u)}, if it is in ${u}`])),
          ...(chosen ? {} : { other: `${size.map((v) => Number(v.toPrecision(4))).join(' x ')} mm, as checked` }),
        }}
        onChange={(u) => u !== 'other' && onScale(FILE_UNITS[u as UnitName] / guessed)}
      />
      .
    </p>
  )
}
