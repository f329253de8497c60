'use client'
import { useEffect, useState } from 'react'
import { setMove } from '@/core/document/edits'
import type { Traits } from '@/core/recognise/traits'
import { ALONE_ID } from '@/core/references/blocks'
import { faceRef } from '@/core/references/face-ref'
import { formatLength } from '@/core/units/length'
import type { ItemView } from '@/worker/views'
import { newId } from '../new-id'
import { useEngine } from '../actions/actions-context'
import { useProject, useProjectStore, useUnit } from '../store/store'

/** Rounded edges, symmetry, and the side it most likely lies on. */
export function ItemTraits({ item, reference }: { item: ItemView; reference: string }) {
  const unit = useUnit()
  const engine = useEngine()
  const store = useProjectStore()
  const scale = useProject((s) => s.history.present.references.find((r) => r.id === reference)?.scale ?? 1)
  const view = useProject((s) => s.build?.references.find((r) => r.id === reference))
  const edit = useProject((s) => s.edit)
  const [traits, setTraits] = useState<Traits>()
  useEffect(() => {
    let gone = false
    void engine.traits(store.getState().history.present, reference, item.id).then((t) => !gone && setTraits(t))
    return () => {
      gone = true
    }
  }, [engine, store, view?.key, reference, item.id])
  if (!traits) return null
  const format = (mm: number) => formatLength(mm, unit)
  const { rounded, symmetry, underside, extruded, coverage, fitError } = traits
  const down = underside && underside.normal[2] < -0.9999 && Math.abs(underside.point[2]) < 0.01
  const stand = () => {
    const face = underside && view && faceRef(item.id, { kind: 'plane', ...underside }, view.placement, scale)
    if (face) edit(setMove(reference, { id: newId(), kind: 'ground', face }))
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
