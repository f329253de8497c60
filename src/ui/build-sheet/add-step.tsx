'use client'
import { useState } from 'react'
import { type Addition, found, GROUPS } from '@/core/steps/offers'
import { useActions } from '../actions/actions-context'
import { useAdditions } from '../actions/offers'
import { Panel } from '../primitives/panel'

/** Adds a step, found by what it is for: type a word, or go through the list in the order of the work. */
export function AddStep() {
  const [open, setOpen] = useState(false)
  return (
    <Panel
      label="Add a step"
      says="Add a step …"
      figure={{ className: 'ml-[26px] py-1.5 text-soft hover:text-ink' }}
      className="flex w-[22rem] flex-col"
      align="start"
      open={open}
      setOpen={setOpen}
    >
      <Finder close={() => setOpen(false)} />
    </Panel>
  )
}

function Finder({ close }: { close: () => void }) {
  const [typed, setTyped] = useState('')
  const [at, setAt] = useState(0)
  const actions = useActions()
  const list = found(useAdditions(), typed)
  const can = list.filter((a) => a.offer)
  const chosen = can[Math.min(at, can.length - 1)]
  const take = (addition: Addition | undefined) => {
    if (!addition?.offer) return
    actions.take(addition.offer)
    close()
  }
  return (
    <>
      <input
        autoFocus
        role="combobox"
        aria-expanded
        aria-controls="additions"
        aria-activedescendant={chosen && `add ${chosen.key}`}
        aria-label="What the step is for"
        placeholder="what for? lid, screw, socket …"
        value={typed}
        className="border-b border-rule bg-transparent px-3 py-1.5 outline-none focus:border-figure"
        onChange={(e) => {
          setTyped(e.target.value)
          setAt(0)
        }}
        onKeyDown={(e) => {
          const by = { ArrowDown: 1, ArrowUp: -1 }[e.key]
          if (by !== undefined) setAt((Math.min(at, can.length - 1) + by + can.length) % Math.max(1, can.length))
          if (e.key === 'Enter') take(chosen)
          if (by !== undefined || e.key === 'Enter') e.preventDefault()
        }}
      />
      <div id="additions" role="listbox" aria-label="Steps" className="min-h-0 overflow-y-auto py-1">
        {list.length === 0 && <p className="px-3 py-1 text-soft">No step goes by that word.</p>}
        {(Object.keys(GROUPS) as Addition['group'][]).map((group) => {
          const own = list.filter((a) => a.group === group)
          if (own.length === 0) return null
          return (
            <div key={group} role="group" aria-label={GROUPS[group]}>
              <p className="px-3 pt-1.5 text-[13px] text-soft">{GROUPS[group]}</p>
              {own.map((a) => (
                <div
                  key={a.key}
                  id={`add ${a.key}`}
                  role="option"
                  aria-selected={a === chosen}
                  aria-disabled={!a.offer}
                  className={`px-3 py-1 ${a.offer ? 'cursor-pointer' : 'text-soft'} ${a === chosen ? 'bg-tint' : ''}`}
                  onPointerEnter={() => a.offer && setAt(can.indexOf(a))}
                  onClick={() => take(a)}
                >
                  {a.words}
                  {!a.offer && ' (nothing here yet that it works on)'}
                </div>
              ))}
            </div>
          )
        })}
      </div>
    </>
  )
}
