'use client'
import { formatArea, formatLength } from '@/core/units/length'
import { Heading } from '../primitives/heading'
import { Slider } from '../primitives/slider'
import { useProject, useUnit } from '../store/store'
import { useProvedPart } from './proved-part'

/** The layers that the part will be printed in, one of them shown in the scene. */
export function Layers() {
  const { part, proof } = useProvedPart()
  const unit = useUnit()
  const set = useProject((s) => s.set)
  const proving = useProject((s) => s.proving)
  const layers = proof?.layers ?? []
  if (!part || layers.length === 0) return null
  const nth = Math.min(proving.layer, layers.length)
  const { to, area } = layers[nth - 1]!
  const on = proving.shows === 'layer'
  const go = (layer: number) => set({ proving: { ...proving, shows: 'layer', layer, at: undefined } })
  const troubled = layers.flatMap((l, i) => (l.troubled ? [i + 1] : []))
  const next = troubled.find((k) => k > nth) ?? troubled[0]
  return (
    <section aria-label={`Layers of ${part.name}`} className="pt-4">
      <Heading aside={`${layers.length} layers`}>Layers</Heading>
      <p className="flex items-center gap-3 py-1">
        <Slider
          label="Layer that is shown"
          from={1}
          to={layers.length}
          value={nth}
          onSlide={(v) => go(Math.round(v))}
          onEnd={() => {}}
        />
      </p>
      <p>
        Layer <b className="font-semibold">{nth}</b>, up to {formatLength(to, unit)} {unit}, {formatArea(area, unit)}.
      </p>
      <p className="flex flex-wrap gap-x-4 text-[15px]">
        <button
          type="button"
          className="figure"
          onClick={() => (on ? set({ proving: { ...proving, shows: undefined } }) : go(nth))}
        >
          {on ? 'show the whole part' : 'show this layer'}
        </button>
        {next !== undefined && (
          <button type="button" className="figure" onClick={() => go(next)}>
            next layer with something in the air ({troubled.length})
          </button>
        )}
      </p>
    </section>
  )
}
