'use client'
import {
  calibrate,
  removePhotoCheck,
  removeTraceSize,
  setPhotoCheck,
  setTraceSize,
} from '@/core/document/outline-edits'
import { formatLength, withUnit } from '@/core/units/length'
import type { OutlineView } from '@/worker/outline-view'
import { LengthFigure } from '../primitives/length-figure'
import { Remove } from '../primitives/small'
import type { PhotoOutline } from '../photo/use-photo'
import { useProject, useUnit } from '../store/store'

/** How a photo has its scale, what it was checked with, and the sizes its outline was given. */
export function PhotoFacts({ outline, view }: { outline: PhotoOutline; view: OutlineView | undefined }) {
  return (
    <div className="py-1 text-[15px] leading-snug text-soft">
      <Calibration outline={outline} />
      {view?.problem && view.problem.kind !== 'no-scale' && <p className="text-rust">■ {view.problem.message}</p>}
      {view?.notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
      <Checks outline={outline} view={view} />
      <Sizes outline={outline} view={view} />
    </div>
  )
}

function Calibration({ outline }: { outline: PhotoOutline }) {
  const edit = useProject((s) => s.edit)
  const { calibration, width, height } = outline.photo
  const from = `From ${outline.fileName}, ${width} x ${height} pixels`
  if (!calibration)
    return (
      <p>
        {from}. <span className="text-ochre">▲ It has no scale yet.</span>
      </p>
    )
  const figure = (label: string, formula: string, change: object) => (
    <LengthFigure
      label={label}
      formula={formula}
      least={0.001}
      onChange={(typed) => edit(calibrate(outline.id, { ...calibration, ...key(change, typed) } as typeof calibration))}
    />
  )
  return calibration.kind === 'length' ? (
    <p>
      {from}. Two points on it are {figure('The known length', calibration.length, { length: '' })} apart.
    </p>
  ) : (
    <p>
      {from}. Straightened by a rectangle of {figure('Its first side', calibration.width, { width: '' })} ×{' '}
      {figure('Its second side', calibration.height, { height: '' })}.
    </p>
  )
}

/** The same key with what was typed. */
const key = (change: object, typed: string) => Object.fromEntries(Object.keys(change).map((k) => [k, typed]))

/** A photo that is off by more than this share of a known length, and this many mm, is doubted. */
const DOUBT = { share: 0.005, mm: 0.25 }

function Checks({ outline, view }: { outline: PhotoOutline; view: OutlineView | undefined }) {
  const unit = useUnit()
  const edit = useProject((s) => s.edit)
  return outline.photo.checks.map((check) => {
    const report = view?.checks.find((c) => c.id === check.id)
    const off =
      report?.measured !== undefined && report.wanted !== undefined ? report.measured - report.wanted : undefined
    const doubted = off !== undefined && Math.abs(off) > Math.max(DOUBT.mm, DOUBT.share * report!.wanted!)
    return (
      <p key={check.id}>
        {off === undefined ? (
          ''
        ) : doubted ? (
          <span className="text-ochre">▲ </span>
        ) : (
          <span className="text-moss">✓ </span>
        )}
        A length of{' '}
        <LengthFigure
          label="The length to check"
          formula={check.length}
          least={0.001}
          onChange={(typed) => edit(setPhotoCheck(outline.id, check.id, typed))}
        />{' '}
        is {report?.measured === undefined ? '…' : withUnit(report.measured, unit)} on the photo
        {off !== undefined && `, off by ${formatLength(Math.abs(off), unit)}`}
        {report?.problem && <span className="text-rust"> ■ {report.problem.message}</span>}.{' '}
        <Remove label="Take this check out" act={() => edit(removePhotoCheck(outline.id, check.id))} />
      </p>
    )
  })
}

function Sizes({ outline, view }: { outline: PhotoOutline; view: OutlineView | undefined }) {
  const unit = useUnit()
  const edit = useProject((s) => s.edit)
  return outline.photo.sizes.map((size) => {
    const report = view?.sizes.find((s) => s.id === size.id)
    return (
      <p key={size.id}>
        {size.kind === 'diameter' ? 'A hole is made Ø ' : 'From point to point it is made '}
        <LengthFigure
          label="A size of the outline"
          formula={size.length}
          least={0.001}
          onChange={(typed) => edit(setTraceSize(outline.id, size.id, { length: typed }))}
        />
        {report?.traced !== undefined && ` instead of ${formatLength(report.traced, unit)}`}
        {size.kind === 'distance' && (
          <>
            {': '}
            <button
              type="button"
              className="figure"
              onClick={() => edit(setTraceSize(outline.id, size.id, { how: size.how === 'scale' ? 'move' : 'scale' }))}
            >
              {size.how === 'scale' ? 'the whole outline is scaled' : 'the far end is moved'}
            </button>
          </>
        )}
        .{report?.problem && <span className="text-rust"> ■ {report.problem.message}</span>}{' '}
        <Remove label="Take this size out" act={() => edit(removeTraceSize(outline.id, size.id))} />
      </p>
    )
  })
}
