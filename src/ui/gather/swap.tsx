'use client'
import { type Change, describeChange } from '@/core/references/revision'
import { formatLength } from '@/core/units/length'
import { FORMATS } from '@/core/formats/detect'
import { ChooseFile } from '../primitives/choose-file'
import { useActions } from '../actions/actions-context'
import { useProject, useUnit } from '../store/store'

/** Takes the next revision of a reference's file: what has changed is listed before anything is. */
export function SwapRevision({ reference, name }: { reference: string; name: string }) {
  const swap = useProject((s) => (s.swap?.reference === reference ? s.swap : undefined))
  const actions = useActions()
  const endings = Object.values(FORMATS).flatMap((f) => (f.holds === 'solids' ? f.endings.map((e) => `.${e}`) : []))
  if (!swap)
    return (
      <p className="py-1 text-[15px]">
        <ChooseFile
          label={`Next revision of ${name}`}
          accept={endings.join()}
          onFiles={(files) => void actions.startSwap(reference, files)}
        >
          Swap in the next revision …
        </ChooseFile>
      </p>
    )
  const changed = swap.changes.filter((c) => c.kind !== 'same')
  const same = swap.changes.length - changed.length
  return (
    <section
      aria-label={`${swap.fileName} in place of ${name}`}
      className="my-2 border-l-2 border-ochre py-1 pl-3 text-[15px]"
    >
      <p className="font-semibold">▲ {swap.fileName} in place of what is there</p>
      <ul className="py-1 leading-snug">
        {changed.map((c) => (
          <ChangeLine key={`${c.what} ${c.before} ${c.after}`} change={c} />
        ))}
      </ul>
      <p className="text-soft">
        {changed.length === 0 ? 'Nothing differs.' : `The other ${same} are the same.`} Nothing is swapped yet; what is
        different is drawn in the scene together with what is there.
      </p>
      <p className="flex gap-6 pt-1">
        <button
          type="button"
          className="border-b-2 border-figure bg-tint px-2 py-0.5 font-semibold text-figure"
          onClick={() => void actions.acceptSwap()}
        >
          Swap it in
        </button>
        <button type="button" className="figure" onClick={() => actions.cancelSwap()}>
          leave all as it was
        </button>
      </p>
    </section>
  )
}

const SIGN = { moved: '→', resized: '↔', new: '+', gone: '−', same: '=' } as const

function ChangeLine({ change }: { change: Change }) {
  const unit = useUnit()
  return (
    <li className="grid grid-cols-[18px_1fr] py-0.5">
      <span aria-hidden className="text-ochre">
        {SIGN[change.kind]}
      </span>
      <span>
        <b>{change.what === 'hole' ? `${change.name} of the board` : change.name}</b>{' '}
        {describeChange(change, (mm) => formatLength(mm, unit))}
      </span>
    </li>
  )
}
