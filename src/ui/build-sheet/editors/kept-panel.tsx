'use client'
import { useState } from 'react'
import type { KeptFace } from '@/core/document/pick-schema'
import { describePick, type Pick } from '@/core/fit/picks'
import { formatLength } from '@/core/units/length'
import { useEngine } from '../../actions/actions-context'
import { Panel } from '../../primitives/panel'
import { facePick } from '../../scene/pointing'
import { useProjectStore, useUnit } from '../../store/store'

/** What was picked for a field, behind its words: each of it, which can be left out, and how others are picked. */
export function KeptPanel({
  label,
  says,
  each,
  show,
  leaveOut,
  onOpen,
}: {
  label: string
  says: string
  /** What each is, in words. */
  each: readonly string[]
  /** Shows one in the scene; none where it is not to be seen there. */
  show?: (nth: number) => (() => void) | undefined
  leaveOut: (nth: number) => void
  onOpen?: () => void
}) {
  return (
    <Panel
      label={label}
      says={says}
      figure={{ 'aria-label': `${label}, ${says}` }}
      className="flex max-w-72 flex-col gap-1 overflow-y-auto p-3"
      align="start"
      {...(onOpen ? { setOpen: (open: boolean) => open && onOpen() } : {})}
    >
      <ol aria-label="What is picked">
        {each.map((words, i) => {
          const toScene = show?.(i)
          return (
            <li key={i} className="flex items-baseline justify-between gap-4 py-0.5">
              {toScene ? (
                <button type="button" className="figure" title="Show it in the scene" onClick={toScene}>
                  {words}
                </button>
              ) : (
                <span>{words}</span>
              )}
              <button
                type="button"
                aria-label={`Leave out ${words}`}
                className="text-[13.5px] whitespace-nowrap text-soft hover:text-figure"
                onClick={() => leaveOut(i)}
              >
                leave out
              </button>
            </li>
          )
        })}
      </ol>
      <p className="text-soft">
        {each.length > 0
          ? 'Pick others in the scene, several with Shift, to take them instead or as well.'
          : 'Pick it in the scene first, several with Shift.'}
      </p>
    </Panel>
  )
}

/** The same for faces, which are shown where they are now. @param parts of which they may be, by id, the likeliest first */
export function KeptFaces({
  parts,
  saved,
  ...panel
}: {
  label: string
  says: string
  parts: readonly string[]
  saved: readonly KeptFace[]
  leaveOut: (nth: number) => void
}) {
  const engine = useEngine()
  const store = useProjectStore()
  const unit = useUnit()
  const [found, setFound] = useState<ReadonlyMap<string, Pick>>(new Map())
  const look = async () => {
    const faces = await engine.keptFaces(parts, saved)
    const state = store.getState()
    setFound(
      new Map(
        faces.flatMap((face, i) => {
          const pick = face && facePick(state, face.part, face)
          // It is kept as it was before, so that it is known for what it is.
          return pick ? [[JSON.stringify(saved[i]), { ...pick, kept: saved[i]! }] as const] : []
        }),
      ),
    )
  }
  // By what is kept, not by its place: others may have been left out since.
  const pickOf = (kept: KeptFace) => found.get(JSON.stringify(kept))
  const words = (pick: Pick | undefined) => (pick ? describePick(pick, (mm) => formatLength(mm, unit)) : 'a face that is not in sight now') // prettier-ignore
  return (
    <KeptPanel
      {...panel}
      each={saved.map((kept) => words(pickOf(kept)))}
      show={(i) => {
        const pick = pickOf(saved[i]!)
        return pick && (() => store.getState().set({ picks: [pick], inHand: undefined }))
      }}
      onOpen={() => void look()}
    />
  )
}
