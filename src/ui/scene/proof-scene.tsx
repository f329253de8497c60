'use client'
import { useEffect, useState } from 'react'
import { apply } from '@/core/geometry/placement'
import { bandsOf, type Picture, type PictureKind } from '@/core/prove/picture'
import { withUnit } from '@/core/units/length'
import type { LayerView } from '@/worker/proofs'
import { useEngine } from '../actions/actions-context'
import { asPrinted, useProvedPart, useStandingPart } from '../prove/proved-part'
import { useDocument, useProject, useUnit } from '../store/store'
import { BANDS, LAYER } from './proven'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

interface Drawn {
  of: string
  picture?: Picture
  layer?: LayerView
}

/** The bands of the picture that is shown; none of a layer. */
function useBands() {
  const { printer } = useDocument()
  const unit = useUnit()
  const shows = useProject((s) => (s.place === 'prove' ? s.proving.shows : undefined))
  return shows && shows !== 'layer' ? bandsOf(shows, printer.line, (mm) => withUnit(mm, unit)) : []
}

/** Draws what is shown of the part in hand in the place Prove. */
export function useProven(view: SceneView | undefined): void {
  const engine = useEngine()
  const proves = useProject((s) => s.place === 'prove')
  const { shows, layer } = useProject((s) => s.proving)
  const { part, proof } = useProvedPart()
  const bands = useBands()
  const [drawn, setDrawn] = useState<Drawn>()
  const wanted = proves && proof && part && shows ? `${part.key} ${shows === 'layer' ? layer : shows}` : undefined
  const [id, key] = [part?.id, part?.key]
  useEffect(() => {
    if (wanted === undefined || id === undefined || !shows) return
    let current = true
    const take = (of: Omit<Drawn, 'of'> | undefined) => current && of && setDrawn({ of: key!, ...of })
    if (shows === 'layer') void engine.layer(id, layer).then((l) => take(l && { layer: l }))
    else void engine.picture(id, shows satisfies PictureKind).then((p) => take(p && { picture: p }))
    return () => {
      current = false
    }
  }, [engine, wanted, id, key, shows, layer])
  const line = bands.map((b) => `${b.from} ${b.to}`).join()
  useEffect(() => {
    // The layer before stays until the next one is there.
    const now = wanted !== undefined && drawn?.of === key ? drawn : undefined
    view?.prove({
      bands,
      ...(shows !== 'layer' && now?.picture ? { picture: now.picture } : {}),
      ...(shows === 'layer' && now?.layer ? { layer: now.layer } : {}),
      ...(proves && proof ? { bed: proof.bed } : {}),
      ...(part ? { place: asPrinted(part) } : {}),
    })
    // eslint-disable-next-line react-hooks/exhaustive-deps -- bands by what they say
  }, [view, drawn, wanted, key, shows, proves, proof, part, line])
}

/** What the colours and stripes of the picture mean, and the place that is pointed out. */
export function ProofLegend({ view }: { view: SceneView }) {
  const bands = useBands()
  const at = useProject((s) => (s.place === 'prove' ? s.proving.at : undefined))
  const layer = useProject((s) => s.place === 'prove' && s.proving.shows === 'layer')
  return (
    <>
      {(bands.length > 0 || layer) && (
        <ul
          aria-label="What the picture means"
          className="pointer-events-none absolute top-3 left-4 z-[5] border-b border-rule bg-sheet px-2 py-1 text-[14px]"
        >
          {bands.map((band, i) => (
            <li key={band.words} className="flex items-center gap-2">
              <Swatch {...BANDS[i]!} />
              {band.words}
            </li>
          ))}
          {layer && (
            <>
              <li className="flex items-center gap-2">
                <span aria-hidden className="inline-block h-3 w-6 bg-figure opacity-70" />
                lies on the layer below
              </li>
              <li className="flex items-center gap-2">
                <span aria-hidden className="inline-block h-3 w-6 bg-rust" />▲ over nothing
              </li>
              <li className="flex items-center gap-2">
                <span aria-hidden className="inline-block h-3 w-6" style={{ background: LAYER.closes }} />▲ a gap that
                closes
              </li>
              <li className="flex items-center gap-2">
                <span aria-hidden className="inline-block h-3 w-6" style={{ background: LAYER.missed }} />▲ too thin for
                a line
              </li>
              <li className="flex items-center gap-2">
                <span aria-hidden className="inline-block w-6 border-t-2" style={{ borderColor: LAYER.walls }} />
                lines of its walls
              </li>
            </>
          )}
        </ul>
      )}
      {at && <Pointed view={view} at={at} />}
    </>
  )
}

const Swatch = ({ color, apart }: { color: string; apart: number }) => (
  <span
    aria-hidden
    className="inline-block h-3 w-6"
    style={{ background: `repeating-linear-gradient(45deg, #21282b99 0 1px, ${color} 1px ${apart}px)` }}
  />
)

function Pointed({ view, at }: { view: SceneView; at: readonly [number, number, number] }) {
  const part = useStandingPart()
  const place = useDrawn(view, (v) => v.project(part ? apply(asPrinted(part), at) : at).join(' '))
  const [x, y] = (place ?? '0 0').split(' ').map(Number) as [number, number]
  return (
    <svg
      role="img"
      aria-label="The place that is meant"
      className="pointer-events-none absolute z-[5] -translate-x-1/2 -translate-y-1/2"
      style={{ left: x, top: y }}
      width={44}
      height={44}
      viewBox="-22 -22 44 44"
    >
      <circle r={14} fill="none" stroke="var(--sheet)" strokeWidth={5} />
      <circle r={14} fill="none" stroke="var(--rust)" strokeWidth={2} strokeDasharray="5 3" />
    </svg>
  )
}
