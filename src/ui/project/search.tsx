'use client'
import { useEffect, useRef, useState } from 'react'
import { stepKindNamed } from '@/core/steps/registry'
import { useActions } from '../actions/actions-context'
import { useAdditions } from '../actions/offers'
import { type Place, PLACES } from '../store/view-slice'
import { type ProjectState, useDocument, useProjectStore } from '../store/store'

interface Found {
  title: string
  /** What it can be found by, besides its title. */
  words: string
  act: () => void
}

const MOST = 8

/** Finds steps, places, items and commands by what they are for. */
export function Search() {
  const [text, setText] = useState('')
  const [open, setOpen] = useState(false)
  const [at, setAt] = useState(0)
  const input = useRef<HTMLInputElement>(null)
  const things = useThings()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return
      event.preventDefault()
      input.current?.focus()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  const wanted = text.toLowerCase().split(/\s+/).filter(Boolean)
  const found = things
    .filter((t) => wanted.every((w) => `${t.title} ${t.words}`.toLowerCase().includes(w)))
    .slice(0, MOST)
  const take = (thing: Found | undefined) => {
    if (!thing) return
    thing.act()
    setText('')
    setOpen(false)
    input.current?.blur()
  }
  return (
    <div className="relative w-52 min-w-20 shrink-[99]">
      <input
        ref={input}
        role="combobox"
        aria-expanded={open && wanted.length > 0}
        aria-controls="found"
        aria-label="Find a step, a place, a word"
        placeholder="Find a step, a place …"
        title="Ctrl K"
        value={text}
        className="w-full rounded-[3px] border border-rule bg-sheet px-2.5 py-0.5 text-[14.5px] outline-none focus:border-figure"
        onFocus={() => setOpen(true)}
        onBlur={() => setTimeout(() => setOpen(false), 150)}
        onChange={(e) => {
          setText(e.target.value)
          setAt(0)
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt((at + 1) % Math.max(1, found.length))
          if (e.key === 'ArrowUp') setAt((at + found.length - 1) % Math.max(1, found.length))
          if (e.key === 'Enter') take(found[at])
          if (e.key === 'Escape') input.current?.blur()
        }}
      />
      {open && wanted.length > 0 && (
        <ul id="found" role="listbox" className="panel absolute right-0 z-50 mt-1 w-72 py-1">
          {found.length === 0 && <li className="px-3 py-1 text-soft">Nothing goes by that word.</li>}
          {found.map((thing, i) => (
            <li
              key={thing.title}
              role="option"
              aria-selected={i === at}
              className={`cursor-pointer px-3 py-1 ${i === at ? 'bg-tint' : ''}`}
              onPointerDown={() => take(thing)}
            >
              {thing.title}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

function useThings(): Found[] {
  const store = useProjectStore()
  const document = useDocument()
  const additions = useAdditions()
  const actions = useActions()
  const { set, undo, redo } = store.getState()
  const words: Record<Place, string> = {
    gather: 'import board file items leave out fitted reading revision unit scale',
    shape: 'sheet steps values case posts openings',
    divide: 'split cut pieces joint bed fit pins tongue dovetail explode apart order',
    parts: 'list count mass weight material volume size group middle variants versions thicker compare side by side',
    prove:
      'thin wall thickness overhang bridge support island layers slice direction orientation tip check printable gap slit',
    print: 'export save stl 3mf printer bed fit classes',
  }
  return [
    ...(Object.keys(PLACES) as Place[]).map((p) => ({
      title: `Go to ${PLACES[p]}`,
      words: words[p],
      act: () => set({ place: p }),
    })),
    ...document.steps.map((s, i) => ({
      title: `Step ${i + 1}: ${s.name ?? stepKindNamed(s.kind)?.title ?? s.kind}`,
      words: stepKindNamed(s.kind)?.findBy.join(' ') ?? '',
      act: () => goToStep(set, s.id, s.kind),
    })),
    ...additions.flatMap(({ words: title, findBy, offer }) =>
      offer ? [{ title, words: `add step ${findBy}`, act: () => actions.take(offer) }] : [],
    ),
    { title: 'Take the calipers', words: 'measure reading gauge size real thing', act: () => set({ calipers: true }) },
    { title: 'Undo', words: 'take back', act: undo },
    { title: 'Redo', words: 'again', act: redo },
    {
      title: 'Cut the scene across',
      words: 'section inside look',
      act: () => set({ section: { axis: 'y', at: 0, flipped: false } }),
    },
    { title: 'Show everything', words: 'hidden ghost visible', act: () => set({ showing: {}, section: undefined }) },
  ]
}

function goToStep(set: ProjectState['set'], step: string, kind: string): void {
  const field = Object.entries(stepKindNamed(kind)?.fields ?? {}).find(([, spec]) => spec.type === 'length')?.[0]
  set({ place: 'shape', editing: field ? `${step}.${field}` : undefined })
}
