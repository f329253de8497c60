'use client'
import { useState } from 'react'
import { removeLoop, removeTraceNode } from '@/core/document/outline-edits'
import type { ResolvedPhoto } from '@/core/photo/resolve-photo'
import { formatLength, withUnit } from '@/core/units/length'
import { LengthInput } from '../primitives/length-figure'
import { useProject, useUnit } from '../store/store'
import type { PhotoActs } from './photo-acts'
import type { PhotoState } from '../store/photo-state'
import type { PhotoOutline } from './use-photo'

export interface FootProps {
  acts: PhotoActs
  outline: PhotoOutline
  resolved: ResolvedPhoto | undefined
  state: PhotoState
}

/** Something that can be done. */
export function Verb({ children, act, disabled }: { children: React.ReactNode; act: () => void; disabled?: boolean }) {
  return (
    <button type="button" className="figure disabled:border-none disabled:opacity-40" disabled={disabled} onClick={act}>
      {children}
    </button>
  )
}

/** What can be done with a picked point, piece or line. */
export function PickedFoot({ acts, outline, resolved, state }: FootProps) {
  const unit = useUnit()
  const edit = useProject((s) => s.edit)
  const [asking, setAsking] = useState(false)
  const picked = state.picked!
  const loop = resolved?.loops.find((l) => l.id === picked.loop)
  const next = loop?.kind === 'path' ? loop.nodes.findIndex((n) => n.id === picked.node) : -1
  const ends =
    loop?.kind === 'path' && next >= 0 ? [loop.nodes[next]!, loop.nodes[(next + 1) % loop.nodes.length]!] : []
  const long = ends.length === 2 ? Math.hypot(ends[0]!.at[0] - ends[1]!.at[0], ends[0]!.at[1] - ends[1]!.at[1]) : 0
  const leave = () => acts.set({ picked: undefined })
  const what =
    loop?.kind === 'circle'
      ? `Round hole, Ø ${formatLength(2 * loop.radius, unit)}`
      : picked.what === 'piece'
        ? `From point to point ${withUnit(long, unit)}`
        : 'A point of the outline; drag it'
  return (
    <>
      <p>{what}</p>
      {asking ? (
        <p className="flex flex-wrap items-baseline gap-x-3">
          On the real thing it is{' '}
          <LengthInput
            label={loop?.kind === 'circle' ? 'Its diameter' : 'Its length'}
            least={0.001}
            placeholder="a length or a reading"
            keep
            onDone={(length) => {
              if (length === undefined) return setAsking(false)
              if (loop?.kind === 'circle') return acts.addDiameter(loop.id, length)
              acts.set({
                anchors: ends.map((n) => ({ loop: picked.loop, node: n.id })),
                tool: 'size',
              })
              acts.addSize(length, 'scale')
            }}
          />
        </p>
      ) : (
        <p className="flex flex-wrap gap-x-5 text-soft">
          With this:
          {picked.what !== 'node' && resolved && <Verb act={() => setAsking(true)}>give it its size</Verb>}
          {picked.what === 'node' && picked.node !== undefined && (
            <Verb
              act={() => {
                edit(removeTraceNode(outline.id, picked.loop, picked.node!))
                leave()
              }}
            >
              take the point out
            </Verb>
          )}
          <Verb
            act={() => {
              edit(removeLoop(outline.id, picked.loop))
              leave()
            }}
          >
            take the whole line out
          </Verb>
          <Verb act={leave}>leave it</Verb>
        </p>
      )}
    </>
  )
}
