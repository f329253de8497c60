'use client'
import { useState } from 'react'
import { setPart } from '@/core/document/edits'
import { keepClean } from '@/core/document/print-edits'
import { plainVec } from '@/core/geometry/vec'
import { laysOn } from '@/core/print/lay'
import type { Direction } from '@/core/prove/directions'
import { onWhat } from '@/core/prove/way-words'
import { formatArea, formatLength } from '@/core/units/length'
import { Heading } from '../primitives/heading'
import { useEngine } from '../actions/actions-context'
import { useDocument, useProject, useUnit } from '../store/store'
import { useProvedPart } from './proved-part'
import { downOf } from '@/core/print/lay'

/** The most that are listed. */
const MOST = 5

/** Which way the part lies on the bed, and ways that would need less under them. */
export function Directions() {
  const { part } = useProvedPart()
  const { parts } = useDocument()
  const edit = useProject((s) => s.edit)
  const engine = useEngine()
  const [found, setFound] = useState<{ of: string; now: Direction; found: Direction[] }>()
  const [busy, setBusy] = useState(false)
  if (!part) return null
  const { lies: own, clean } = parts[part.id] ?? {}
  const look = async () => {
    setBusy(true)
    const ways = await engine.directions(part.id)
    setBusy(false)
    if (ways) setFound({ of: part.key, ...ways })
  }
  const listed = found?.of === part.key ? found.found.slice(0, MOST) : []
  return (
    <section aria-label={`How ${part.name} lies`} className="pt-4">
      <Heading>How it lies on the bed</Heading>
      <p>
        It lies on <b className="font-semibold">{onWhat(downOf(part.print))}</b>,{' '}
        {own ? 'as you said.' : 'as its step has it lie.'}{' '}
        {own && (
          <button type="button" className="figure" onClick={() => edit(setPart(part.id, { lies: undefined }))}>
            as its step has it
          </button>
        )}
      </p>
      {(clean?.length ?? 0) > 0 && (
        <p className="text-[15px]">
          {clean!.length === 1 ? 'One face' : `${clean!.length} faces`} should stay free of supports.{' '}
          <button type="button" className="figure" onClick={() => edit(keepClean(part.id, undefined))}>
            it does not matter any more
          </button>
        </p>
      )}
      <p className="text-[15px]">
        <button type="button" className="figure" disabled={busy} onClick={() => void look()}>
          {busy ? 'looking for ways …' : 'look for ways to lay it'}
        </button>
      </p>
      {listed.length > 0 && (
        <ul aria-label="Ways to lay it, the best first">
          {listed.map((way) => (
            <Way
              key={way.down.join()}
              way={way}
              now={laysOn(part.print, way.down)}
              take={() => edit(setPart(part.id, { lies: plainVec(way.down) }))}
            />
          ))}
        </ul>
      )}
    </section>
  )
}

function Way({ way, now, take }: { way: Direction; now: boolean; take: () => void }) {
  const unit = useUnit()
  return (
    <li className="border-t border-hair py-1 text-[15px] leading-snug first:border-t-0">
      on {onWhat(way.down)}: {formatLength(way.height, unit)} {unit} high, {formatArea(way.foot, unit)} on the bed,{' '}
      {way.support < 1 ? 'no support' : `${(way.support / 1000).toFixed(2)} cm³ of support`}
      {way.scars >= 0.5 && `, ${formatArea(way.scars, unit)} that should stay clean scarred`}{' '}
      {now ? (
        <span className="text-moss">✓ so it lies</span>
      ) : (
        <button type="button" className="figure" onClick={take}>
          print it so
        </button>
      )}
    </li>
  )
}
