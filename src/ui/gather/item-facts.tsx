'use client'
import { useEffect, useState } from 'react'
import { setFlats, setMove } from '@/core/document/edits'
import type { Traits } from '@/core/recognise/traits'
import { ALONE_ID } from '@/core/references/blocks'
import { faceRef } from '@/core/references/face-ref'
import { byFlats, describeRounds, isCoarse } from '@/core/references/describe-rounds'
import { massOf, type Material, MATERIALS } from '@/core/references/materials'
import { formatLength } from '@/core/units/length'
import type { ItemView } from '@/worker/build.worker'
import { Choose } from '../primitives/choose'
import { useEngine } from '../project/actions-context'
import { useProject, useUnit } from '../project/store'

/** A cubic inch, and a square one, in mm. */
const IN3 = 25.4 ** 3
const IN2 = 25.4 ** 2
const round = (v: number) => Number(v.toPrecision(4)).toLocaleString('en', { maximumFractionDigits: 4 })

/** Rounded edges, symmetry, and the side it most likely lies on. */
function ItemTraits({ item, reference }: { item: ItemView; reference: string }) {
  const unit = useUnit()
  const engine = useEngine()
  const document = useProject((s) => s.history.present)
  const view = useProject((s) => s.build?.references.find((r) => r.id === reference))
  const edit = useProject((s) => s.edit)
  const [traits, setTraits] = useState<Traits>()
  useEffect(() => {
    let gone = false
    void engine.traits(document, reference, item.id).then((t) => !gone && setTraits(t))
    return () => {
      gone = true
    }
  }, [engine, document, reference, item.id])
  if (!traits) return null
  const format = (mm: number) => formatLength(mm, unit)
  const { rounded, symmetry, underside, extruded, coverage, fitError } = traits
  const scale = document.references.find((r) => r.id === reference)?.scale ?? 1
  const down = underside && underside.normal[2] < -0.9999 && Math.abs(underside.point[2]) < 0.01
  const stand = () => {
    const face = underside && view && faceRef(item.id, { kind: 'plane', ...underside }, view.placement, scale)
    if (face) edit(setMove(reference, { id: crypto.randomUUID().slice(0, 8), kind: 'ground', face }))
  }
  return (
    <>
      {rounded.slice(0, 4).map((r) => (
        <p key={`${r.radius} ${r.inside}`}>
          {r.count === 1 ? 'One' : r.count} rounded {r.inside ? 'inside' : 'outside'} {r.count === 1 ? 'edge' : 'edges'}{' '}
          of radius {format(r.radius)}.
        </p>
      ))}
      {extruded && <p>A flat outline, drawn out by {format(extruded.height)}.</p>}
      {symmetry.length > 0 && (
        <p>The same on both sides of {symmetry.length === 1 ? 'one plane' : `${symmetry.length} planes`}.</p>
      )}
      {coverage < 0.995 && <p>{Math.round((1 - coverage) * 100)} % of its surface is free-form.</p>}
      {fitError > 0.01 && <p>Its corners are up to {format(fitError)} off the faces found.</p>}
      {underside && !down && item.made === undefined && reference !== ALONE_ID && (
        <button type="button" className="figure mr-4" onClick={stand}>
          stand it on its broadest side
        </button>
      )}
    </>
  )
}

/** What is known of the picked item: volume, area, mass, holes and pins. */
export function ItemFacts({ item, reference }: { item: ItemView; reference: string }) {
  const unit = useUnit()
  const material = useProject((s) => s.material)
  const set = useProject((s) => s.set)
  const edit = useProject((s) => s.edit)
  const flats = useProject(
    (s) => s.history.present.references.find((r) => r.id === reference)?.flats.includes(item.id) ?? false,
  )
  const inch = unit === 'in'
  const format = (mm: number) => formatLength(mm, unit)
  const rounds = describeRounds(flats ? item.rounds.map(byFlats) : item.rounds, format)
  return (
    <div className="pb-1 pl-3 text-[14px] leading-snug text-soft">
      <p>
        {item.closed ? `${round(inch ? item.volume / IN3 : item.volume)} ${unit}³ in volume, ` : 'It does not close. '}
        {round(inch ? item.area / IN2 : item.area)} {unit}² of surface.
      </p>
      {item.closed && (
        <p>
          In{' '}
          <Choose
            label="Its material"
            value={material}
            options={Object.fromEntries(Object.keys(MATERIALS).map((m) => [m, m]))}
            onChange={(m) => set({ material: m as Material })}
          />{' '}
          it weighs {round(massOf(item.volume, material))} g, its middle of mass at {item.middle.map(format).join(', ')}
          .
        </p>
      )}
      {rounds.map((words) => (
        <p key={words}>{words}.</p>
      ))}
      <ItemTraits item={item} reference={reference} />
      {item.rounds.some(isCoarse) && (
        <button type="button" className="figure" onClick={() => edit(setFlats(reference, item.id, !flats))}>
          {flats ? 'the corners were meant' : 'the flats were meant'}
        </button>
      )}
    </div>
  )
}
