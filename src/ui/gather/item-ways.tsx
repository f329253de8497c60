'use client'
import { setReach, setTravel } from '@/core/document/edits'
import type { Reach, Travel } from '@/core/document/items-schema'
import { Degrees } from '../primitives/degrees'
import { LengthFigure } from '../primitives/length-figure'
import { Remove, Trouble } from '../primitives/small'
import { useProject } from '../store/store'

/** How an item moves and what it is reached through, in sentences whose values can be changed. */
export function ItemWays({ reference, item }: { reference: string; item: string }) {
  const settings = useProject((s) => s.history.present.references.find((r) => r.id === reference))
  const problem = useProject((s) => s.build?.references.find((r) => r.id === reference)?.itemProblems[item])
  const edit = useProject((s) => s.edit)
  const [travel, reach] = [settings?.travels[item], settings?.reaches[item]]
  if (!travel && !reach) return null
  return (
    <div className="pb-1 pl-3 text-[14px] leading-snug text-soft">
      {travel && (
        <p>
          <TravelSentence travel={travel} onChange={(next) => edit(setTravel(reference, item, next))} />{' '}
          <Remove label="It does not move" act={() => edit(setTravel(reference, item, undefined))} />
        </p>
      )}
      {reach && (
        <p>
          <ReachSentence reach={reach} onChange={(next) => edit(setReach(reference, item, next))} />{' '}
          <Remove label="It needs no reach" act={() => edit(setReach(reference, item, undefined))} />
        </p>
      )}
      <Trouble problem={problem} />
    </div>
  )
}

function TravelSentence({ travel, onChange }: { travel: Travel; onChange: (next: Travel) => void }) {
  if (travel.kind === 'slide')
    return (
      <>
        It slides by{' '}
        <LengthFigure
          label="How far it slides"
          formula={travel.length}
          onChange={(length) => onChange({ ...travel, length })}
        />
        ; the way there is kept free.
      </>
    )
  return (
    <>
      It turns from{' '}
      <Degrees label="Turned from" value={travel.from} onChange={(from) => onChange({ ...travel, from })} /> to{' '}
      <Degrees label="Turned to" value={travel.to} onChange={(to) => onChange({ ...travel, to })} />; the way there is
      kept free.
    </>
  )
}

function ReachSentence({ reach, onChange }: { reach: Reach; onChange: (next: Reach) => void }) {
  return (
    <>
      It is reached through{' '}
      <LengthFigure
        label="Length of the reach"
        formula={reach.length}
        least={0.001}
        onChange={(length) => onChange({ ...reach, length })}
      />
      , as wide as{' '}
      <LengthFigure
        label="Width of the reach"
        formula={reach.width}
        least={0.001}
        onChange={(width) => onChange({ ...reach, width })}
      />
      .
    </>
  )
}
