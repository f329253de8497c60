'use client'
import { motionRow } from '@/core/built/rows'
import { dropRow, setRow } from '@/core/document/edits'
import type { OwnRow } from '@/core/document/measure-schema'
import { Choose } from '../primitives/choose'
import { LengthFigure } from '../primitives/length-figure'
import { NameInput } from '../primitives/name-input'
import { Remove } from '../primitives/small'
import { useProject } from '../store/store'

const RULES = { exact: 'apart', 'at-least': 'apart or more', touch: 'touching' } as const
const ON = { stands: 'as they stand', way: 'on the whole way' } as const

/** What a row of the maker's own asks for, as a sentence whose figures can be changed. */
export function OwnRowSentence({ row, between }: { row: OwnRow; between: string }) {
  const edit = useProject((s) => s.edit)
  const moves = useProject((s) => row.ends.some((e) => motionRow(s.build?.rows ?? [], e.owner)))
  const change = (part: Partial<OwnRow>) => edit(setRow({ ...row, ...part }))
  return (
    <p className="text-[14px] leading-snug text-soft">
      These should be{' '}
      {
        row.rule !== 'touch' &&
        <LengthFigure label={`Gap wanted between ${between}`} formula={row.wanted} least={0} onChange={(wanted) => change({ wanted })} /> // prettier-ignore
      }{' '}
      <Choose
        label={`How ${between} should be`}
        value={row.rule}
        options={RULES}
        onChange={(rule) => change({ rule: rule as OwnRow['rule'] })}
      />
      {row.rule !== 'touch' && (
        <>
          {' '}
          give or take{' '}
          <LengthFigure
            label={`How far off ${between} may be`}
            formula={row.tolerance}
            least={0}
            onChange={(tolerance) => change({ tolerance })}
          />
        </>
      )}
      {(moves || row.on === 'way') && (
        <>
          {' '}
          <Choose
            label={`Where ${between} should be so`}
            value={row.on}
            options={ON}
            onChange={(on) => change({ on: on as OwnRow['on'] })}
          />
        </>
      )}
      , called{' '}
      <NameInput
        mayBeEmpty
        label={`Name of the row ${between}`}
        name={row.name}
        placeholder="what they are"
        className="w-28"
        onName={(name) => change({ name })}
      />{' '}
      <Remove label={`Watch ${between} no more`} act={() => edit(dropRow(row.id))} />
    </p>
  )
}
